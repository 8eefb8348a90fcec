import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { normal, seededRandom } from '@/core/kinds/random';
import {
  drillLadder as ladder,
  drillMeter as meter,
  pelletFigures,
  readDrawn,
} from '../../../tests/support/pellet-drill';
import { type Ladder, overlaps, replacedFor, stepsFor, withReplacements } from './ladder';
import { boundOf, finerRange, meterProblems, rangeFor } from './meter';
import { ohmsWords, parseOhms } from './ohms-text';
import { pelletAdvice, typedWords } from './pellet-words';
import { facesDiffer, type PelletAnswer, readPellet } from './read-pellet';

const ohms = ladder.steps.map((one) => one.ohms);
const typed = (text: string) => parseOhms(text, ohms);

describe('a resistance as it is typed', () => {
  it.each([
    ['3.3', 3300, 'kΩ'],
    ['3,3', 3300, 'kΩ'],
    ['3300', 3300, 'Ω'],
    ['.0033', 3300, 'MΩ'],
    ['3k3', 3300, null],
    ['3K3', 3300, null],
    ['3.3 kΩ', 3300, null],
    ['3.3kohm', 3300, null],
    ['.0033M', 3300, null],
    ['3300 ohms', 3300, null],
    ['22', 22_000, 'kΩ'],
    ['1000', 1000, 'Ω'],
  ] as const)('%s is %d', (text, value, unitTaken) => {
    const read = typed(text);
    expect(read).toMatchObject({ kind: 'ohms', unitTaken, slip: null });
    expect(read?.kind === 'ohms' && read.ohms).toBeCloseTo(value, 6);
  });

  it.each([
    ['3.3 Ω', 3.3, 1000],
    ['3300 kΩ', 3_300_000, 0.001],
    ['330 kΩ', 330_000, 0.1],
    ['120 Ω', 120, 10],
  ] as const)('%s is off the ladder, and the slip is asked about and not assumed', (text, value, slip) => {
    const read = typed(text);
    expect(read?.kind === 'ohms' && read.ohms).toBeCloseTo(value, 6);
    expect(read).toMatchObject({ slip });
    expect(read && typedWords(read)).toMatch(/is .* meant\?/);
  });

  it('knows a meter without an end, and what is no resistance', () => {
    for (const text of ['OL', 'o.l', 'open', '0L']) expect(typed(text)).toEqual({ kind: 'open' });
    for (const text of ['', 'k', '3.3.3', '3 3', 'abc', '-5', '3kk3', '1'.repeat(40), '.', '5 volts'])
      expect(typed(text)).toBeUndefined();
    expect(typedWords({ kind: 'open' })).toBeNull();
    const bare = typed('3.3');
    expect(bare && typedWords(bare)).toBe('taken as kΩ');
  });

  it('comes back from its words', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1000, max: 22_000 }), (value) => {
        const read = typed(ohmsWords(value));
        expect(read?.kind === 'ohms' && Math.abs(read.ohms / value - 1)).toBeLessThan(0.006);
      }),
    );
  });
});

describe('a ladder', () => {
  const some: Ladder = {
    ...ladder,
    steps: [
      { ...(ladder.steps[0] as (typeof ladder.steps)[0]), fromYear: 1986, toYear: 1990 },
      { ...(ladder.steps[1] as (typeof ladder.steps)[0]), profile: 'edge, one side' },
      {
        ...(ladder.steps[4] as (typeof ladder.steps)[0]),
        replaced: { by: 9, fromYear: 1991, toYear: 1991 },
      },
    ],
  };
  const named = (year: number | null, profile: string | null) =>
    stepsFor(some, { year, profile }).map(({ step }) => step);

  it('holds the steps of a year and a blade, all of them where neither is known', () => {
    expect(named(null, null)).toEqual([1, 2, 5]);
    expect(named(1985, null)).toEqual([2, 5]);
    expect(named(1990, 'edge, two sides')).toEqual([1, 5]);
    expect(named(1990, 'edge, one side')).toEqual([1, 2, 5]);
  });

  it('says which step took the place of another, and which read alike', () => {
    const five = some.steps[2] as (typeof some.steps)[0];
    expect([null, 1990, 1991].map((year) => replacedFor(five, year))).toEqual([9, null, 9]);
    expect(overlaps(ladder)).toEqual([
      [1, 2],
      [5, 6],
    ]);
  });
});

