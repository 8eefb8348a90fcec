import { beforeAll, describe, expect, it } from 'vitest';
import { parseLine } from '@/core/identify/line/parse-line';
import type { PersonActor } from '@/core/kinds/actor';
import { IdentifyInput } from '@/inputs/identify-input';
import { parseInput } from '@/inputs/parse';
import { VinInput } from '@/inputs/vin-input';
import { identify } from '@/usecases/benches/identify';
import { examine } from '@/usecases/benches/vin';
import { database } from '@/usecases/database';
import { surroundJob } from '@/usecases/identify/surround';
import { answerQuestion, chooseCandidate } from '@/usecases/jobs/decide';
import { setPriceClass } from '@/usecases/shop/shop';
import { moveStock, readStock } from '@/usecases/shop/stock';
import { readNames } from '@/usecases/view/names';
import { readLine } from '@/usecases/view/read-line';
import { openTestJob, viewOf } from '../support/jobs';
import { actorOf, testDatabase } from '../support/test-database';
import { hostileLines, misspeltLines, plainLines } from './typed-lines';

testDatabase('world');

let actor: PersonActor;
let proprietor: PersonActor;
beforeAll(async () => {
  actor = await actorOf('locksmith');
  proprietor = await actorOf('proprietor');
});

async function identified(data: object) {
  const input = parseInput(IdentifyInput, data);
  if (!input.ok) throw new Error(JSON.stringify(input.problems));
  const result = await identify(actor, input.value);
  if (!result.ok) throw new Error(JSON.stringify(result.problems));
  return result.value;
}

const seen = (kind: string, value: string) => ({ kind, answer: 'seen', value });

