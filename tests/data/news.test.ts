import { beforeEach, describe, expect, it, vi } from 'vitest';
import type { PersonActor } from '@/core/kinds/actor';
import { database } from '@/usecases/database';
import { markNewsRead, type News, readNews } from '@/usecases/jobs/news';
import { closeJob } from '@/usecases/jobs/record';
import { acceptOffer, openOffer, readOffer, sendMessage } from '@/usecases/quote/customer';
import { acceptByPhone, makeLink } from '@/usecases/quote/links';
import { answerMessage } from '@/usecases/quote/messages';
import { offerQuote } from '@/usecases/quote/offer';
import { reserveTime } from '@/usecases/quote/terms';
import { keepSecret } from '@/usecases/secrets/secrets';
import { quotedJob, viewOf } from '../support/jobs';
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

/** Days and minutes after the demo's instant. */
const later = (actor: PersonActor, minutes: number): PersonActor => ({
  ...actor,
  at: new Date(actor.at.getTime() + minutes * 60_000),
});
const freshOf = async (actor: PersonActor, number: number): Promise<News[]> =>
  (await readNews(later(actor, 1))).news.filter((one) => one.jobNumber === number && one.fresh);
const versionOf = async (actor: PersonActor, number: number) => (await viewOf(actor, number)).job.version;

/** A job whose quote a customer has open on his phone. */
async function opened(actor: PersonActor) {
  const number = await quotedJob(actor);
  const offered = await offerQuote(actor, {
    number,
    version: await versionOf(actor, number),
    option: 'shopAftermarket',
  });
  if (!offered.ok || !('quoteNumber' in offered.value)) throw new Error('not offered');
  const quote = offered.value.quoteNumber as number;
  const link = await makeLink(actor, { number, quote });
  const open = link.ok ? await openOffer(link.value.token, 'phone') : link;
  if (!open.ok) throw new Error('not opened');
  const { cookie } = open.value;
  return {
    number,
    quote,
    cookie,
    accept: (when = '') =>
      acceptOffer(cookie, 'phone', { version: 1, option: 'shopAftermarket', when, where: '', signature: '' }),
    write: (words: string, kind: 'words' | 'time' = 'words') => sendMessage(cookie, 'phone', { kind, words }),
  };
}

async function reserve(actor: PersonActor, number: number, from: string, to: string, van = 'Wherry') {
  const { job } = await viewOf(actor, number);
  const found = await database().query<{ id: string }>('SELECT id FROM van WHERE name = $1', [van]);
  const vanId = found.rows[0]?.id ?? '';
  return reserveTime(actor, { number, version: job.version, vanId, day: '2027-03-04', from, to });
}

/** The shop's local hour of the day after the demo's, as an actor's moment. */
const tomorrow = (actor: PersonActor, hour: string): PersonActor => ({
  ...actor,
  at: new Date(`2027-03-04T${hour}:00Z`),
});

describe('an acceptance by link', () => {
  it('is new to everybody until each has read it, with what was wished and what to do', async () => {
    const [sunniva, imre] = [await actorOf('locksmith'), await actorOf('proprietor')];
    const { number, accept } = await opened(sunniva);
    expect(await freshOf(sunniva, number)).toEqual([]);
    expect(await accept('after five')).toMatchObject({ ok: true });
    const [told] = await freshOf(sunniva, number);
    expect(told).toMatchObject({
      kind: 'accepted',
      what: expect.stringMatching(/^Shop, aftermarket, .*\d.*Wished for: after five\.$/),
      todo: 'Agree a time, and reserve it.',
      quote: null,
    });
    await markNewsRead(sunniva, { ids: [told?.id ?? ''] });
    // Twice is once.
    await markNewsRead(sunniva, { ids: [told?.id ?? ''] });
    expect(await freshOf(sunniva, number)).toEqual([]);
    expect(await freshOf(imre, number)).toHaveLength(1);
    expect((await reserve(sunniva, number, '09:00', '10:00')).ok).toBe(true);
    expect((await freshOf(imre, number))[0]?.todo).toBe('Confirm the time that is reserved.');
  });

  it('is no news once the job is closed; by phone it is none to whoever took it down', async () => {
    const [sunniva, imre] = [await actorOf('locksmith'), await actorOf('proprietor')];
    const { number, quote } = await opened(sunniva);
    await acceptByPhone(sunniva, { number, quote, option: 'shopAftermarket' });
    expect(await freshOf(sunniva, number)).toEqual([]);
    expect((await freshOf(imre, number))[0]?.what).toMatch(/taken down by Sunniva Aasgren\.$/);
    const version = await versionOf(sunniva, number);
    expect(
      (await closeJob(sunniva, { number, version, outcome: 'wentElsewhere', reason: 'He found his key' })).ok,
    ).toBe(true);
    expect((await readNews(later(imre, 1))).news.filter((one) => one.jobNumber === number)).toEqual([]);
  });
});

