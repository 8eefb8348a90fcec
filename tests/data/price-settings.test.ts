import { describe, expect, it } from 'vitest';
import type { PersonActor } from '@/core/kinds/actor';
import { listTotal } from '@/core/quote/options';
import { listSpareStock } from '@/data/stock';
import { parseInput } from '@/inputs/parse';
import { type PriceRulesInput, PriceRulesInput as RulesClass } from '@/inputs/price-inputs';
import { draftOfRules, sentOfDraft } from '@/screens/prices/draft';
import { quoteCar } from '@/usecases/benches/quote-car';
import { database } from '@/usecases/database';
import {
  addCoupon,
  changeCurrency,
  currencyEffect,
  endAccountById,
  priceEffect,
  readPriceSettings,
  saveAccount,
  savePriceRules,
  setOpenHours,
} from '@/usecases/quote/price-settings';
import {
  exportPrices,
  readPriceFile,
  readPriceHistory,
  readSuppliers,
  storePriceFile,
} from '@/usecases/quote/suppliers';
import { viewOf } from '../support/jobs';
import { actorOf, testDatabase } from '../support/test-database';

testDatabase('world');

/** What each piece cost that lies in a van, in the shop's money. */
async function costsInVan(): Promise<(number | null)[]> {
  const db = database();
  const { rows } = await db.query<{ id: string }>('SELECT id FROM van ORDER BY name LIMIT 1');
  const articles = await db.query<{ article: string }>('SELECT DISTINCT article FROM stock_movement');
  const nobody = '00000000-0000-4000-8000-000000000000';
  const names = articles.rows.map(({ article }) => article);
  return (await listSpareStock(db, rows[0]?.id ?? '', names, nobody)).map(({ costMinor }) => costMinor);
}

/** What the form sends when nothing was touched, with changes. */
async function form(actor: PersonActor, more: Partial<PriceRulesInput> = {}): Promise<PriceRulesInput> {
  const { book, taxBasisPoints, shop } = await readPriceSettings(actor);
  if (!book) throw new Error('the world has prices');
  const sent = sentOfDraft(
    draftOfRules(book.rules, taxBasisPoints, shop.currency, 'km'),
    book.id,
    shop.currency,
    'km',
  );
  const parsed = parseInput(RulesClass, { ...sent, ...more });
  if (!parsed.ok) throw new Error(JSON.stringify(parsed.problems));
  return parsed.value;
}