describe('a step that was replaced on cars of some years', () => {
  it('gives half of its chance to the one in its place, where the car is of these years', () => {
    const steps = ladder.steps.map((one) =>
      one.step === 5 ? { ...one, replaced: { by: 9, fromYear: 1991, toYear: 1991 } } : one,
    );
    const likely = [
      { step: 5, probability: 0.6 },
      { step: 6, probability: 0.3 },
      { step: 9, probability: 0.1 },
    ];
    const chance = (year: number, step: number) =>
      withReplacements(steps, likely, year).find((one) => one.step === step)?.probability;
    expect(chance(1991, 5)).toBeCloseTo(0.3, 9);
    expect(chance(1991, 9)).toBeCloseTo(0.4, 9);
    expect(chance(1989, 5)).toBeCloseTo(0.6, 9);
    expect(chance(1989, 1)).toBe(0);
  });
});

describe('a meter', () => {
  it('is off by percent of the reading and digits of the range, and takes the lowest range that holds the ladder', () => {
    expect(boundOf(meter, 3300, 20_000)).toBeCloseTo(33 + 30, 9);
    expect(rangeFor(meter, ohms, 10)).toBe(200_000);
    expect(rangeFor(meter, ohms.slice(0, 7), 10)).toBe(20_000);
    expect(finerRange(meter, 1010, 200_000)).toBe(2000);
    expect(finerRange(meter, 21_000, 200_000)).toBeNull();
  });

  it.each([
    [{ accuracyPercent: 0 }, 'accuracyPercent'],
    [{ accuracyPercent: 40 }, 'accuracyPercent'],
    [{ accuracyDigits: 2.5 }, 'accuracyDigits'],
    [{ counts: 3 }, 'counts'],
    [{ ranges: [2000, 200] }, 'ranges'],
    [{ ranges: [] }, 'ranges'],
    [{ leadOhms: -1 }, 'leadOhms'],
    [{ accuracyPercent: Number.NaN }, 'accuracyPercent'],
  ])('cannot be %o', (more, field) => {
    expect(meterProblems({ ...meter, ...more }).map((one) => one.field)).toEqual([field]);
    expect(meterProblems(meter)).toEqual([]);
  });
});

const answered = (...faces: (number | null)[][]): PelletAnswer =>
  readPellet({ ladder, steps: ladder.steps, meter, range: 200_000, faces });
const said = (...faces: (number | null)[][]) =>
  pelletAdvice(answered(...faces), ladder, { year: null, profile: null });

