import { describe, expect, it } from 'vitest';
import type { PersonActor } from '@/core/kinds/actor';
import { optionKinds } from '@/core/quote/option-kinds';
import { quoteOf } from '@/core/quote/options';
import { findFrozenQuote } from '@/data/quotes';
import { canonicalJson } from '@/formats/canonical-json';
import { quoteCar } from '@/usecases/benches/quote-car';
import { database } from '@/usecases/database';
import { readSources } from '@/usecases/jobs/key-sources';
import { closeJob } from '@/usecases/jobs/record';
import { openComeback } from '@/usecases/jobs/reopen';
import { acceptOffer, openOffer, readOffer, sendMessage } from '@/usecases/quote/customer';
import { acceptByPhone, makeLink, readReplies, revokeLink } from '@/usecases/quote/links';
import { offerQuote } from '@/usecases/quote/offer';
import { readJobSheet } from '@/usecases/quote/papers';
import { noteRival, readRivals } from '@/usecases/quote/rivals';
import { agreePrice, reserveTime, setTerms } from '@/usecases/quote/terms';
import { keepSecret } from '@/usecases/secrets/secrets';
import { quotedJob, viewOf } from '../support/jobs';
import { applyRetentionTwice } from '../support/retention';
import { actorOf, testDatabase } from '../support/test-database';

testDatabase('world');

const person = () => actorOf('locksmith');
const versionOf = async (actor: PersonActor, number: number) => (await viewOf(actor, number)).job.version;

const usual = {
  book: null,
  prefer: 'price',
  flexible: false,
  waitsFilled: false,
  accountId: null,
  couponCode: null,
} as const;

async function totalOf(actor: PersonActor, number: number, kind: string): Promise<number> {
  const option = (await viewOf(actor, number)).quote?.options.find((one) => one.kind === kind);
  if (!option?.available) throw new Error(option?.reason ?? 'no quote');
  return option.totalMinor;
}

