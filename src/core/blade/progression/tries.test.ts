import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { seededRandom } from '@/core/kinds/random';
import { drawn, partitions, plainly, recuts, spaces, testBlade } from '../../../../tests/support/candidates';
import type { Candidate } from './chains';
import { planKinds, planRest } from './plan-rest';
import { readSheet, writeSheet } from './sheet';
import { afterTries, feelLikelihood, feelRight, readingHolds, type Try, tryProblem } from './tries';

const costs = { blank: 400, tried: 90 };

/** Tries that were made by a plan, with a feel now and then and a blank that is spoiled. */
function worked(
  candidates: readonly Candidate[],
  recut: Parameters<typeof planRest>[1],
  seed: number,
): { tries: Try[]; turned: number | null } {
  const random = seededRandom(`worked ${seed}`);
  const truth = Math.floor(random() * candidates.length);
  const kind = planKinds[seed % 3] ?? 'fewestBlanks';
  const tries: Try[] = [];
  for (let step = 0; step < seed % (candidates.length + 1); step += 1) {
    const state = afterTries(candidates, tries);
    if (state.turned !== null || state.left.length === 0) break;
    const [next] = planRest(testBlade, recut, candidates, state, costs).plans[kind].steps;
    if (!next) break;
    const spoiled = random() < 0.15;
    const result = spoiled ? 'spoiled' : next.candidate === truth ? 'turned' : 'didNotTurn';
    const stopsAt = result === 'didNotTurn' && random() < 0.5 ? 1 + Math.floor(random() * spaces) : null;
    const made: Try = { ...next, result, stopsAt };
    expect(tryProblem(candidates.length, spaces, tries, made)).toBeUndefined();
    tries.push(made);
  }
  return { tries, turned: afterTries(candidates, tries).turned };
}

describe('a sheet that is worked', () => {
  it('plans what is left on as few new blanks as there can be, those begun going on', () => {
    fc.assert(
      fc.property(drawn(2, 7), recuts, fc.nat(), (candidates, recut, seed) => {
        const { tries } = worked(candidates, recut, seed);
        const state = afterTries(candidates, tries);
        const { plans, newBlanks, antichain, bound } = planRest(testBlade, recut, candidates, state, costs);
        const bitting = (at: number) => candidates[at]?.bitting ?? [];
        const begun = state.begun.map(({ candidate }) => candidate);
        const open = state.left.map(({ candidate }) => candidate);
        const mayBe = (a: number, b: number) => !begun.includes(b) && plainly(recut, bitting(a), bitting(b));
        const least = Math.min(
          ...[...partitions([...begun, ...open], mayBe)].map((chains) => chains.length - begun.length),
        );
        expect(newBlanks).toBe(least);
        expect(plans.fewestBlanks.blanks.worst).toBe(least);
        expect(antichain).toHaveLength(newBlanks + begun.length);
        for (const kind of planKinds) {
          const { steps, cost } = plans[kind];
          expect(cost.expected).toBeGreaterThanOrEqual(bound - 1e-9);
          expect(steps.map(({ candidate }) => candidate).sort()).toEqual([...open].sort());
          const cut = new Map(state.begun.map(({ blank, candidate }) => [blank, candidate]));
          let last = state.blanks;
          for (const { candidate, blank } of steps) {
            const before = cut.get(blank);
            if (before === undefined) expect(blank).toBe(++last);
            else expect(plainly(recut, bitting(before), bitting(candidate))).toBe(true);
            cut.set(blank, candidate);
          }
          expect(last - state.blanks).toBe(plans[kind].blanks.worst);
        }
      }),
      { numRuns: 200 },
    );
  });

  it('takes a blank that was begun for nothing where it can: the cheapest plan over few is no dearer than any other', () => {
    fc.assert(
      fc.property(drawn(3, 7), recuts, fc.nat(), (candidates, recut, seed) => {
        const state = afterTries(candidates, worked(candidates, recut, seed).tries);
        const { plans } = planRest(testBlade, recut, candidates, state, costs);
        // The order of falling probability may take turns between blanks, which the exact one does not weigh.
        expect(plans.leastCost.cost.expected).toBeLessThanOrEqual(plans.fewestBlanks.cost.expected + 1e-9);
        expect(plans.fewestBlanks.blanks.worst).toBeLessThanOrEqual(plans.fewestTries.blanks.worst);
        expect(plans.fewestTries.tries.expected).toBeLessThanOrEqual(plans.leastCost.tries.expected + 1e-9);
      }),
      { numRuns: 100 },
    );
  });
});