describe('what a pellet reads', () => {
  it.each([
    ['a step alone is clear', [[8300, 8290]], 'clear', /^Step 7/],
    [
      'between two that overlap it is either',
      [[4250, 4260]],
      'ambiguous',
      /^Step 5 or step 6|^Step 6 or step 5/,
    ],
    ['no end is a cracked pellet', [[null, null]], 'open', /^Open/],
    ['next to nothing is a bridge', [[3, 4]], 'short', /^Next to nothing/],
    ['far off is none of the steps', [[61_000, 60_800]], 'off', /^None/],
    [
      'two faces apart say clean and repeat',
      [
        [2700, 2705],
        [3240, 3250],
      ],
      'differ',
      /two faces differ/,
    ],
    ['one face without an end too', [[2700], [null]], 'differ', /two faces differ/],
    ['nothing yet', [[]], 'unsure', /^No step yet/],
  ] as const)('%s', (_, faces, verdict, title) => {
    const lists = faces.map((face) => [...face]);
    expect(answered(...lists).verdict).toBe(verdict);
    expect(said(...lists).title).toMatch(title);
  });

  it('says that it reads high or low where dirt or a finger explains it', () => {
    expect(answered([9500, 9510]).dirt).toBeGreaterThan(5 * answered([8200, 8210]).dirt);
    expect(said([9300, 9310]).title + said([9300, 9310]).next).toMatch(/Step 7.*clean the contacts|Step 7/);
    expect(answered([19_100, 19_050]).parallel).toBeGreaterThan(answered([22_000, 22_050]).parallel);
  });

  it('sums to one, and more readings do not sharpen what is common to all', () => {
    fc.assert(
      fc.property(fc.double({ min: 200, max: 60_000, noNaN: true }), (reading) => {
        const { steps, none } = answered([reading]);
        expect(steps.reduce((sum, one) => sum + one.probability, none)).toBeCloseTo(1, 9);
        const many = answered(Array.from({ length: 40 }, () => reading));
        const leading = (answer: PelletAnswer) => answer.steps[0]?.probability ?? 0;
        if (answered([reading]).verdict === 'ambiguous')
          expect(Math.abs(leading(many) - leading(answered([reading])))).toBeLessThan(0.15);
      }),
    );
  });

  it('agrees with a simulation of its own model', () => {
    const random = seededRandom('posterior');
    const [low, high] = [4230, 4310];
    const counts = new Map<number, number>();
    for (let at = 0; at < 1_500_000; at += 1) {
      const step = ladder.steps[Math.floor(random() * ladder.steps.length)];
      if (!step) continue;
      const common = Math.hypot(
        (0.1 * step.ohms) / Math.sqrt(3),
        boundOf(meter, step.ohms, 200_000) / Math.sqrt(3),
      );
      const truth = normal(random, step.ohms + meter.leadOhms, common);
      const kind = random();
      const there =
        kind < 0.05
          ? truth - 0.15 * truth * Math.log(1 - random())
          : kind < 0.08
            ? (truth * across(random())) / (truth + across(random()))
            : truth;
      const read = normal(random, there, Math.hypot(0.004 * truth, 0.5));
      if (read >= low && read <= high) counts.set(step.step, (counts.get(step.step) ?? 0) + 1);
    }
    const total = [...counts.values()].reduce((sum, one) => sum + one, 0);
    const answer = answered([(low + high) / 2]);
    for (const { step, probability } of answer.steps)
      expect(Math.abs(probability / (1 - answer.none) - (counts.get(step) ?? 0) / total)).toBeLessThan(0.03);
    function across(share: number): number {
      return 10_000 * 200 ** share;
    }
  });

  it('over drawn pellets: what is called clear is right, and wrong steps are fewer than by the nearest value', () => {
    const { pellets, nearestWrong, clear, clearWrong, likeliestWrong } = pelletFigures(
      ladder,
      meter,
      3,
      1000,
    );
    expect(clearWrong / clear).toBeLessThan(0.02);
    expect(clearWrong).toBeLessThan(nearestWrong / 3);
    expect(likeliestWrong).toBeLessThanOrEqual(nearestWrong * 1.05);
    expect(clear / pellets).toBeGreaterThan(0.5);
  });

  it('knows that faces differ only beyond what contacts explain', () => {
    expect(facesDiffer([[2700, 2704], [2712]])).toBe(false);
    expect(facesDiffer([[2700, 2704], [2900]])).toBe(true);
    expect(facesDiffer([[2700]])).toBe(false);
    expect(readDrawn({ step: 1, faces: [[1000], [1003]] }, ladder, meter).verdict).not.toBe('differ');
  });

  it('says which step took the place of a clear one on cars of some years', () => {
    const steps = ladder.steps.map((one) =>
      one.step === 7 ? { ...one, replaced: { by: 9, fromYear: 1991, toYear: 1991 } } : one,
    );
    const at = (year: number) => pelletAdvice(answered([8200]), { steps }, { year, profile: null }).next;
    expect(at(1991)).toMatch(/step 7 was replaced by step 9/);
    expect(at(1989)).toMatch(/^Take a blank of step 7/);
  });
});
