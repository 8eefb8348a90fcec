import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { huntState, type StepTried } from './hunt-state';

const at = (minute: number) => new Date(Date.UTC(2027, 2, 3, 16, minute));
const wrong = (step: number, minute: number): StepTried => ({
  tryId: `${step}`,
  step,
  started: false,
  at: at(minute),
});
const even = [1, 2, 3, 4].map((step) => ({ step, probability: 0.25 }));

describe('a hunt', () => {
  it('goes by falling probability, with what a doubtful reading left', () => {
    const doubtful = [
      { step: 5, probability: 0.6 },
      { step: 6, probability: 0.35 },
      { step: 1, probability: 0.05 },
    ];
    const { left, ahead } = huntState(doubtful, [], 420);
    expect(left.map(({ step }) => step)).toEqual([5, 6, 1]);
    expect(ahead?.meanSeconds).toBeCloseTo(420 * (0.35 + 2 * 0.05), 6);
    expect(ahead?.worstSeconds).toBe(840);
  });

  it('keeps the car shut after each wrong step, and ends at the one that starts it', () => {
    const one = huntState(even, [wrong(2, 0)], 420);
    expect(one).toMatchObject({ shutUntil: at(7), found: null });
    expect(one.left.map(({ step }) => step)).toEqual([1, 3, 4]);
    const two = huntState(even, [wrong(2, 0), wrong(1, 8)], 420);
    expect(two.shutUntil).toEqual(at(15));
    const started = { ...wrong(3, 16), started: true };
    expect(huntState(even, [wrong(2, 0), started], 420)).toMatchObject({ found: 3, ahead: null });
    expect(huntState(even, [], 420).shutUntil).toBeNull();
  });

  it('waits as long on average as trying every true step would', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 1, max: 100 }), { minLength: 1, maxLength: 12 }), (weights) => {
        const total = weights.reduce((sum, one) => sum + one, 0);
        const steps = weights.map((weight, at) => ({ step: at + 1, probability: weight / total }));
        const { left, ahead } = huntState(steps, [], 60);
        const mean = left.reduce((sum, { probability }, turn) => sum + probability * turn * 60, 0);
        expect(ahead?.meanSeconds).toBeCloseTo(mean, 6);
      }),
    );
  });

  it('has nothing left where all were tried', () => {
    const all = even.map(({ step }, turn) => wrong(step, turn * 8));
    expect(huntState(even, all, 420)).toMatchObject({ left: [], ahead: null, found: null });
  });
});