describe('a feel', () => {
  const bittings = fc.array(fc.integer({ min: 1, max: 3 }), { minLength: 5, maxLength: 5 });

  it('is some space for sure, and a wrong one nine times of ten', () => {
    fc.assert(
      fc.property(bittings, bittings, (bitting, tried) => {
        const shares = bitting.map((_, space) => feelLikelihood(bitting, tried, space + 1));
        expect(shares.reduce((sum, one) => sum + one, 0)).toBeCloseTo(1, 9);
        const wrong = bitting.flatMap((depth, space) => (depth === tried[space] ? [] : [shares[space] ?? 0]));
        if (wrong.length > 0 && wrong.length < 5)
          expect(wrong.reduce((sum, one) => sum + one, 0)).toBeCloseTo(feelRight, 9);
      }),
    );
  });

  it('weighs by Bayes what is left and rules nothing out', () => {
    fc.assert(
      fc.property(drawn(3, 30), fc.integer({ min: 1, max: spaces }), (candidates, stopsAt) => {
        const first = candidates[0]?.bitting ?? [];
        const { left } = afterTries(candidates, [{ candidate: 0, blank: 1, result: 'didNotTurn', stopsAt }]);
        const joint = candidates.map(
          ({ bitting, probability }) => probability * feelLikelihood(bitting, first, stopsAt),
        );
        const sum = joint.slice(1).reduce((all, one) => all + one, 0);
        for (const { candidate, probability } of left) {
          expect(probability).toBeCloseTo((joint[candidate] ?? 0) / sum, 9);
          expect(probability).toBeGreaterThan(0);
        }
        expect(left).toHaveLength(candidates.length - 1);
      }),
      { numRuns: 100 },
    );
  });
});

describe('whether the bitting is among what is left', () => {
  const four: Candidate[] = [1, 2, 3, 1].map((depth, at) => ({
    bitting: [depth, at === 3 ? 2 : 1, 1, 1],
    probability: 0.25,
  }));
  const failed = (candidate: number, blank: number, stopsAt: number | null = null): Try => ({
    candidate,
    blank,
    result: 'didNotTurn',
    stopsAt,
  });

  it('falls with every key that does not turn, as Bayes has it, whatever was felt', () => {
    expect(afterTries(four, []).holds).toBeCloseTo(readingHolds, 9);
    const half = readingHolds / 2;
    const after = half / (half + 1 - readingHolds);
    expect(afterTries(four, [failed(0, 1), failed(1, 1)]).holds).toBeCloseTo(after, 9);
    expect(afterTries(four, [failed(0, 1, 3), failed(1, 1, 2)]).holds).toBeLessThan(readingHolds);
    expect(afterTries(four, [failed(0, 1), failed(1, 1), failed(2, 1), failed(3, 2)]).holds).toBe(0);
  });

  it('is certain once a key turned', () => {
    const state = afterTries(four, [failed(0, 1), { ...failed(2, 1), result: 'turned' }]);
    expect(state).toMatchObject({ turned: 2, holds: 1, blanks: 1, tries: 2 });
  });

  it('knows what cannot be', () => {
    const first = [failed(0, 1)];
    expect(tryProblem(4, 4, first, failed(9, 1))).toMatch(/not on the sheet/);
    expect(tryProblem(4, 4, first, failed(0, 2))).toMatch(/tried already/);
    expect(tryProblem(4, 4, first, failed(1, 3))).toMatch(/next blank/);
    expect(tryProblem(4, 4, first, failed(1, 1, 9))).toMatch(/4 spaces/);
    expect(tryProblem(4, 4, [{ ...failed(0, 1), result: 'spoiled' }], failed(0, 1))).toMatch(/spoiled/);
    expect(tryProblem(4, 4, [{ ...failed(0, 1), result: 'spoiled' }], failed(0, 2))).toBeUndefined();
    expect(tryProblem(4, 4, [{ ...failed(0, 1), result: 'turned' }], failed(1, 1))).toMatch(/turned already/);
    expect(tryProblem(4, 4, [], { ...failed(0, 1, 2), result: 'turned' })).toMatch(/does not turn/);
  });
});

describe('a sheet as it is sealed', () => {
  it('is read as it was written, and anything else is none', () => {
    fc.assert(
      fc.property(drawn(1, 20), fc.constantFrom(...planKinds), (candidates, plan) => {
        const sheet = { keyway: 'Pipit 7', from: 'lock', candidates, holds: 0.95, plan } as const;
        expect(readSheet(writeSheet(sheet))).toEqual(sheet);
      }),
    );
    expect(readSheet('')).toBeUndefined();
    expect(
      readSheet('{"candidates":["1-2"],"probabilities":[1],"from":"air","plan":"leastCost"}'),
    ).toBeUndefined();
    expect(
      readSheet('{"candidates":["x"],"probabilities":[1],"from":"lock","plan":"leastCost"}'),
    ).toBeUndefined();
  });
});
