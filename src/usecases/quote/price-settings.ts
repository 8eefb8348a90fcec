import { v7 as uuid } from 'uuid';
import type { PersonActor } from '@/core/kinds/actor';
import { addDays, localMoment } from '@/core/kinds/local-time';
import { minorPlaces } from '@/core/kinds/money';
import { done, failed, failedOf, type Result } from '@/core/kinds/result';
import type { OptionKind } from '@/core/quote/option-kinds';
import { firstOption, listTotal } from '@/core/quote/options';
import { rulesInOtherMoney, snapshotInOtherMoney } from '@/core/quote/other-money';
import type { PriceRules } from '@/core/quote/price-rules';
import type { QuoteSnapshot, TaxClass } from '@/core/quote/quote';
import { appendAudit } from '@/data/audit';
import { convertAmounts, setCurrency } from '@/data/currency';
import type { Db } from '@/data/db';
import { noteFirstStep } from '@/data/first-hour';
import { findJob, listLatestClosed } from '@/data/jobs';
import {
  findPriceBook,
  lockPrices,
  readTaxRates,
  replacePriceBook,
  replaceTaxRates,
} from '@/data/price-rules';
import {
  type AccountRow,
  type CouponRow,
  endAccount,
  endCoupon,
  insertCoupon,
  listAccounts,
  listCoupons,
  upsertAccount,
} from '@/data/quote-terms';
import { getShopOrThrow, type ShopRow, updateOpenHours } from '@/data/shop';
import type { ByIdInput } from '@/inputs/people-inputs';
import type {
  AccountInput,
  CouponInput,
  CurrencyInput,
  OpenHoursInput,
  PriceRulesInput,
} from '@/inputs/price-inputs';
import { changeAs, readAs } from '../asking/read-as';
import { refusedFor } from '../duties';
import { computeView } from '../view/job-view';

export interface PriceSettings {
  readonly shop: ShopRow;
  /** Null where the shop has no prices yet. */
  readonly book: { readonly id: string; readonly rules: PriceRules } | null;
  readonly taxBasisPoints: Readonly<Record<TaxClass, number>>;
  readonly accounts: readonly AccountRow[];
  readonly coupons: readonly CouponRow[];
}

export async function readPriceSettings(actor: PersonActor): Promise<PriceSettings> {
  const db = readAs(actor);
  const shop = await getShopOrThrow(db);
  const { day } = localMoment(actor.at, shop.zone);
  return {
    shop,
    book: (await findPriceBook(db, day)) ?? null,
    taxBasisPoints: await readTaxRates(db, day),
    accounts: await listAccounts(db, day),
    coupons: await listCoupons(db, day),
  };
}

/** What other rules, or another currency, would have made of a job that is closed. */
export interface PriceEffect {
  readonly number: number;
  readonly car: string;
  readonly kind: OptionKind;
  readonly beforeMinor: number;
  readonly afterMinor: number;
}

/** How many closed jobs an effect is shown on. */
const effectJobs = 10;

/** Quotes the latest closed jobs once more by the present rules and by others; stores nothing. */
export async function priceEffect(
  actor: PersonActor,
  input: PriceRulesInput,
): Promise<Result<readonly PriceEffect[]>> {
  const mayNot = refusedFor(actor, 'manageShop');
  if (mayNot) return mayNot;
  const read = rulesOf(input);
  if (!read.ok) return read;
  const { rules, taxBasisPoints } = read.value;
  return done(await effectOn(actor, (snapshot) => ({ ...snapshot, rules, taxBasisPoints })));
}

/** The latest closed jobs quoted in another currency; stores nothing. */
export async function currencyEffect(
  actor: PersonActor,
  input: CurrencyInput,
): Promise<Result<readonly PriceEffect[]>> {
  const mayNot = refusedFor(actor, 'manageShop');
  if (mayNot) return mayNot;
  const { currency } = await getShopOrThrow(readAs(actor));
  if (currency === input.currency) return failed('The shop has this currency already.', 'currency');
  const factor = factorOf(input, currency);
  return done(await effectOn(actor, (snapshot) => snapshotInOtherMoney(snapshot, input.currency, factor)));
}

