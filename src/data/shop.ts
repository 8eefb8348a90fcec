import type { LocalRules, PlainCopyRule } from '@/core/authority/documents';
import type { ArrivalForm } from '@/core/job/arrival';
import type { FirmContact, OwnTexts, PaperSize } from '@/core/kinds/firm';
import type { LocalDay, LocalHour } from '@/core/kinds/local-time';
import type { DistanceUnit } from '@/core/kinds/units';
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
  readonly distanceUnit: DistanceUnit;
  /** Where the cars of its district are mostly sold; empty where that is not said. */
  readonly market: string;
  readonly quoteValidDays: number;
  readonly paperSize: PaperSize;
  /** How it is reached and paid, on its papers. */
  readonly contact: FirmContact;
  /** The version of its logo; null where it has none. */
  readonly logo: string | null;
  readonly ownTexts: OwnTexts;
  /** When its data are written away by themselves; null for never. */
  readonly backupAt: LocalHour | null;
  readonly backupKeep: number;
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
         'witness', witness_rule, 'plainCopy', plain_copy_rule, 'freePrice', free_price_rule, 'forms', forms, 'secretDays', secret_days, 'personalDays', personal_days) AS rules,
       lock_minutes AS "lockMinutes",
       jsonb_build_object('days', open_days, 'from', to_char(open_from, 'HH24:MI'), 'to', to_char(open_to, 'HH24:MI')) AS open,
       holidays, spelling, prove_depth AS "proveDepth", arrival_form AS "arrivalForm", paper_size AS "paperSize",
       jsonb_build_object('address', address, 'phone', phone, 'mail', mail, 'taxNumber', tax_number, 'bank', bank) AS contact,
       (SELECT version FROM shop_logo) AS logo, to_char(backup_at, 'HH24:MI') AS "backupAt", backup_keep AS "backupKeep",
       '{"included": [], "notIncluded": [], "terms": [], "cautions": [], "handover": [], "message": []}' || own_texts AS "ownTexts"
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
  | 'paperSize'
  | 'contact'
  | 'logo'
  | 'ownTexts'
  | 'backupKeep'
> & {
  readonly createdAt: Date;
};

export async function insertShop(db: Db, shop: NewShop): Promise<void> {
  await db.query(
    `INSERT INTO shop (id, name, is_demo, zone, locale, currency, distance_unit, market, quote_valid_days, price_class_minor, created_at,
       backup_at)
     VALUES ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11, $12)`,
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
      shop.backupAt,
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

/** Who the shop is, as its papers say. */
export async function updateFirm(
  db: Db,
  firm: FirmContact & { readonly name: string; readonly licence: string },
): Promise<void> {
  await db.query(
    'UPDATE shop SET name = $1, licence = $2, address = $3, phone = $4, mail = $5, tax_number = $6, bank = $7',
    [firm.name, firm.licence, firm.address, firm.phone, firm.mail, firm.taxNumber, firm.bank],
  );
}

/** What the shop goes by: its time, units, paper and how long a quote holds. */
export async function updateStandards(
  db: Db,
  shop: Pick<ShopRow, 'zone' | 'locale' | 'distanceUnit' | 'market' | 'quoteValidDays' | 'paperSize'>,
): Promise<void> {
  await db.query(
    `UPDATE shop SET zone = $1, locale = $2, distance_unit = $3, market = $4, quote_valid_days = $5, paper_size = $6`,
    [shop.zone, shop.locale, shop.distanceUnit, shop.market, shop.quoteValidDays, shop.paperSize],
  );
}

export async function updateOwnTexts(db: Db, texts: OwnTexts): Promise<void> {
  await db.query('UPDATE shop SET own_texts = $1', [JSON.stringify(texts)]);
}

export async function updateBackupPlan(
  db: Db,
  { at, keep }: { readonly at: LocalHour | null; readonly keep: number },
): Promise<void> {
  await db.query('UPDATE shop SET backup_at = $1, backup_keep = $2', [at, keep]);
}

export async function findLogo(
  db: Db,
): Promise<{ readonly png: Buffer; readonly version: string } | undefined> {
  const result = await db.query<{ png: Buffer; version: string }>('SELECT png, version FROM shop_logo');
  return result.rows[0];
}

/** Keeps a logo in place of the one before. */
export async function replaceLogo(db: Db, png: Buffer, version: string): Promise<void> {
  await db.query(
    `INSERT INTO shop_logo (png, version) VALUES ($1, $2)
     ON CONFLICT (only_one) DO UPDATE SET png = excluded.png, version = excluded.version`,
    [png, version],
  );
}

export async function deleteLogo(db: Db): Promise<boolean> {
  return (await db.query('DELETE FROM shop_logo')).rowCount === 1;
}

export async function updateRules(db: Db, rules: Omit<LocalRules, 'licence'>): Promise<void> {
  await db.query(
    `UPDATE shop SET identity_accepted = $1, right_accepted = $2, witness_rule = $3, forms = $4,
       secret_days = $5, personal_days = $6, plain_copy_rule = $7, free_price_rule = $8`,
    [
      rules.identityAccepted,
      rules.rightAccepted,
      rules.witness,
      rules.forms,
      rules.secretDays,
      rules.personalDays,
      rules.plainCopy,
      rules.freePrice,
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