describe('the price rules', () => {
  it('show their effect on ten closed jobs before they are saved, and change nothing by it', async () => {
    const actor = await actorOf('proprietor');
    const before = await readPriceSettings(actor);
    const same = await priceEffect(actor, await form(actor));
    expect(same.ok && same.value).toHaveLength(10);
    for (const { beforeMinor, afterMinor } of same.ok ? same.value : []) expect(afterMinor).toBe(beforeMinor);
    const dearer = await priceEffect(actor, await form(actor, { minimumMinor: 90_000 }));
    for (const { kind, beforeMinor, afterMinor } of dearer.ok ? dearer.value : [])
      if (kind.startsWith('shop')) expect(afterMinor).toBeGreaterThan(beforeMinor);
    expect(await readPriceSettings(actor)).toEqual(before);
  });

  it('hold from today on; a set that another has replaced is refused', async () => {
    const actor = await actorOf('proprietor');
    const stale = await form(actor, { minimumMinor: 7000 });
    expect(
      await savePriceRules(actor, await form(actor, { minimumMinor: 6000, goodsTaxBasisPoints: 700 })),
    ).toMatchObject({
      ok: true,
    });
    expect(await savePriceRules(actor, stale)).toMatchObject({
      ok: false,
      problems: [{ message: expect.stringContaining('meanwhile') }],
    });
    const { book, taxBasisPoints } = await readPriceSettings(actor);
    expect(book?.rules.minimumMinor).toBe(6000);
    expect(taxBasisPoints).toEqual({ goods: 700, labour: 650 });
    const sets = await database().query(
      'SELECT count(*)::int AS sets FROM price_book WHERE valid @> $1::date',
      ['2027-03-03'],
    );
    expect(sets.rows[0].sets).toBe(1);
  });

  it('are the proprietor’s, and what cannot be is refused by its field', async () => {
    const actor = await actorOf('proprietor');
    const sent = await form(actor);
    expect(await savePriceRules(await actorOf('locksmith'), sent)).toMatchObject({ ok: false });
    expect(await priceEffect(await actorOf('trainee'), sent)).toMatchObject({ ok: false });
    const [first] = sent.flatRates;
    expect(await priceEffect(actor, { ...sent, flatRates: first ? [first, first] : [] })).toMatchObject({
      problems: [{ field: 'flatRates.1.work' }],
    });
    const night = { label: 'Night', days: [1], from: '22:00', to: '06:00', percent: 50 };
    expect(await priceEffect(actor, { ...sent, hours: [night] })).toMatchObject({
      problems: [{ field: 'hours.0.to' }],
    });
    for (const wrong of [
      { rateMinor: 0 },
      { roundingMinor: 0 },
      { depositPercent: 101 },
      { paymentBasisPoints: 2001 },
      { rateMinor: 12.5 },
      { bands: [{ toKm: 0, minor: 100 }] },
      { hours: [{ ...night, days: [] }] },
      { hours: [{ ...night, days: [7] }] },
      { __proto__: { polluted: true }, extra: 1 },
    ])
      expect(parseInput(RulesClass, { ...sent, ...wrong }).ok).toBe(false);
  });

  it('let accounts, coupons and open hours be changed', async () => {
    const actor = await actorOf('proprietor');
    await saveAccount(actor, { name: 'Harbour Fleet', goodsPercent: 3, labourPercent: 12, paysInDays: 20 });
    const found = (await readPriceSettings(actor)).accounts.find(({ name }) => name === 'Harbour Fleet');
    expect(found).toMatchObject({ labourPercent: 12 });
    expect(await endAccountById(actor, { id: found?.id ?? '' })).toMatchObject({ ok: true });
    expect(await endAccountById(actor, { id: found?.id ?? '' })).toMatchObject({ ok: false });
    const coupon = { code: 'lake-5', percent: 5, amountMinor: 0, fromMinor: 0, withAccount: true, days: 30 };
    expect(await addCoupon(actor, coupon)).toMatchObject({ ok: true });
    expect(await addCoupon(actor, coupon)).toMatchObject({ problems: [{ field: 'code' }] });
    expect(await addCoupon(actor, { ...coupon, code: 'NOTHING', percent: 0 })).toMatchObject({ ok: false });
    expect(await setOpenHours(actor, { days: [6, 0], from: '10:00', to: '09:00' })).toMatchObject({
      ok: false,
    });
    expect(await setOpenHours(actor, { days: [6, 0, 6], from: '09:00', to: '12:00' })).toMatchObject({
      ok: true,
    });
    expect((await readPriceSettings(actor)).shop.open).toEqual({ days: [0, 6], from: '09:00', to: '12:00' });
    await setOpenHours(actor, { days: [1, 2, 3, 4, 5], from: '08:00', to: '17:30' });
    const before = (await readPriceSettings(actor)).shop.holidays;
    expect(before.length).toBeGreaterThan(1);
    const hours = { days: [1, 2, 3, 4, 5], from: '08:00', to: '17:30' };
    const fair = { day: '2027-06-01', name: 'Fair' };
    expect(await setOpenHours(actor, { ...hours, holidays: [fair, fair] })).toMatchObject({ ok: false });
    expect(await setOpenHours(actor, { ...hours, holidays: [fair] })).toMatchObject({ ok: true });
    expect((await readPriceSettings(actor)).shop.holidays).toEqual([fair]);
    await setOpenHours(actor, { ...hours, holidays: [...before] });
  });
});

const file = (text: string) => ({ name: 'prices.csv', bytes: Buffer.from(text) });
const head = 'article,price,stock,lead_days,condition,warranty_months,minimum_order,shipping\n';
const supplierId = async (actor: PersonActor, name: string) =>
  (await readSuppliers(actor)).suppliers.find((one) => one.name === name)?.id ?? '';