describe('the options of a job', () => {
  it('rest on the world: every kind, each there or with its reason', async () => {
    const actor = await person();
    const { quote } = await viewOf(actor, await quotedJob(actor));
    expect(quote?.options).toHaveLength(optionKinds.length);
    expect(quote?.options.filter(({ available }) => available).length).toBeGreaterThanOrEqual(5);
    for (const option of quote?.options ?? []) if (!option.available) expect(option.reason).not.toBe('');
    expect(quote?.secondKey?.lostMinor).toBeGreaterThan(0);
    expect(quote?.snapshot.trip).toMatchObject({ from: expect.any(String), minutes: expect.any(Number) });
  });

  it('start from where the van will be, by the visits of the day', async () => {
    const actor = await person();
    const { vans, quote } = await viewOf(actor, await quotedJob(actor));
    const coracle = vans.find(({ name }) => name === 'Coracle');
    // Coracle is at Quarry End from 08:30 to 10:00, at Bellmarrow from 11:00 and at High Causey from 15:00.
    expect(quote?.snapshot.trip?.from).toBe('Quarry End');
    const number = await quotedJob(actor);
    const set = (from: string, to: string) =>
      viewOf(actor, number).then(({ job }) =>
        reserveTime(actor, {
          number,
          version: job.version,
          vanId: coracle?.id ?? '',
          day: '2027-03-03',
          from,
          to,
        }),
      );
    expect(await set('13:00', '14:00')).toMatchObject({ ok: true });
    expect((await viewOf(actor, number)).quote?.snapshot.trip?.from).toBe('Bellmarrow');
    expect(await set('16:30', '17:00')).toMatchObject({ ok: true });
    const view = await viewOf(actor, number);
    expect(view.quote?.snapshot.trip?.from).toBe('High Causey');
    expect(view.quote?.request.visit).toEqual({ day: '2027-03-03', hour: '16:30' });
    // When the appointment is over, the first free time counts again.
    const evening = { ...actor, at: new Date('2027-03-04T01:00:00Z') };
    expect((await viewOf(evening, number)).quote?.request.visit).toBeNull();
    expect(await set('17:00', '16:00')).toMatchObject({ ok: false, problems: [{ field: 'to' }] });
    expect(await set('07:00', '08:00')).toMatchObject({ ok: false, problems: [{ field: 'day' }] });
  });

  it('follow the terms: book, account, coupon, and a price agreed', async () => {
    const actor = await person();
    const number = await quotedJob(actor);
    const list = await totalOf(actor, number, 'shopOriginal');
    const set = async (more: object) =>
      setTerms(actor, { ...usual, number, version: await versionOf(actor, number), ...more });
    expect(await set({ book: 'timeAndParts' })).toMatchObject({ ok: true });
    expect(await totalOf(actor, number, 'shopOriginal')).not.toBe(list);
    const account = await database().query("SELECT id FROM trade_account WHERE name LIKE 'Tansy%'");
    expect(await set({ accountId: account.rows[0].id })).toMatchObject({ ok: true });
    expect(await totalOf(actor, number, 'shopOriginal')).toBeLessThan(list);
    expect(await set({ couponCode: 'neighbour' })).toMatchObject({ ok: true });
    expect(await set({ couponCode: 'HARBOUR-FAIR' })).toMatchObject({
      ok: false,
      problems: [{ field: 'couponCode', message: 'No coupon of this code holds today.' }],
    });
    expect(
      await agreePrice(actor, {
        number,
        version: await versionOf(actor, number),
        option: 'shopOriginal',
        minor: 19_900,
      }),
    ).toMatchObject({ ok: true });
    const { quote } = await viewOf(actor, number);
    const agreed = quote?.options.find(({ kind }) => kind === 'shopOriginal');
    expect(agreed?.available && agreed.netMinor).toBe(19_900);
    expect(
      await agreePrice(actor, {
        number,
        version: await versionOf(actor, number),
        option: 'dealer',
        minor: 1,
      }),
    ).toMatchObject({ ok: false, problems: [{ field: 'option' }] });
    expect(
      await agreePrice(actor, {
        number,
        version: await versionOf(actor, number),
        option: 'shopOriginal',
        minor: 9_900_000,
      }),
    ).toMatchObject({ ok: false, problems: [{ field: 'minor' }] });
  });

  it('are the same bytes for the same call at the same instant', async () => {
    const actor = await person();
    const ask = () => quoteCar(actor, { line: 'merrowdale 2018 push lost both quarry end' });
    const [one, two] = [await ask(), await ask()];
    expect(one).toMatchObject({ ok: true });
    expect(canonicalJson(two)).toBe(canonicalJson(one));
    if (!one.ok) return;
    const { request, snapshot, options, secondKey, otherTime } = one.value.quote;
    const again = quoteOf(JSON.parse(JSON.stringify(request)), JSON.parse(JSON.stringify(snapshot)));
    expect(canonicalJson(again)).toBe(canonicalJson({ options, secondKey, otherTime }));
    expect(await quoteCar(actor, { line: 'something else' })).toMatchObject({ ok: false });
    expect(await quoteCar(actor, { line: 'merrowdale 2018', account: 'Nobody' })).toMatchObject({
      ok: false,
      problems: [{ field: 'account' }],
    });
  });
});

describe('what rivals are said to take', () => {
  it('is kept with what the shop would, and the going price is of jobs like it', async () => {
    const actor = await person();
    const number = await quotedJob(actor);
    const noted = await noteRival(actor, { number, version: await versionOf(actor, number), amount: 240 });
    expect(noted).toMatchObject({ ok: true });
    const { rivals, going } = await readRivals(actor, await viewOf(actor, number));
    expect(rivals[0]).toMatchObject({ totalMinor: 24_000, kind: 'spare', ownMinor: expect.any(Number) });
    expect(going?.count).toBeGreaterThanOrEqual(5);
    expect(going?.lowMinor).toBeLessThanOrEqual(going?.medianMinor ?? 0);
  });
});

