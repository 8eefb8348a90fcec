import { v7 as uuid } from 'uuid';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import type { PersonActor } from '@/core/kinds/actor';
import { database } from '@/usecases/database';
import { drawReceipt, makeReceipt, readPayments, takeBack, takePayment } from '@/usecases/jobs/payments';
import { closeJob } from '@/usecases/jobs/record';
import { openComeback, readJobLinks, reopenJob } from '@/usecases/jobs/reopen';
import { openOffer, readOffer } from '@/usecases/quote/customer';
import { acceptByPhone, makeLink } from '@/usecases/quote/links';
import { offerQuote } from '@/usecases/quote/offer';
import { setTerms } from '@/usecases/quote/terms';
import { quotedJob, viewOf } from '../support/jobs';
import { readPdf } from '../support/read-pdf';
import { applyRetentionTwice } from '../support/retention';
import { actorOf, testDatabase } from '../support/test-database';

const clock = vi.hoisted(() => ({ at: new Date('2027-03-03T15:20:00Z') }));
vi.mock('@/outside/clock', async (original) => ({
  ...(await original<typeof import('@/outside/clock')>()),
  now: () => clock.at,
}));

testDatabase('world');

beforeEach(() => {
  clock.at = new Date('2027-03-03T15:20:00Z');
});

const later = (actor: PersonActor, minutes: number): PersonActor => ({
  ...actor,
  at: new Date(actor.at.getTime() + minutes * 60_000),
});
const versionOf = async (actor: PersonActor, number: number) => (await viewOf(actor, number)).job.version;
const billOf = async (actor: PersonActor, number: number) => {
  const found = await readPayments(actor, (await viewOf(actor, number)).job);
  if (!found) throw new Error('nothing was quoted');
  return found;
};

/** A job with a quote, accepted by phone where it is said. */
async function soldJob(actor: PersonActor, accepted = true) {
  const number = await quotedJob(actor);
  const version = await versionOf(actor, number);
  const offered = await offerQuote(actor, { number, version, option: 'shopAftermarket' });
  if (!offered.ok || !('quoteNumber' in offered.value)) throw new Error('not offered');
  const quote = offered.value.quoteNumber as number;
  if (accepted) await acceptByPhone(actor, { number, quote, option: 'shopAftermarket' });
  return { number, quote };
}

async function closed(actor: PersonActor, number: number) {
  const version = await versionOf(actor, number);
  const ended = await closeJob(actor, { number, version, outcome: 'wentElsewhere', reason: 'He found it' });
  expect(ended.ok).toBe(true);
}

describe('what is taken for a job', () => {
  it('goes off what is due, each amount once, and never more than is due', async () => {
    const actor = await actorOf('locksmith');
    const { number } = await soldJob(actor);
    const { bill } = await billOf(actor, number);
    expect(bill.paidMinor).toBe(0);
    const deposit = { number, id: uuid(), how: 'card', amount: 50 } as const;
    expect(await takePayment(actor, deposit)).toEqual({ ok: true, value: null });
    expect(await takePayment(actor, deposit)).toEqual({ ok: true, value: null });
    expect((await billOf(actor, number)).bill).toEqual({
      ...bill,
      paidMinor: 5_000,
      dueMinor: bill.totalMinor - 5_000,
    });
    const much = { number, id: uuid(), how: 'cash', amount: bill.totalMinor / 100 } as const;
    expect(await takePayment(actor, much)).toMatchObject({
      ok: false,
      problems: [{ field: 'amount', message: expect.stringMatching(/^Only .*\d is due\.$/) }],
    });
    const rest = { ...much, amount: (bill.totalMinor - 5_000) / 100 };
    expect((await takePayment(actor, rest)).ok).toBe(true);
    expect(await takePayment(actor, { ...much, id: uuid(), amount: 1 })).toMatchObject({
      problems: [{ message: 'Nothing is due any more.' }],
    });
  });

  it.each([
    ['smaller than the currency has', { amount: 0.001 }, 'amount'],
    ['on an account that there is not', { how: 'account' }, 'how'],
  ])('is refused where it is %s', async (_, wrong, field) => {
    const actor = await actorOf('locksmith');
    const { number } = await soldJob(actor);
    const input = { number, id: uuid(), how: 'cash' as const, amount: 1, ...(wrong as object) };
    expect(await takePayment(actor, input)).toMatchObject({ ok: false, problems: [{ field }] });
  });

  it('is taken back with a reason, once, by who may', async () => {
    const [actor, trainee] = [await actorOf('locksmith'), await actorOf('trainee')];
    const { number } = await soldJob(actor);
    const id = uuid();
    await takePayment(trainee, { number, id, how: 'cash', amount: 10 });
    const back = { number, id, reason: 'Typed on the wrong job' };
    expect((await takeBack(trainee, back)).ok).toBe(false);
    expect(await takeBack(actor, back)).toEqual({ ok: true, value: null });
    expect(await takeBack(actor, back)).toMatchObject({
      problems: [{ message: 'It was taken back already.' }],
    });
    expect((await billOf(actor, number)).bill.paidMinor).toBe(0);
  });

  it('is nothing before there is a quote', async () => {
    const actor = await actorOf('locksmith');
    const number = await quotedJob(actor);
    expect((await takePayment(actor, { number, id: uuid(), how: 'cash', amount: 1 })).ok).toBe(false);
    expect((await makeReceipt(actor, { number })).ok).toBe(false);
  });
});