async function effectOn(
  actor: PersonActor,
  change: (snapshot: QuoteSnapshot) => QuoteSnapshot,
): Promise<PriceEffect[]> {
  const db = readAs(actor);
  const effects: PriceEffect[] = [];
  for (const number of await listLatestClosed(db, 4 * effectJobs)) {
    const job = await findJob(db, number);
    if (!job) continue;
    const { quote } = await computeView(db, actor, job);
    const first = quote && firstOption(quote.options);
    if (!quote || !first) continue;
    const changed = change(quote.snapshot);
    const book = job.terms.book ?? changed.rules.style;
    const afterMinor = listTotal(first.kind, { ...quote.request, book }, changed.now, changed);
    if (afterMinor === null) continue;
    const { make, model, year } = job.call;
    effects.push({
      number,
      car: [make, model, year].filter(Boolean).join(' '),
      kind: first.kind,
      beforeMinor: first.totalMinor,
      afterMinor,
    });
    if (effects.length === effectJobs) break;
  }
  return effects;
}

/** Lets other rules and taxes hold from today on. Quotes that were made keep theirs. */
export async function savePriceRules(
  actor: PersonActor,
  input: PriceRulesInput,
): Promise<Result<{ id: string }>> {
  const mayNot = refusedFor(actor, 'manageShop');
  if (mayNot) return mayNot;
  const read = rulesOf(input);
  if (!read.ok) return read;
  return changeAs(actor, async (db) => {
    await lockPrices(db);
    const { zone } = await getShopOrThrow(db);
    const { day } = localMoment(actor.at, zone);
    const current = await findPriceBook(db, day);
    if ((current?.id ?? null) !== input.basedOn)
      return failed('Somebody changed the prices meanwhile. Load the page again; nothing was stored.');
    const id = uuid();
    await replacePriceBook(db, id, read.value.rules, day, { at: actor.at, by: actor.personId });
    await replaceTaxRates(db, read.value.taxBasisPoints, day);
    await appendAudit(db, actor, { action: 'prices.changed', subjectKind: 'shop', subjectId: id });
    return done({ id });
  });
}

/** The rules of a form; what must hold between them is checked here. */
function rulesOf(
  input: PriceRulesInput,
): Result<{ readonly rules: PriceRules; readonly taxBasisPoints: Record<TaxClass, number> }> {
  const { basedOn: _, goodsTaxBasisPoints, labourTaxBasisPoints, warranties, ...rules } = input;
  const wrong = failedOf(
    ...twice(rules.flatRates, ({ work, difficulty }) => `${work} ${difficulty}`).map((at) => ({
      field: `flatRates.${at}.work`,
      message: 'This work stands in the flat rates twice.',
    })),
    ...twice(rules.ownWorks, ({ name }) => name.trim().toLowerCase()).map((at) => ({
      field: `ownWorks.${at}.name`,
      message: 'Two works have the same name.',
    })),
    ...rules.flatRates.map(
      ({ firstMinor, furtherMinor }, at) =>
        firstMinor === null &&
        furtherMinor !== null && {
          field: `flatRates.${at}.firstMinor`,
          message: 'What does the first key cost?',
        },
    ),
    ...twice(rules.bands, ({ toKm }) => String(toKm)).map((at) => ({
      field: `bands.${at}.toKm`,
      message: 'Two bands end at the same distance.',
    })),
    ...twice(rules.hours, ({ label }) => label).map((at) => ({
      field: `hours.${at}.label`,
      message: 'Two hours have the same name.',
    })),
    ...rules.hours.map(
      ({ from, to }, at) =>
        from >= to && {
          field: `hours.${at}.to`,
          message: 'It ends before it begins; a night is two rules.',
        },
    ),
  );
  if (wrong) return wrong;
  return done({
    rules: {
      ...rules,
      lossNote: rules.lossNote.trim(),
      flatRates: rules.flatRates.flatMap(({ firstMinor, furtherMinor, ...rate }) =>
        firstMinor === null ? [] : [{ ...rate, firstMinor, furtherMinor: furtherMinor ?? firstMinor }],
      ),
      ownWorks: rules.ownWorks.map((work) => ({ ...work, name: work.name.trim() })),
      bands: [...rules.bands].sort((a, b) => a.toKm - b.toKm),
      hours: rules.hours.map((rule) => ({ ...rule, days: [...new Set(rule.days)].sort() })),
      warrantyMonths: Object.fromEntries(warranties.map(({ option, months }) => [option, months])),
    },
    taxBasisPoints: { goods: goodsTaxBasisPoints, labour: labourTaxBasisPoints },
  });
}