describe('a link', () => {
  async function linked(actor: PersonActor) {
    const number = await quotedJob(actor);
    const offered = await offerQuote(actor, {
      number,
      version: await versionOf(actor, number),
      option: 'shopAftermarket',
    });
    if (!offered.ok || !('quoteNumber' in offered.value)) throw new Error('not offered');
    const quote = offered.value.quoteNumber as number;
    const link = await makeLink(actor, { number, quote });
    if (!link.ok) throw new Error('no link');
    return { number, quote, token: link.value.token };
  }

  it('opens once, becomes a cookie for this quote alone, and is kept hashed', async () => {
    const actor = await person();
    const { token, quote } = await linked(actor);
    const opened = await openOffer(token, 'phone');
    if (!opened.ok) throw new Error('not opened');
    expect(await openOffer(token, 'another phone')).toMatchObject({ ok: false });
    expect(await readOffer(opened.value.cookie)).toMatchObject({ quoteNumber: quote, refused: null });
    expect(await readOffer('A'.repeat(43))).toBeUndefined();
    const dump = await database().query('SELECT l::text AS row FROM quote_link l');
    for (const { row } of dump.rows) {
      expect(row).not.toContain(token);
      expect(row).not.toContain(opened.value.cookie);
    }
  });

  it('accepts one option once; the same again changes nothing, another is refused', async () => {
    const actor = await person();
    const { number, token } = await linked(actor);
    const opened = await openOffer(token, 'phone');
    if (!opened.ok) throw new Error('not opened');
    const { cookie } = opened.value;
    const accept = (option: string, version = 1) =>
      acceptOffer(cookie, 'phone', {
        version,
        option: option as 'shopAftermarket',
        when: 'at four',
        where: '',
        signature: '',
      });
    expect(await accept('shopAftermarket', 2)).toMatchObject({ ok: false });
    expect(await accept('shopClone')).toMatchObject({ ok: false, problems: [{ field: 'option' }] });
    expect(await accept('shopAftermarket')).toEqual({ ok: true, value: { repeated: false } });
    expect(await accept('shopAftermarket')).toEqual({ ok: true, value: { repeated: true } });
    const { alternatives } = (await readOffer(cookie))?.paper ?? { alternatives: [] };
    expect(await accept(alternatives[0]?.kind ?? '')).toMatchObject({ ok: false });
    expect(
      await sendMessage(cookie, 'phone', { kind: 'words', words: 'The dog is friendly.' }),
    ).toMatchObject({ ok: true });
    const { id } = (await viewOf(actor, number)).job;
    expect(await readReplies(actor, id)).toMatchObject({
      acceptances: [{ option: 'shopAftermarket', wantedWhen: 'at four', takenBy: null }],
      messages: [{ words: 'The dog is friendly.' }],
    });
  });

  it('answers a text with a code of the key as any other, and seals the code', async () => {
    const actor = await person();
    const { number, token } = await linked(actor);
    await keepSecret(actor, {
      number,
      version: await versionOf(actor, number),
      kind: 'keyCode',
      source: 'customer',
      value: 'S47110',
    });
    const opened = await openOffer(token, 'phone');
    if (!opened.ok) throw new Error('not opened');
    const { cookie } = opened.value;
    const told = await sendMessage(cookie, 'phone', { kind: 'words', words: 'The code is S47110, thanks' });
    expect(told).toEqual(
      await sendMessage(cookie, 'phone', { kind: 'words', words: 'The code is S47111, thanks' }),
    );
    expect(told).toEqual({ ok: true, value: null });
    const accepting = {
      version: 1,
      option: 'shopAftermarket',
      when: 'S47110',
      where: '',
      signature: '',
    } as const;
    expect(await acceptOffer(cookie, 'phone', accepting)).toMatchObject({ ok: true });
    const { id } = (await viewOf(actor, number)).job;
    const { messages, acceptances } = await readReplies(actor, id);
    expect(messages.map(({ words }) => words).sort()).toEqual([
      'The code is S47111, thanks',
      expect.stringMatching(/^The code is ⟦sealed [0-9A-Z]{10}⟧, thanks$/),
    ]);
    expect(acceptances[0]?.wantedWhen).toMatch(/^⟦sealed [0-9A-Z]{10}⟧$/);
  });

  it('fails where a newer version has taken its place, and where it was ended', async () => {
    const actor = await person();
    const { number, token, quote } = await linked(actor);
    const opened = await openOffer(token, 'phone');
    if (!opened.ok) throw new Error('not opened');
    await offerQuote(actor, { number, version: await versionOf(actor, number), option: 'shopOriginal' });
    const accepted = await acceptOffer(opened.value.cookie, 'phone', {
      version: 1,
      option: 'shopAftermarket',
      when: '',
      where: '',
      signature: '',
    });
    expect(accepted).toMatchObject({
      ok: false,
      problems: [{ message: expect.stringContaining('newer version') }],
    });
    expect(await makeLink(actor, { number, quote })).toMatchObject({ ok: false });
    expect(await acceptByPhone(actor, { number, quote, option: 'shopAftermarket' })).toMatchObject({
      ok: false,
    });
    const { links } = await readReplies(actor, (await viewOf(actor, number)).job.id);
    expect(await revokeLink(actor, { number, linkId: links[0]?.id ?? '' })).toMatchObject({ ok: true });
    expect(await readOffer(opened.value.cookie)).toBeUndefined();
    expect(await revokeLink(actor, { number, linkId: links[0]?.id ?? '' })).toMatchObject({ ok: false });
  });

  it('refuses a quote that is no longer valid', async () => {
    const actor = await person();
    const { number, quote } = await linked(actor);
    const late = { ...actor, at: new Date('2027-03-20T15:00:00Z') };
    expect(await acceptByPhone(late, { number, quote, option: 'shopAftermarket' })).toMatchObject({
      ok: false,
      problems: [{ message: 'This quote is no longer valid. Ask for a new one.' }],
    });
  });

  it('lets two who accept at once leave one acceptance', async () => {
    const actor = await person();
    const { number, quote } = await linked(actor);
    const answers = await Promise.all(
      [1, 2, 3].map(() => acceptByPhone(actor, { number, quote, option: 'shopAftermarket' })),
    );
    expect(answers.every(({ ok }) => ok)).toBe(true);
    const { id } = (await viewOf(actor, number)).job;
    const { acceptances, reservations } = await readReplies(actor, id);
    expect(acceptances).toHaveLength(1);
    const articles = reservations.map(({ article }) => article);
    expect(new Set(articles).size).toBe(articles.length);
  });
});