describe('a car without a job', () => {
  it('is asked about only as long as an answer changes what is needed', async () => {
    const asked = await identified({ line: 'merrowdale 2019 push' });
    const { next } = asked.identification;
    expect(next.kind).toBe('ask');
    if (next.kind !== 'ask') return;
    expect(next.question.reason).toMatch(/which .*; about \d+ seconds/);
    const [first] = [...next.question.answers].sort((a, b) => b.chance - a.chance);
    const answered = await identified({
      line: 'merrowdale 2019 push',
      given: [seen(next.question.kind, first?.value ?? '')],
    });
    const leading = answered.identification.decisions[0];
    expect(leading?.probability).toBeCloseTo(first?.leadingShare ?? 0, 3);
    expect(answered.identification.names[leading?.key ?? '']).toBe(
      asked.identification.names[first?.leading ?? ''],
    );
  });

  it('is not asked again what was skipped or nobody could tell, and neither changes a thing', async () => {
    const before = await identified({ line: 'merrowdale 2019 push' });
    if (before.identification.next.kind !== 'ask') throw new Error('expected a question');
    const { kind } = before.identification.next.question;
    for (const answer of ['cannotTell', 'skipped']) {
      const after = await identified({ line: 'merrowdale 2019 push', given: [{ kind, answer }] });
      expect(after.identification.candidates).toEqual(before.identification.candidates);
      const { next } = after.identification;
      expect(next.kind === 'ask' && next.question.kind).not.toBe(kind);
    }
  });

  it('stops by itself and says why', async () => {
    const settled = await identified({ line: 'merrowdale 2008 turn' });
    expect(settled.identification.next).toMatchObject({ kind: 'stop', why: 'settled' });
    const nobody = await identified({
      line: 'merrowdale 2019 push',
      given: [
        'chipMark',
        'chipFamily',
        'board',
        'buildMonth',
        'madeMark',
        'frequency',
        'buttons',
        'market',
        'modelYear',
        'equipment',
        'profile',
        'bladeWidth',
        'ignition',
      ].map((kind) => ({ kind, answer: 'cannotTell' })),
    });
    expect(nobody.identification.next).toMatchObject({ kind: 'stop', why: 'nothingHelps' });
  });

  it('of which two facts cannot both be true is said to be a contradiction, with the likeliest fact first', async () => {
    const { identification } = await identified({
      line: 'merrowdale 2008 turn',
      given: [seen('chipMark', 'two dots at the foot of the blade')],
    });
    const explained = identification.contradiction?.explanations.map(({ fact }) => fact.label);
    expect(explained?.[0]).toBe('Mark on the key');
    expect((await identified({ line: 'merrowdale 2008 turn' })).identification.contradiction).toBeUndefined();
  });

  it('brings what the van has before what must be bought, and more for a higher certainty', async () => {
    const few = await identified({ line: 'merrowdale 2019 push', certainty: 0.5 });
    const many = await identified({ line: 'merrowdale 2019 push', certainty: 0.99 });
    expect(few.bring?.list.length).toBeLessThan(many.bring?.list.length ?? 0);
    expect(many.bring?.served).toBeGreaterThanOrEqual(0.99);
    expect(few.bring?.list.map(({ article }) => article)).toContain('BLANK-2041');
    expect(few.bring?.list.find(({ article }) => article === 'BLANK-2041')?.inVan).toBe(true);
  });

  it('shows what the article is taken for, what stands in for it, and which functions are lost', async () => {
    const { article } = await identified({
      line: 'merrowdale 2018 push',
      given: [seen('chipMark', 'a notch at the foot of the blade')],
    });
    const other = article?.lookAlikes.find((one) => one.article === 'CHL80-Rowan');
    expect(other?.tell).toBeTruthy();
    expect(other?.consequence).toBeTruthy();
    const pinned = article?.equivalents.find((one) => one.article === 'REM-5532');
    expect(pinned?.differs.map(({ part }) => part)).toContain('retainer');
    expect(article?.universals.some(({ lost }) => lost.length > 0)).toBe(true);
    expect(article?.sisters.length).toBeGreaterThan(0);
  });

  it('beyond the end of a tool’s list shows neighbours on the platform and who tried them', async () => {
    const { article } = await identified({ line: 'halvorn ostrander 2023' });
    expect(article?.listEnds).toMatchObject([{ tool: 'Tidewater tablet', toYear: 2021 }]);
    for (const [line, toYear] of [
      ['halvorn aldercombe 2025 push', 2022],
      ['dunlark carterby 2025 push', 2023],
    ] as const) {
      const [end] = (await identified({ line })).article?.listEnds ?? [];
      expect(end).toMatchObject({ toYear, own: { model: expect.stringMatching(/Aldercombe|Carterby/) } });
      expect(end?.own?.span.from.year).toBeLessThanOrEqual(toYear);
    }
    expect(article?.neighbours.length).toBeGreaterThan(0);
    expect(article?.neighbours.every(({ model }) => model !== 'Ostrander')).toBe(true);
    expect((await identified({ line: 'halvorn ostrander 2015' })).article?.listEnds).toEqual([]);
  });

  it('takes the year from the VIN before the caller’s, and says so', async () => {
    const vin = await database().query<{ vin: string; year: number }>(
      `SELECT j.vin, j.year FROM job j JOIN make m ON m.id = j.make_id
       WHERE m.name = 'Halvorn' AND j.market = 'Meres' AND length(j.vin) = 17 AND j.year IS NOT NULL ORDER BY j.number LIMIT 1`,
    );
    const [car] = vin.rows;
    if (!car) throw new Error('the world has no such car');
    const examined = await examine(actor, { vin: car.vin });
    const year = examined.ok ? examined.value.years[0] : undefined;
    const { identification } = await identified({ model: 'Merrowdale', year: (year ?? 0) - 4, vin: car.vin });
    expect(identification.gathered.facts).toMatchObject({ year: (year ?? 0) - 4, readYear: year });
    expect(identification.gathered.remarks.join(' ')).toContain('the VIN counts');
  });

  it('is asked about less where the shop counts wider apart prices as one', async () => {
    const keys = async () =>
      (await identified({ line: 'merrowdale 2019 push' })).identification.decisions.length;
    const fine = await keys();
    expect((await setPriceClass(proprietor, { amount: 100_000 })).ok).toBe(true);
    expect(await keys()).toBeLessThanOrEqual(fine);
    expect((await setPriceClass(proprietor, { amount: 0.001 })).ok).toBe(false);
    expect((await setPriceClass(proprietor, { amount: 25 })).ok).toBe(true);
    expect(await keys()).toBe(fine);
  });

  it('of a make alone offers its models; of an unknown name nothing', async () => {
    const make = await identified({ line: 'Halvorn 2019' });
    expect(make.read.models).toContain('Merrowdale');
    expect(make.identification.candidates).toEqual([]);
    const nothing = await identified({ line: 'quintal 2019' });
    expect(nothing.read).toMatchObject({ make: null, model: null, models: [] });
    const input = parseInput(IdentifyInput, { make: 'Quintal' });
    expect(input.ok && (await identify(actor, input.value)).ok).toBe(false);
  });
});

