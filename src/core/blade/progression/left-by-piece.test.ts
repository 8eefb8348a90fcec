import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { leftByPiece } from './left-by-piece';

const rankedOf = (weights: readonly number[]) => {
  const sum = weights.reduce((total, one) => total + one, 0);
  return weights
    .map((weight, at) => ({ bitting: [at + 1], probability: weight / sum }))
    .sort((a, b) => b.probability - a.probability);
};

describe('what a piece leaves to be tried', () => {
  it('sums to 1, keeps the order, and says how likely the bitting is among them', () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 1, max: 100_000 }), { minLength: 1, maxLength: 60 }),
        (weights) => {
          const ranked = rankedOf(weights);
          const { holds, candidates } = leftByPiece(ranked);
          expect(candidates.reduce((sum, { probability }) => sum + probability, 0)).toBeCloseTo(1, 9);
          expect(candidates.map(({ bitting }) => bitting)).toEqual(
            ranked.slice(0, candidates.length).map(({ bitting }) => bitting),
          );
          const among = ranked
            .slice(0, candidates.length)
            .reduce((sum, { probability }) => sum + probability, 0);
          expect(holds).toBeCloseTo(Math.min(among, 0.999), 9);
        },
      ),
    );
  });

  it('leaves out what is not worth a blank: the rest after 999 of 1000', () => {
    const ranked = [
      { bitting: [1], probability: 0.9 },
      { bitting: [2], probability: 0.0995 },
      { bitting: [3], probability: 0.0005 },
    ];
    expect(leftByPiece(ranked).candidates.map(({ bitting }) => bitting)).toEqual([[1], [2]]);
  });
});