describe('what a customer writes', () => {
  it('is new until somebody answers it, and the answer stands on his page', async () => {
    const [sunniva, imre] = [await actorOf('locksmith'), await actorOf('proprietor')];
    const { number, quote, cookie, write } = await opened(sunniva);
    await write('Is the dog a problem?');
    expect(await freshOf(imre, number)).toMatchObject([
      { kind: 'message', what: '“Is the dog a problem?”', quote },
    ]);
    const answer = { number, quote, words: 'Not at all.' };
    expect(await answerMessage(later(sunniva, 1), answer)).toEqual({ ok: true, value: null });
    expect(await freshOf(imre, number)).toEqual([]);
    expect(await freshOf(sunniva, number)).toEqual([]);
    expect((await readOffer(cookie))?.messages).toMatchObject([
      { by: 'customer', words: 'Is the dog a problem?' },
      { by: 'shop', words: 'Not at all.' },
    ]);
    // What is written after the answer is new again.
    clock.at = later(sunniva, 2).at;
    await write('Thank you');
    expect(await freshOf(later(imre, 2), number)).toMatchObject([{ what: '“Thank you”' }]);
  });

  it('about the time says so, and the time stands on his page', async () => {
    const sunniva = await actorOf('locksmith');
    const { number, cookie, accept, write } = await opened(sunniva);
    await accept();
    expect((await readOffer(cookie))?.visit).toBeNull();
    expect((await reserve(sunniva, number, '12:00', '13:00')).ok).toBe(true);
    expect((await readOffer(cookie))?.visit).toBe('Thu 4 Mar, 12:00 to 13:00');
    await write('After four, please', 'time');
    expect((await freshOf(sunniva, number)).find(({ kind }) => kind === 'time')).toMatchObject({
      what: '“After four, please”',
      todo: 'Move the time that is reserved, or answer.',
    });
  });

  it('holds no code for those who may not see it', async () => {
    const sunniva = await actorOf('locksmith');
    const { number, write } = await opened(sunniva);
    const version = await versionOf(sunniva, number);
    await keepSecret(sunniva, { number, version, kind: 'keyCode', source: 'customer', value: 'S47110' });
    await write('The code is S47110');
    expect((await freshOf(sunniva, number))[0]?.what).toMatch(/^“The code is ⟦sealed [0-9A-Z]{10}⟧”$/);
  });

  it.each([
    ['of another job', (quote: number) => ({ quote: quote + 1000 }), 'There is no such quote.'],
    ['empty', () => ({ words: '   ' }), 'Write something.'],
  ])('is not answered on a quote that is %s', async (_, wrong, message) => {
    const sunniva = await actorOf('locksmith');
    const { number, quote } = await opened(sunniva);
    const answer = { number, quote, words: 'Yes', ...wrong(quote) };
    expect(await answerMessage(sunniva, answer)).toMatchObject({ ok: false, problems: [{ message }] });
  });

  it('is not answered where nobody would read it', async () => {
    const sunniva = await actorOf('locksmith');
    const { number, quote } = await opened(sunniva);
    await database().query(
      'UPDATE quote_link SET revoked_at = now() WHERE quote_id = (SELECT id FROM quote WHERE number = $1)',
      [quote],
    );
    expect(await answerMessage(sunniva, { number, quote, words: 'Yes' })).toMatchObject({
      problems: [{ message: expect.stringMatching(/^Nobody would read it/) }],
    });
  });
});

describe('a promise', () => {
  it('is in danger where its time has begun and nobody is at the car', async () => {
    const actor = await actorOf('locksmith');
    const { number, accept } = await opened(actor);
    await accept();
    expect((await reserve(actor, number, '06:00', '07:00')).ok).toBe(true);
    const late = async (hour: string) =>
      (await readNews(tomorrow(actor, hour))).news.filter(
        (one) => one.jobNumber === number && one.kind === 'late',
      );
    const begins = (await viewOf(actor, number)).job.visit?.from.toISOString().slice(11, 16) ?? '';
    expect(await late(begins)).toEqual([]);
    const after = `${begins.slice(0, 3)}10`;
    expect(await late(after)).toMatchObject([
      { what: 'Its time began at 06:00, and nobody is at the car.', fresh: true },
    ]);
  });

  it('that four in five keep is told once it is not kept, and the parcel on its day', async () => {
    const actor = await actorOf('locksmith');
    const { number, accept } = await opened(actor);
    await accept();
    const option = (await viewOf(actor, number)).quote?.options.find(
      ({ kind }) => kind === 'shopAftermarket',
    );
    if (!option?.available) throw new Error('no option');
    const on = async (day: string) =>
      (await readNews({ ...actor, at: new Date(`${day}T12:00:00Z`) })).news
        .filter((one) => one.jobNumber === number)
        .map(({ kind }) => kind);
    const dayAfter = (day: string) => new Date(Date.parse(day) + 86_400_000).toISOString().slice(0, 10);
    const parcel = option.earliestOn > '2027-03-03';
    expect((await on(option.earliestOn)).includes('parcel')).toBe(parcel);
    expect(await on(option.p80On)).not.toContain('late');
    expect(await on(dayAfter(option.p80On))).toContain('late');
  });
});

it('is told for two weeks, and what was read is no more told twice', async () => {
  const actor = await actorOf('locksmith');
  const { number, write } = await opened(actor);
  await write('Hello');
  const days = (count: number) => later(actor, count * 24 * 60);
  const told = async (count: number) =>
    (await readNews(days(count))).news.filter((one) => one.jobNumber === number && one.kind === 'message')
      .length;
  expect(await told(13)).toBe(1);
  expect(await told(15)).toBe(0);
});