describe('the part of the lexicon a line could mean', () => {
  it('gives the same reading as the whole one, for every line written by hand', async () => {
    const lexicon = await readNames(actor);
    const now = { day: '2027-03-03', hour: '09:20' } as const;
    for (const [line] of [...plainLines, ...misspeltLines, ...hostileLines]) {
      const whole = parseLine(line, lexicon, now);
      // Misspelt words are resolved by both alike, so only the first reading is compared.
      const { reading } = await readLine(database(), line, now);
      const same = (one: typeof whole) => [one.year, one.ignition, one.keys, one.why, one.vin, one.place];
      expect(same(reading), line).toEqual(same(whole));
      if (whole.make) expect(reading.make?.value, line).toBe(whole.make.value);
      if (whole.model) expect(reading.model?.value, line).toBe(whole.model.value);
    }
  });
});

describe('the car of a job', () => {
  it('keeps its answers with the job, moves the candidates, and opens a question again', async () => {
    const number = await openTestJob(actor, 'Merrowdale', { year: 2019, ignition: 'push' });
    const top = async () => (await viewOf(actor, number)).candidates[0]?.application.chip?.article;
    expect(await top()).toBe('AES128-Elm');
    const answer = async (more: object) => {
      const { job } = await viewOf(actor, number);
      return answerQuestion(actor, {
        number,
        version: job.version,
        kind: 'chipMark',
        answer: 'seen',
        value: 'a notch at the foot of the blade',
        sure: true,
        ...more,
      });
    };
    expect((await answer({})).ok).toBe(true);
    expect(await top()).toBe('CHL80-Rowan');
    expect((await viewOf(actor, number)).job.given).toEqual([
      // Told on the phone it counts for less than seen at the car.
      { kind: 'chipMark', answer: 'seen', value: 'a notch at the foot of the blade', reliability: 0.85 },
    ]);
    expect((await answer({ stand: 'car' })).ok).toBe(true);
    expect((await viewOf(actor, number)).job.given).toEqual([
      { kind: 'chipMark', answer: 'seen', value: 'a notch at the foot of the blade' },
    ]);
    expect((await answer({ sure: false, stand: 'car' })).ok).toBe(true);
    expect((await viewOf(actor, number)).job.given[0]).toMatchObject({ reliability: 0.7 });
    expect((await answer({ answer: 'ask', value: null })).ok).toBe(true);
    expect(await top()).toBe('AES128-Elm');
    expect((await answer({ kind: 'buildMonth', value: '2019-13' })).ok).toBe(false);
    expect((await answer({ kind: 'buildMonth', value: '2019-03' })).ok).toBe(true);
    expect(await top()).toBe('CHL80-Rowan');
    const { job } = await viewOf(actor, number);
    const stale = await answerQuestion(actor, {
      number,
      version: job.version - 1,
      kind: 'board',
      answer: 'skipped',
      value: null,
      sure: true,
    });
    expect(stale).toMatchObject({ ok: false, stale: { version: job.version } });
  });

  it('surrounds the chosen candidate, whatever is likeliest', async () => {
    const number = await openTestJob(actor, 'Merrowdale', { year: 2019, ignition: 'push' });
    const view = await viewOf(actor, number);
    const other = view.candidates.find(({ application }) => application.chip?.article === 'CHL80-Rowan');
    await chooseCandidate(actor, {
      number,
      version: view.job.version,
      applicationId: other?.application.id ?? '',
      reason: 'One notch',
    });
    const { job } = await viewOf(actor, number);
    expect((await surroundJob(actor, job)).subjectId).toBe(other?.application.id);
  });
});

