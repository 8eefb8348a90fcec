import { beforeAll, describe, expect, it } from 'vitest';
import type { PersonActor } from '@/core/kinds/actor';
import { database } from '@/usecases/database';
import { openJob } from '@/usecases/jobs/open-job';
import { readGaps } from '@/usecases/library/check';
import { offerQuote } from '@/usecases/quote/offer';
import { setHandPrice } from '@/usecases/quote/terms';
import { emptyCall } from '../support/calls';
import { viewOf } from '../support/jobs';
import { actorOf, testDatabase } from '../support/test-database';

testDatabase('world');

let locksmith: PersonActor;
beforeAll(async () => {
  locksmith = await actorOf('locksmith');
});

async function openUnknown(): Promise<number> {
  const place = await database().query<{ id: string }>("SELECT id FROM place WHERE name = 'Quarry End'");
  const opened = await openJob(locksmith, {
    ...emptyCall,
    carWords: 'Zorrowel Quillant',
    year: 2014,
    why: 'lost',
    lost: 1,
    working: 0,
    placeId: place.rows[0]?.id ?? null,
  } as never);
  if (!opened.ok) throw new Error(JSON.stringify(opened.problems));
  return opened.value.number;
}

const hand = {
  articles: [{ article: 'BLANK-1208', pieces: 1 }],
  lines: [
    { label: 'Key made to the lock', goods: false, amount: 120.5 },
    { label: 'Case', goods: true, amount: 18 },
  ],
  minutes: 70,
};

describe('a car that the library does not know', () => {
  it('has a price from articles and lines by hand, with trip, tax and floor, and is offered', async () => {
    const number = await openUnknown();
    const before = await viewOf(locksmith, number);
    expect(before.quote).toBeUndefined();
    const { version } = before.job;
    expect(await setHandPrice(locksmith, { number, version, ...hand })).toMatchObject({ ok: true });
    const { quote, job } = await viewOf(locksmith, number);
    const option = quote?.options.find(({ kind }) => kind === 'shopByHand');
    if (!option?.available) throw new Error(option?.reason);
    expect(option.lines.map(({ label }) => label)).toEqual(
      expect.arrayContaining(['BLANK-1208', 'Key made to the lock', 'Case']),
    );
    expect(option.lines.find(({ label }) => label === 'Key made to the lock')).toMatchObject({
      netMinor: 12_050,
      taxClass: 'labour',
    });
    expect(option.lines.find(({ label }) => label === 'Case')).toMatchObject({ taxClass: 'goods' });
    expect(option.lines.some(({ part }) => part === 'trip')).toBe(true);
    expect(option.totalMinor).toBe(option.lines.reduce((sum, one) => sum + one.netMinor + one.taxMinor, 0));
    expect(option.earnings?.minutes).toBeGreaterThan(70);
    expect(option.notes[0]).toBe('Priced by hand: the library did not reckon it.');
    for (const other of quote?.options ?? [])
      if (other.kind !== 'shopByHand')
        expect(other).toMatchObject({ reason: 'The library does not know this car.' });
    const offered = await offerQuote(locksmith, { number, version: job.version, option: 'shopByHand' });
    expect(offered).toMatchObject({ ok: true });
    const [frozen] = (await viewOf(locksmith, number)).quotes;
    expect(frozen?.paper).toMatchObject({ work: 'As written below' });
    // No article code of ours on the customer's paper.
    expect(frozen?.paper.chosen.lines.map(({ label }) => label).join()).not.toContain('BLANK-');
  });

  it('says so where an article has no price, and takes the price back', async () => {
    const number = await openUnknown();
    const { version } = (await viewOf(locksmith, number)).job;
    const articles = [{ article: 'NOBODY-HAS-IT', pieces: 1 }];
    await setHandPrice(locksmith, { number, version, ...hand, articles });
    const { quote } = await viewOf(locksmith, number);
    expect(quote?.options.find(({ kind }) => kind === 'shopByHand')).toMatchObject({
      available: false,
      reason: 'No new price for NOBODY-HAS-IT.',
    });
    const gone = { number, version: version + 1, articles: [], lines: [], minutes: 0 };
    expect(await setHandPrice(locksmith, gone)).toMatchObject({ ok: true });
    expect((await viewOf(locksmith, number)).quote).toBeUndefined();
  });

  it('is told to the library, with what was priced', async () => {
    const { unknown } = await readGaps(locksmith, undefined);
    expect(unknown.filter(({ words }) => words === 'Zorrowel Quillant').length).toBeGreaterThan(1);
    expect(unknown.some(({ articles, year }) => articles.includes('BLANK-1208') && year === 2014)).toBe(true);
  });

  it('may be priced by hand beside the reckoned options where the library knows the car', async () => {
    const found = await database().query<{ id: string; make_id: string }>(
      "SELECT id, make_id FROM model WHERE name = 'Sombreval'",
    );
    const [model] = found.rows;
    const opened = await openJob(locksmith, {
      ...emptyCall,
      makeId: model?.make_id,
      modelId: model?.id,
      year: 2010,
      why: 'spare',
      working: 1,
    } as never);
    if (!opened.ok) throw new Error('not opened');
    const { number } = opened.value;
    const { version } = (await viewOf(locksmith, number)).job;
    await setHandPrice(locksmith, { number, version, ...hand });
    const kinds = (await viewOf(locksmith, number)).quote?.options.flatMap(({ kind, available }) =>
      available ? [kind] : [],
    );
    expect(kinds).toEqual(expect.arrayContaining(['shopByHand', 'shopAftermarket']));
  });
});
