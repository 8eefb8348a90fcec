import fc from 'fast-check';
import type { Candidate } from '@/core/blade/progression/chains';
import type { Blade } from '@/core/blade/spec';
import type { Recut } from '@/core/catalogue/lists/keys';

export const testBlade: Blade = {
  rows: [
    { spacesMm: [3, 6, 9], cuts: [0, 0.4, 0.8] },
    { spacesMm: [4.5], cuts: [0, 0.3, 0.6] },
  ],
  measure: 'mm',
  stop: 'tip',
  macs: null,
  cutter: null,
};
export const spaces = 4;

/** Different candidates with probabilities of any size. */
export const drawn = (least: number, most: number) =>
  fc
    .uniqueArray(
      fc.tuple(
        fc.array(fc.integer({ min: 1, max: 3 }), { minLength: spaces, maxLength: spaces }),
        fc.integer({ min: 1, max: 1000 }),
      ),
      { minLength: least, maxLength: most, selector: ([bitting]) => bitting.join() },
    )
    .map((all): Candidate[] => {
      const sum = all.reduce((total, [, weight]) => total + weight, 0);
      return all.map(([bitting, weight]) => ({ bitting, probability: weight / sum }));
    });
export const recuts = fc.constantFrom<Recut[]>(['deeper', 'deeper'], ['deeper', 'never'], ['never', 'never']);

/** Whether one can be cut from another, as it is said in words. */
export const plainly = (recut: readonly Recut[], from: readonly number[], to: readonly number[]) =>
  from.join() !== to.join() &&
  from.every((depth, space) => {
    const other = to[space] ?? 0;
    return recut[space < 3 ? 0 : 1] === 'deeper' ? other >= depth : other === depth || depth === 1;
  });

/** All ways to lay candidates out in chains, each in the order of cutting. */
export function* partitions(
  left: readonly number[],
  mayBe: (a: number, b: number) => boolean,
): Generator<number[][]> {
  const [first, ...rest] = left;
  if (first === undefined) {
    yield [];
    return;
  }
  for (const chains of partitions(rest, mayBe)) {
    yield [[first], ...chains];
    for (const [at, chain] of chains.entries())
      if (chain.every((one) => mayBe(first, one) || mayBe(one, first))) {
        const joined = [...chain, first].sort((a, b) => (mayBe(a, b) ? -1 : 1));
        yield chains.map((one, other) => (other === at ? joined : one));
      }
  }
}