describe('a price file', () => {
  it('comes back byte for byte and changes nothing', async () => {
    const actor = await actorOf('locksmith');
    const id = await supplierId(actor, 'Cobble Wharf Blanks');
    const text = (await exportPrices(actor, id)) ?? '';
    const read = await readPriceFile(actor, { supplierId: id, ...file(text) });
    expect(read).toMatchObject({
      ok: true,
      value: { difference: { counts: { added: 0, changed: 0, missing: 0 } } },
    });
    if (!read.ok) return;
    expect(await storePriceFile(actor, { id: read.value.id })).toMatchObject({
      ok: true,
      value: { stored: 0 },
    });
    expect(await exportPrices(actor, id)).toBe(text);
  });

  it('says what it would change, stores it from today on, and keeps what was', async () => {
    const actor = await actorOf('locksmith');
    const id = await supplierId(actor, 'Cobble Wharf Blanks');
    const read = await readPriceFile(actor, {
      supplierId: id,
      ...file(`${head}REM-5530,41.20,7,1,new,6,1,2.40\nODD-9000,3.00,,2,,,,\n`),
    });
    if (!read.ok) throw new Error('not read');
    expect(read.value).toMatchObject({ problems: [], strange: ['ODD-9000'] });
    expect(read.value.difference.changed[0]?.after).toMatchObject({ article: 'REM-5530', priceMinor: 4120 });
    expect(await storePriceFile(actor, { id: read.value.id })).toMatchObject({ value: { stored: 2 } });
    expect(await storePriceFile(actor, { id: read.value.id })).toMatchObject({ ok: false });
    const history = (await readPriceHistory(actor, 'REM-5530')).filter(
      ({ supplier }) => supplier === 'Cobble Wharf Blanks',
    );
    expect(history.map(({ to }) => to)).toEqual(['2027-03-03', null]);
    expect(history[1]?.priceMinor).toBe(4120);
  });

  it.each([
    ['a quote left open', `${head}"REM-5530,41.20,7,1,new,6,1,2.40\n`, 'A quote is opened'],
    ['a row cut short', `${head}REM-5530,41.20\n`, 'Expected 8 cells'],
    ['a price that is none', `${head}REM-5530,cheap,7,1,new,6,1,2.40\n`, 'Expected an amount'],
    ['a column nobody knows', 'article,price,lead_days,colour\nA,1.00,1,red\n', 'Not a column'],
    ['an article twice', `${head}A,1.00,,1,,,,\nA,2.00,,1,,,,\n`, 'twice'],
    ['a formula', `${head}=1+1,1.00,,1,,,,\n`, 'begins with a letter'],
    ['nothing', head, 'no price in it'],
  ])('with %s is told by line, and nothing of it can be stored', async (_, text, reason) => {
    const actor = await actorOf('locksmith');
    const id = await supplierId(actor, 'Oddment Keys');
    const before = await exportPrices(actor, id);
    const read = await readPriceFile(actor, { supplierId: id, ...file(text) });
    if (!read.ok) throw new Error('not read');
    expect(read.value.problems[0]?.reason).toContain(reason);
    expect(await storePriceFile(actor, { id: read.value.id })).toMatchObject({ ok: false });
    expect(await exportPrices(actor, id)).toBe(before);
  });

  it('is for those who may bring prices', async () => {
    const id = await supplierId(await actorOf('locksmith'), 'Oddment Keys');
    expect(await readPriceFile(await actorOf('trainee'), { supplierId: id, ...file(head) })).toMatchObject({
      ok: false,
    });
  });
});

describe('another currency', () => {
  it('restates what holds now, and quotes go on in it', async () => {
    const actor = await actorOf('proprietor');
    const before = await readPriceSettings(actor);
    expect(await changeCurrency(actor, { currency: 'USD', worth: 1 })).toMatchObject({ ok: false });
    const effect = await currencyEffect(actor, { currency: 'JPY', worth: 150 });
    expect(effect.ok && effect.value).toHaveLength(10);
    for (const { beforeMinor, afterMinor } of effect.ok ? effect.value : [])
      expect(Math.abs(afterMinor - 1.5 * beforeMinor)).toBeLessThan(400);
    expect((await readPriceSettings(actor)).shop.currency).toBe('USD');
    const stockBefore = await costsInVan();
    expect(stockBefore.some((cost) => cost !== null)).toBe(true);
    expect(await changeCurrency(actor, { currency: 'JPY', worth: 150 })).toMatchObject({ ok: true });
    const after = await readPriceSettings(actor);
    expect(after.shop.currency).toBe('JPY');
    expect(after.book?.rules.rateMinor).toBe(Math.round((before.book?.rules.rateMinor ?? 0) * 1.5));
    expect(after.book?.rules.roundingMinor).toBe(100);
    // What was paid for what lies in the van is restated with the rest, and the effect was what came.
    expect(await costsInVan()).toEqual(
      stockBefore.map((cost) => (cost === null ? null : Math.round(cost * 1.5))),
    );
    const now = await Promise.all(
      (effect.ok ? effect.value : []).map(async ({ number, kind }) => {
        const { quote, job } = await viewOf(actor, number);
        const book = job.terms.book ?? quote?.snapshot.rules.style;
        return quote && book
          ? listTotal(kind, { ...quote.request, book }, quote.snapshot.now, quote.snapshot)
          : null;
      }),
    );
    expect(now).toEqual((effect.ok ? effect.value : []).map(({ afterMinor }) => afterMinor));
    const quoted = await quoteCar(actor, { line: 'merrowdale 2018 push lost both quarry end' });
    if (!quoted.ok) throw new Error('not quoted');
    const { options, snapshot } = quoted.value.quote;
    expect(snapshot.currency).toBe('JPY');
    for (const option of options)
      if (option.available) expect(option.netMinor + option.taxMinor).toBe(option.totalMinor);
  });
});
