import type { LocalRules, PlainCopyRule } from '@/core/authority/documents';
import type { ArrivalForm } from '@/core/job/arrival';
import type { LocalDay } from '@/core/kinds/local-time';
import type { Habits } from '@/core/programming/choices';
import type { ProveDepth } from '@/core/prove/checks';
import type { OpenHours } from '@/core/travel/gaps';
import type { Spelling } from '@/core/vin/spell';
import { type Db, onlyRow } from './db';

export interface ShopRow {
  readonly id: string;
  readonly name: string;
  readonly isDemo: boolean;
  readonly zone: string;
  readonly locale: string;
  readonly currency: string;
  readonly distanceUnit: 'km' | 'mi';
  readonly market: string;
  readonly quoteValidDays: number;
  /** Totals closer than this count as one price when a car is identified. */
  readonly priceClassMinor: number;
  /** What the shop states that working on the only key, and leaving stolen keys live, is worth to avoid. */
  readonly onlyKeyHarmMinor: number;
  readonly stolenLiveHarmMinor: number;
  readonly awayKeyHarmMinor: number;
  readonly habits: Habits;
  readonly rules: LocalRules;
  /** When the vans drive out. */
  readonly open: OpenHours;
  readonly holidays: readonly Holiday[];
  /** An idle session is locked after so many minutes. */
  readonly lockMinutes: number;
  /** By which words letters are spelled. */
  readonly spelling: Spelling;
  /** How much of a key is tried before it is handed over. */
  readonly proveDepth: ProveDepth;
  /** How much is noted of a car before it is touched. */
  readonly arrivalForm: ArrivalForm;
}

/** A day on which the shop does not drive out. */
export interface Holiday {
  readonly day: LocalDay;
  readonly name: string;
}

export async function findShop(db: Db): Promise<ShopRow | undefined> {
  const result = await db.query<ShopRow>(
    `SELECT id, name, is_demo AS "isDemo", zone, locale, currency, distance_unit AS "distanceUnit", market,
       quote_valid_days AS "quoteValidDays", price_class_minor AS "priceClassMinor",
       only_key_harm_minor AS "onlyKeyHarmMinor", stolen_live_harm_minor AS "stolenLiveHarmMinor",
       away_key_harm_minor AS "awayKeyHarmMinor",
       jsonb_build_object('missing', habit_missing, 'copy', habit_copy, 'first', habit_first) AS habits,
       jsonb_build_object('licence', licence, 'identityAccepted', identity_accepted, 'rightAccepted', right_accepted,
         'witness', witness_rule, 'plainCopy', plain_copy_rule, 'forms', forms, 'secretDays', secret_days, 'personalDays', personal_days) AS rules,
       lock_minutes AS "lockMinutes",
       jsonb_build_object('days', open_days, 'from', to_char(open_from, 'HH24:MI'), 'to', to_char(open_to, 'HH24:MI')) AS open,
       holidays, spelling, prove_depth AS "proveDepth", arrival_form AS "arrivalForm"
     FROM shop`,
  );
  return result.rows[0];
}

/** Which of two ways the shop usually takes. */
export async function readHabits(db: Db): Promise<Habits> {
  const result = await db.query<Habits>(
    'SELECT habit_missing AS missing, habit_copy AS copy, habit_first AS first FROM shop',
  );
  return onlyRow(result);
}

/** What the shop asks for before it copies a working key without electronics. */
export async function readPlainCopyRule(db: Db): Promise<PlainCopyRule> {
  const result = await db.query<{ rule: PlainCopyRule }>('SELECT plain_copy_rule AS rule FROM shop');
  return result.rows[0]?.rule ?? 'papers';
}

export async function getShopOrThrow(db: Db): Promise<ShopRow> {
  const shop = await findShop(db);
  if (!shop) throw new Error('expected the shop row, the database has none');
  return shop;
}