describe('a receipt', () => {
  it('has a number, stays as it was given, and gives way to one with what was paid since', async () => {
    const actor = await actorOf('locksmith');
    const { number, quote } = await soldJob(actor);
    expect((await makeReceipt(actor, { number })).ok).toBe(false);
    await takePayment(actor, { number, id: uuid(), how: 'card', amount: 50 });
    const made = await makeReceipt(later(actor, 1), { number });
    if (!made.ok) throw new Error('no receipt');
    const { receipt: first } = made.value;
    // Nothing was paid since: the same one.
    expect(await makeReceipt(later(actor, 2), { number })).toEqual(made);
    const { bill } = await billOf(actor, number);
    await takePayment(later(actor, 3), { number, id: uuid(), how: 'cash', amount: bill.dueMinor / 100 });
    expect((await billOf(actor, number)).receiptDue).toBe(true);
    const second = await makeReceipt(later(actor, 4), { number });
    expect(second).toEqual({ ok: true, value: { receipt: first + 1 } });
    const [before, after] = await Promise.all(
      [first, first + 1].map(async (one) => readPdf((await drawReceipt(actor, one)) ?? new Uint8Array())),
    );
    expect(before).toContain(`R-${first}`);
    expect(before).toMatch(/Still due/);
    expect(after).toMatch(/Nothing is due/);
    expect(after).toContain(`R-${first}, which holds no longer`);
    expect(after).toContain(`Q-${quote}`);
    expect(after).toContain('Tax number');
    expect(after).toMatch(/Warranty: .* until /);
  });

  it('leaves no number out, however many are made at once', async () => {
    const actor = await actorOf('locksmith');
    const jobs = [];
    for (let at = 0; at < 5; at += 1) jobs.push((await soldJob(actor)).number);
    for (const number of jobs) await takePayment(actor, { number, id: uuid(), how: 'cash', amount: 5 });
    const made = await Promise.all(jobs.map((number) => makeReceipt(later(actor, 1), { number })));
    const numbers = made.map((one) => (one.ok ? one.value.receipt : 0)).sort((a, b) => a - b);
    expect(numbers).toEqual(numbers.map((_, at) => (numbers[0] ?? 0) + at));
    const all = await database().query<{ gaps: number }>(
      'SELECT (max(number) - count(*))::int AS gaps FROM receipt',
    );
    expect(all.rows[0]?.gaps).toBe(0);
  });

  it('puts an account’s share down as owed, and stands on the customer’s page', async () => {
    const actor = await actorOf('locksmith');
    const number = await quotedJob(actor);
    const accounts = await database().query<{ id: string; days: number }>(
      'SELECT id, pays_in_days AS days FROM trade_account ORDER BY name LIMIT 1',
    );
    const account = accounts.rows[0];
    const terms = {
      book: null,
      prefer: 'price',
      flexible: false,
      waitsFilled: false,
      couponCode: null,
    } as const;
    await setTerms(actor, {
      number,
      version: await versionOf(actor, number),
      ...terms,
      accountId: account?.id ?? null,
    });
    const version = await versionOf(actor, number);
    const offered = await offerQuote(actor, { number, version, option: 'shopAftermarket' });
    if (!offered.ok || !('quoteNumber' in offered.value)) throw new Error('not offered');
    const quote = offered.value.quoteNumber as number;
    const link = await makeLink(actor, { number, quote });
    const opened = link.ok ? await openOffer(link.value.token, 'phone') : link;
    if (!opened.ok) throw new Error('not opened');
    expect((await readOffer(opened.value.cookie))?.receipt).toBeNull();
    const { bill } = await billOf(actor, number);
    const taken = { number, id: uuid(), how: 'account', amount: bill.dueMinor / 100 } as const;
    expect(await takePayment(actor, taken)).toEqual({ ok: true, value: null });
    const made = await makeReceipt(later(actor, 1), { number });
    if (!made.ok) throw new Error('no receipt');
    expect((await readOffer(opened.value.cookie))?.receipt).toBe(made.value.receipt);
    const paper = readPdf((await drawReceipt(actor, made.value.receipt)) ?? new Uint8Array());
    expect(paper).toContain(`to be paid within ${account?.days} days`);
  });
});