/** The places of items that one before them is like. */
function twice<Item>(items: readonly Item[], key: (item: Item) => string): number[] {
  return [...items.keys()].filter((at) =>
    items.slice(0, at).some((other) => key(other) === key(items[at] as Item)),
  );
}

export async function saveAccount(actor: PersonActor, input: AccountInput): Promise<Result<null>> {
  return changeTerms(actor, 'account.saved', async (db) => {
    await upsertAccount(db, { ...input, id: uuid(), name: input.name.trim() });
    return undefined;
  });
}

export async function endAccountById(actor: PersonActor, { id }: ByIdInput): Promise<Result<null>> {
  return changeTerms(actor, 'account.ended', async (db, day) =>
    (await endAccount(db, id, day)) ? undefined : failed('This account has ended already.'),
  );
}

export async function addCoupon(actor: PersonActor, input: CouponInput): Promise<Result<null>> {
  if (input.percent === 0 && input.amountMinor === 0)
    return failed('A coupon takes a percentage or an amount off.', 'percent');
  return changeTerms(actor, 'coupon.added', async (db, day) => {
    const { days, ...coupon } = input;
    const added = await insertCoupon(
      db,
      { ...coupon, id: uuid(), code: coupon.code.toUpperCase() },
      { from: day, to: addDays(day, days) },
    );
    return added ? undefined : failed('There is a coupon of this code already.', 'code');
  });
}

export async function endCouponById(actor: PersonActor, { id }: ByIdInput): Promise<Result<null>> {
  return changeTerms(actor, 'coupon.ended', async (db, day) =>
    (await endCoupon(db, id, day)) ? undefined : failed('This coupon has ended already.'),
  );
}

/** Sets when the vans drive out. */
export async function setOpenHours(actor: PersonActor, input: OpenHoursInput): Promise<Result<null>> {
  if (input.from >= input.to) return failed('It ends before it begins.', 'to');
  const free = input.holidays ?? [];
  if (new Set(free.map(({ day }) => day)).size < free.length)
    return failed('A day stands there twice.', 'holidays');
  return changeTerms(actor, 'shop.openHours', async (db) => {
    const { holidays } = await getShopOrThrow(db);
    await updateOpenHours(db, {
      ...input,
      days: [...new Set(input.days)].sort(),
      holidays: [...(input.holidays ?? holidays)].sort((a, b) => (a.day < b.day ? -1 : 1)),
    });
    await noteFirstStep(db, 'hours', 'done');
    return undefined;
  });
}

/** Turns the shop to another currency: all that holds now is restated; quotes that were made keep theirs. */
export async function changeCurrency(actor: PersonActor, input: CurrencyInput): Promise<Result<null>> {
  return changeTerms(actor, 'shop.currency', async (db, day) => {
    const { currency } = await getShopOrThrow(db);
    if (currency === input.currency) return failed('The shop has this currency already.', 'currency');
    const factor = factorOf(input, currency);
    await lockPrices(db);
    await convertAmounts(db, factor);
    await setCurrency(db, { at: actor.at, from: currency, to: input.currency, factor });
    const book = await findPriceBook(db, day);
    if (book)
      await replacePriceBook(db, uuid(), rulesInOtherMoney(book.rules, factor), day, {
        at: actor.at,
        by: actor.personId,
      });
    return undefined;
  });
}

/** Minor units of the other currency for one of the present. */
function factorOf({ currency, worth }: CurrencyInput, present: string): number {
  return worth * 10 ** (minorPlaces(currency) - minorPlaces(present));
}

async function changeTerms(
  actor: PersonActor,
  action: string,
  change: (db: Db, day: string) => Promise<ReturnType<typeof failed> | undefined>,
): Promise<Result<null>> {
  const mayNot = refusedFor(actor, 'manageShop');
  if (mayNot) return mayNot;
  return changeAs(actor, async (db) => {
    const { id, zone } = await getShopOrThrow(db);
    const refused = await change(db, localMoment(actor.at, zone).day);
    if (refused) return refused;
    await appendAudit(db, actor, { action, subjectKind: 'shop', subjectId: id });
    return done(null);
  });
}