/** What a new shop starts with; the rest has its usual values. */
export type NewShop = Omit<
  ShopRow,
  | 'onlyKeyHarmMinor'
  | 'stolenLiveHarmMinor'
  | 'awayKeyHarmMinor'
  | 'habits'
  | 'rules'
  | 'lockMinutes'
  | 'open'
  | 'spelling'
  | 'holidays'
  | 'proveDepth'
  | 'arrivalForm'
> & {
  readonly createdAt: Date;
};

export async function insertShop(db: Db, shop: NewShop): Promise<void> {
  await db.query(
    `INSERT INTO shop (id, name, is_demo, zone, locale, currency, distance_unit, market, quote_valid_days, price_class_minor, created_at)
     VALUES ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11)`,
    [
      shop.id,
      shop.name,
      shop.isDemo,
      shop.zone,
      shop.locale,
      shop.currency,
      shop.distanceUnit,
      shop.market,
      shop.quoteValidDays,
      shop.priceClassMinor,
      shop.createdAt,
    ],
  );
}

export async function replaceSetUpCode(db: Db, codeHash: Buffer, at: Date): Promise<void> {
  await db.query('DELETE FROM set_up_code');
  await db.query('INSERT INTO set_up_code (code_hash, made_at) VALUES ($1, $2)', [codeHash, at]);
}

/** Whether this is the code, without using it up. */
export async function isSetUpCode(db: Db, codeHash: Buffer): Promise<boolean> {
  return (await db.query('SELECT 1 FROM set_up_code WHERE code_hash = $1', [codeHash])).rowCount === 1;
}

/** Deletes the code and says whether it was there: a code works once. */
export async function takeSetUpCode(db: Db, codeHash: Buffer): Promise<boolean> {
  const result = await db.query('DELETE FROM set_up_code WHERE code_hash = $1', [codeHash]);
  return result.rowCount === 1;
}

export async function updatePriceClass(db: Db, priceClassMinor: number): Promise<void> {
  await db.query('UPDATE shop SET price_class_minor = $1', [priceClassMinor]);
}

export async function updateOpenHours(
  db: Db,
  { days, from, to, holidays }: Omit<OpenHours, 'holidays'> & { readonly holidays: readonly Holiday[] },
): Promise<void> {
  await db.query('UPDATE shop SET open_days = $1, open_from = $2, open_to = $3, holidays = $4', [
    days,
    from,
    to,
    JSON.stringify(holidays),
  ]);
}

export async function updateRules(db: Db, rules: LocalRules): Promise<void> {
  await db.query(
    `UPDATE shop SET licence = $1, identity_accepted = $2, right_accepted = $3, witness_rule = $4, forms = $5,
       secret_days = $6, personal_days = $7, plain_copy_rule = $8`,
    [
      rules.licence,
      rules.identityAccepted,
      rules.rightAccepted,
      rules.witness,
      rules.forms,
      rules.secretDays,
      rules.personalDays,
      rules.plainCopy,
    ],
  );
}

export async function updateHabits(
  db: Db,
  {
    habits,
    lockMinutes,
    onlyKeyHarmMinor,
    stolenLiveHarmMinor,
    awayKeyHarmMinor,
    spelling,
    proveDepth,
    arrivalForm,
  }: Pick<
    ShopRow,
    | 'habits'
    | 'lockMinutes'
    | 'onlyKeyHarmMinor'
    | 'stolenLiveHarmMinor'
    | 'awayKeyHarmMinor'
    | 'spelling'
    | 'proveDepth'
    | 'arrivalForm'
  >,
): Promise<void> {
  await db.query(
    `UPDATE shop SET habit_missing = $1, habit_copy = $2, habit_first = $3, lock_minutes = $4, only_key_harm_minor = $5,
       stolen_live_harm_minor = $6, away_key_harm_minor = $7, spelling = $8, prove_depth = $9, arrival_form = $10`,
    [
      habits.missing,
      habits.copy,
      habits.first,
      lockMinutes,
      onlyKeyHarmMinor,
      stolenLiveHarmMinor,
      awayKeyHarmMinor,
      spelling,
      proveDepth,
      arrivalForm,
    ],
  );
}