describe('a closed job', () => {
  it('is opened again with a reason by who may, keeps how it had been closed, and is closed anew', async () => {
    const [actor, trainee] = [await actorOf('locksmith'), await actorOf('trainee')];
    const { number } = await soldJob(actor);
    const open = async (by: PersonActor) =>
      reopenJob(by, { number, version: await versionOf(actor, number), reason: 'Closed on the wrong tag' });
    expect(await open(actor)).toMatchObject({ ok: false, problems: [{ message: 'This job is open.' }] });
    await closed(actor, number);
    expect((await open(trainee)).ok).toBe(false);
    expect((await open(actor)).ok).toBe(true);
    const { job } = await viewOf(actor, number);
    expect(job.closed).toBeNull();
    expect((await readJobLinks(actor, job.id)).reopened).toMatchObject([
      { outcome: 'wentElsewhere', by: 'Sunniva Aasgren', reason: 'Closed on the wrong tag' },
    ]);
    await closed(actor, number);
    expect((await viewOf(actor, number)).job.closed?.outcome).toBe('wentElsewhere');
  });

  it('stays closed where its period is over, and its reasons go with it', async () => {
    const actor = await actorOf('locksmith');
    const { number } = await soldJob(actor);
    const id = uuid();
    await takePayment(actor, { number, id, how: 'cash', amount: 10 });
    await takeBack(actor, { number, id, reason: 'Canary gave it back' });
    await closed(actor, number);
    await reopenJob(actor, { number, version: await versionOf(actor, number), reason: 'Canary called' });
    await closed(actor, number);
    await database().query("UPDATE job SET closed_at = '2020-01-01' WHERE number = $1", [number]);
    await applyRetentionTwice(actor.at);
    const again = { number, version: await versionOf(actor, number), reason: 'Too late' };
    expect(await reopenJob(actor, again)).toMatchObject({
      problems: [{ message: expect.stringMatching(/^The period of this job is over/) }],
    });
    const left = await database().query<{ all: string }>(
      `SELECT (SELECT string_agg(p::text, '') FROM payment p) || (SELECT string_agg(r::text, '') FROM job_reopened r) AS all`,
    );
    expect(left.rows[0]?.all).not.toContain('Canary');
  });

  it('owes nothing where the work was not done, and a key that nobody sold comes back too', async () => {
    const actor = await actorOf('locksmith');
    const { number } = await soldJob(actor);
    expect((await billOf(actor, number)).warrantyUntil).toBeNull();
    await closed(actor, number);
    expect((await billOf(actor, number)).notDone).toBe(true);
    expect(await takePayment(actor, { number, id: uuid(), how: 'cash', amount: 5 })).toMatchObject({
      problems: [{ message: 'The work was not done: nothing is due for it.' }],
    });
    expect(await openComeback(actor, { number, source: '', reason: 'work' })).toMatchObject({ ok: true });
    const counted = await database().query(
      'SELECT 1 FROM key_source s JOIN job j ON j.id = s.job_id WHERE j.number = $1 AND s.redone > 0',
      [number],
    );
    expect(counted.rowCount).toBe(0);
  });

  it('opens its comeback: customer, car and candidate as they were, named on both', async () => {
    const actor = await actorOf('locksmith');
    const { number } = await soldJob(actor);
    const suppliers = await database().query<{ name: string }>(
      'SELECT name FROM supplier ORDER BY name LIMIT 1',
    );
    const came = { number, source: suppliers.rows[0]?.name ?? '', reason: 'failed' } as const;
    expect((await openComeback(actor, came)).ok).toBe(false);
    await closed(actor, number);
    const opened = await openComeback(actor, came);
    if (!opened.ok) throw new Error(opened.problems[0]?.message);
    const [old, fresh] = [await viewOf(actor, number), await viewOf(actor, opened.value.number)];
    for (const field of ['name', 'phone', 'makeId', 'modelId', 'year', 'vin', 'placeId'] as const)
      expect(fresh.job.call[field]).toEqual(old.job.call[field]);
    expect(fresh.job.applicationId).toBe(old.job.applicationId);
    expect(fresh.job.call.note).toBe(`Comeback of K-${number}: failed.`);
    expect(await readJobLinks(actor, fresh.job.id)).toMatchObject({ comebackOf: number, comebacks: [] });
    expect(await readJobLinks(actor, old.job.id)).toMatchObject({
      comebackOf: null,
      comebacks: [fresh.job.number],
    });
    // A source that sold no key to the shop opens nothing.
    const before = await database().query('SELECT count(*)::int AS all FROM job');
    expect((await openComeback(actor, { ...came, source: 'Nobody' })).ok).toBe(false);
    expect((await database().query('SELECT count(*)::int AS all FROM job')).rows).toEqual(before.rows);
  });
});