describe('a VIN', () => {
  it('of a past job is met again, also with one slip, and compared with a part', async () => {
    const found = await database().query<{ vin: string; number: number }>(
      'SELECT vin, number FROM job WHERE length(vin) = 17 ORDER BY number DESC LIMIT 1',
    );
    const [car] = found.rows;
    if (!car) throw new Error('the world has VINs');
    const ask = async (data: object) => {
      const input = parseInput(VinInput, data);
      if (!input.ok) throw new Error(JSON.stringify(input.problems));
      const result = await examine(actor, input.value);
      if (!result.ok) throw new Error(JSON.stringify(result.problems));
      return result.value;
    };
    const typed = `${car.vin.slice(0, 3)} ${car.vin.slice(3, 9).toLowerCase()}-${car.vin.slice(9)}`;
    const same = await ask({ vin: typed, other: `?????????${car.vin.slice(9)}` });
    expect(same.jobs[0]).toMatchObject({ number: car.number, likeness: 'same' });
    expect(same.comparison).toMatchObject({ likeness: 'same', compared: 8 });
    expect(same.comparison?.byChance).toBeGreaterThan(0);
    const last = car.vin.slice(-1) === '7' ? '1' : '7';
    const slip = await ask({ vin: car.vin.slice(0, -1) + last });
    expect(slip.jobs.some(({ number, likeness }) => number === car.number && likeness === 'oneSlip')).toBe(
      true,
    );
    expect(parseInput(VinInput, { vin: 'x'.repeat(61) }).ok).toBe(false);
    expect((await examine(actor, { vin: 'A', market: 'Atlantis' })).ok).toBe(false);
  });
});

describe('the stock', () => {
  it('is the sum of its movements, never below nothing, and a move is two of them', async () => {
    const { stock } = await readStock(actor);
    const line = stock.find(({ article, place }) => article === 'BLANK-2041' && place === 'Coracle');
    if (!line) throw new Error('the world has some');
    const lies = async (vanId: string | null) =>
      (await readStock(actor)).stock.find(
        (one) =>
          one.article === 'BLANK-2041' &&
          one.state === 'new' &&
          one.grade === line.grade &&
          one.vanId === vanId,
      )?.quantity ?? 0;
    const move = (more: object) =>
      moveStock(actor, {
        article: 'BLANK-2041',
        state: 'new',
        grade: line.grade,
        vanId: line.vanId,
        reason: 'used',
        pieces: 1,
        ...more,
      });
    expect((await move({})).ok).toBe(true);
    expect(await lies(line.vanId)).toBe(line.quantity - 1);
    const tooMany = await move({ pieces: 500 });
    expect(tooMany.ok ? '' : tooMany.problems[0]?.message).toMatch(/^Only \d+ lie there/);
    expect((await move({ reason: 'moved', pieces: 1, toVanId: null })).ok).toBe(true);
    expect(await lies(line.vanId)).toBe(line.quantity - 2);
    expect(await lies(null)).toBe(1);
    expect((await move({ reason: 'moved', toVanId: line.vanId })).ok).toBe(false);
    expect((await move({ reason: 'counted', pieces: 9 })).ok).toBe(true);
    expect(await lies(line.vanId)).toBe(9);
    expect((await move({ article: 'BLANK-0000' })).ok).toBe(false);
    const at_once = await Promise.all(Array.from({ length: 12 }, () => move({})));
    expect(at_once.filter(({ ok }) => ok).length).toBe(9);
    expect(await lies(line.vanId)).toBe(0);
  });
});