describe('an accepted quote', () => {
  it('keeps its articles from other jobs until the job ends, and its source on record', async () => {
    const actor = await person();
    const number = await quotedJob(actor);
    const { quote } = await viewOf(actor, number);
    const held = quote?.options.find((one) => one.available && one.reserves.length > 0);
    if (!held?.available) throw new Error('the van holds nothing for this car');
    const offered = await offerQuote(actor, {
      number,
      version: await versionOf(actor, number),
      option: held.kind,
    });
    if (!offered.ok || !('quoteNumber' in offered.value)) throw new Error('not offered');
    const quoteNumber = offered.value.quoteNumber as number;
    await acceptByPhone(actor, { number, quote: quoteNumber, option: held.kind });
    const { id } = (await viewOf(actor, number)).job;
    const { reservations } = await readReplies(actor, id);
    expect(reservations.map(({ article }) => article).sort()).toEqual(
      held.reserves.map(({ article }) => article).sort(),
    );
    const piecesFor = async (job: number) =>
      (await viewOf(actor, job)).quote?.snapshot.stock.find(
        ({ article }) => article === reservations[0]?.article,
      )?.pieces ?? 0;
    const other = await quotedJob(actor);
    const left = await piecesFor(other);
    expect(await piecesFor(number)).toBe(left + (reservations[0]?.pieces ?? 0));
    await closeJob(actor, {
      number,
      version: await versionOf(actor, number),
      outcome: 'wentElsewhere',
      reason: 'Too dear',
    });
    expect(await piecesFor(other)).toBe(left + (reservations[0]?.pieces ?? 0));
    expect((await readReplies(actor, id)).reservations).toEqual([]);
    expect((await findFrozenQuote(database(), quoteNumber))?.paper.chosen.kind).toBe(held.kind);
  });

  it('lets a key that came back count against its source', async () => {
    const actor = await person();
    const done = await database().query(
      `SELECT j.number, j.id, k.source FROM job j JOIN key_source k ON k.job_id = j.id
       WHERE k.redone = 0 AND k.keys = 1 AND k.source = 'Northmere Original Parts' ORDER BY j.number LIMIT 1`,
    );
    const [{ number, id, source }] = done.rows;
    expect(await openComeback(actor, { number, source, reason: 'failed' })).toMatchObject({
      ok: true,
    });
    expect(await openComeback(actor, { number, source, reason: 'failed' })).toMatchObject({ ok: false });
    expect(await openComeback(actor, { number, source: 'Nobody', reason: 'failed' })).toMatchObject({
      problems: [{ field: 'source' }],
    });
    expect((await readSources(actor, id)).known).toEqual([
      { source, keys: 1, comebacks: 1, reason: 'failed' },
    ]);
    const open = await quotedJob(actor);
    expect(await openComeback(actor, { number: open, source, reason: 'failed' })).toMatchObject({
      ok: false,
    });
  });

  it('forgets what the customer wrote when the period is over', async () => {
    const actor = await person();
    const number = await quotedJob(actor);
    const offered = await offerQuote(actor, {
      number,
      version: await versionOf(actor, number),
      option: 'shopAftermarket',
    });
    if (!offered.ok || !('quoteNumber' in offered.value)) throw new Error('not offered');
    const link = await makeLink(actor, { number, quote: offered.value.quoteNumber as number });
    const opened = link.ok ? await openOffer(link.value.token, 'phone') : link;
    if (!opened.ok) throw new Error('not opened');
    await acceptOffer(opened.value.cookie, 'phone', {
      version: 1,
      option: 'shopAftermarket',
      when: 'Behind the canary cage',
      where: 'Canary Lane',
      signature: '',
    });
    await sendMessage(opened.value.cookie, 'phone', { kind: 'words', words: 'Canary words' });
    await closeJob(actor, {
      number,
      version: await versionOf(actor, number),
      outcome: 'wentElsewhere',
      reason: 'No',
    });
    await database().query("UPDATE job SET closed_at = '2020-01-01' WHERE number = $1", [number]);
    await applyRetentionTwice(actor.at);
    const left = await database().query(
      `SELECT (SELECT string_agg(a::text, '') FROM quote_acceptance a) || (SELECT string_agg(m::text, '') FROM quote_message m) AS all`,
    );
    expect(left.rows[0].all.toLowerCase()).not.toContain('canary');
  });
});

it('the job sheet lists what to load, and never a key of the customer', async () => {
  const actor = await person();
  const number = await quotedJob(actor);
  const sheet = await readJobSheet(actor, number);
  const { quote } = await viewOf(actor, number);
  const articles = quote?.snapshot.articles;
  expect(sheet?.take).toContain(`1 ${articles?.blank}`);
  expect(sheet?.take).toContain(`1 ${articles?.remote ?? articles?.chip}`);
  expect(sheet?.take.join()).not.toMatch(/that the car knows|Owner's/);
});
