import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { matchBeats, verdictsOf, verdictWords } from './beats';
import type { Score, ScorePart } from './score';

const stray = 1500;

/** Every way to pair them in their order, tried. */
function leastCost(wanted: readonly number[], came: readonly number[]): number {
  const [w, ...restW] = wanted;
  const [c, ...restC] = came;
  if (w === undefined) return came.length * stray;
  if (c === undefined) return wanted.length * stray;
  return Math.min(
    stray + leastCost(restW, came),
    stray + leastCost(wanted, restC),
    Math.abs(w - c) + leastCost(restW, restC),
  );
}

function costOf(
  wanted: readonly number[],
  came: readonly number[],
  found: readonly (number | null)[],
): number {
  const paired = found.filter((one) => one !== null).length;
  const off = found.reduce<number>(
    (sum, one, at) => sum + (one === null ? 0 : Math.abs(one - (wanted[at] ?? 0))),
    0,
  );
  return off + stray * (wanted.length + came.length - 2 * paired);
}

const moments = (most: number) =>
  fc.array(fc.integer({ min: 0, max: 9000 }), { maxLength: most }).map((all) => all.sort((a, b) => a - b));

describe('beats that came in', () => {
  it('are paired with those that were wanted as cheaply as any pairing in their order', () => {
    fc.assert(
      fc.property(moments(5), moments(6), (wanted, came) => {
        const found = matchBeats(wanted, came);
        const used = found.filter((one) => one !== null);
        expect(found).toHaveLength(wanted.length);
        expect([...used].sort((a, b) => a - b)).toEqual(used);
        expect(costOf(wanted, came, found)).toBe(leastCost(wanted, came));
      }),
    );
  });

  const hold: ScorePart = {
    node: 'h',
    atMs: [3000, 12_500],
    endMs: 12_500,
    limits: { kind: 'hold', fromMs: 8500, toMs: 10_500 },
  };
  const shut: ScorePart = {
    node: 's',
    atMs: [16_500],
    endMs: 16_500,
    limits: { kind: 'window', since: { part: 0 }, notBeforeMs: 2000, withinMs: 15_000 },
  };
  const pace: ScorePart = {
    node: 'p',
    atMs: [3000, 5200, 7400, 9600],
    endMs: 9600,
    limits: { kind: 'pace', fromMs: 700, toMs: 4000 },
  };
  const score = (...parts: ScorePart[]): Score => ({ parts, lengthMs: parts.at(-1)?.endMs ?? 0 });
  const words = (one: Score, came: readonly number[]) =>
    verdictsOf(one, came).map((verdict, at) => verdictWords(verdict, one.parts[at]?.atMs.length ?? 0));

  it('are judged by what the car wants, and not by the sounds', () => {
    // Late by the sounds, in time by the car.
    expect(words(score(hold, shut), [3900, 13_000, 18_000])).toEqual(['in time', 'in time']);
    expect(words(score(hold, shut), [3900, 11_800, 16_600])).toEqual([
      'beat 2 came 0.6 s too soon',
      'in time',
    ]);
    expect(words(score(hold, shut), [3000, 12_500, 13_800])).toEqual(['in time', '0.7 s too soon']);
    expect(words(score(pace), [3000, 5200, 9300, 9800])).toEqual(['beat 3 came 0.1 s too late']);
    expect(words(score(pace), [3000, 5200, 9600])).toEqual(['1 of 4 beats missing']);
    expect(words(score(pace), [])).toEqual(['no beat came in']);
  });

  it('name the first beat that is outside, by how much it is', () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 500, max: 5000 }), { minLength: 3, maxLength: 3 }),
        ([one = 0, two = 0, three = 0]) => {
          const came = [3000, 3000 + one, 3000 + one + two, 3000 + one + two + three];
          const [verdict] = verdictsOf(score(pace), came);
          if (verdict?.is === 'missing') return;
          const gaps = [one, two, three];
          const first = gaps.findIndex((gap) => gap < 700 || gap > 4000);
          if (first < 0) expect(verdict).toEqual({ is: 'inTime' });
          else
            expect(verdict).toEqual({
              is: (gaps[first] ?? 0) < 700 ? 'early' : 'late',
              beat: first + 2,
              byMs: (gaps[first] ?? 0) < 700 ? 700 - (gaps[first] ?? 0) : (gaps[first] ?? 0) - 4000,
            });
        },
      ),
    );
  });
});
