import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { packBittings } from './packed';
import {
  codesFound,
  depthCounts,
  differentIn,
  fittingCodes,
  indexBittings,
  nextSpace,
  parseWanted,
  searchBittings,
  type Wanted,
  wantedProblems,
} from './search';

const [spaces, depths] = [4, 3];
const bitting = fc.array(fc.integer({ min: 1, max: depths }), { minLength: spaces, maxLength: spaces });
const someBittings = fc.array(bitting, { minLength: 0, maxLength: 150 });
const wantedOf = fc.array(
  fc.option(fc.uniqueArray(fc.integer({ min: 1, max: depths }), { minLength: 1, maxLength: depths })),
  { minLength: spaces, maxLength: spaces },
);

/** The plain way. */
const scan = (bittings: readonly (readonly number[])[], wanted: Wanted) =>
  bittings.flatMap((one, place) =>
    wanted.every((allowed, space) => allowed === null || allowed.includes(one[space] ?? 0)) ? [place] : [],
  );
const indexed = (bittings: readonly (readonly number[])[]) =>
  indexBittings(packBittings(bittings, spaces), depths);

describe('a search', () => {
  it('finds what a scan finds, in its order, and counts it', () => {
    fc.assert(
      fc.property(someBittings, wantedOf, (bittings, wanted) => {
        const found = searchBittings(indexed(bittings), wanted);
        const plain = scan(bittings, wanted);
        expect(fittingCodes(found)).toEqual(plain);
        expect(found.count).toBe(plain.length);
        expect(codesFound(found, 3)).toEqual(
          plain.slice(0, 3).map((place) => ({ place, bitting: bittings[place] })),
        );
        const counts = depthCounts(found);
        for (let space = 0; space < spaces; space += 1)
          for (let depth = 1; depth <= depths; depth += 1)
            expect(counts[space]?.[depth - 1]).toBe(
              plain.filter((place) => bittings[place]?.[space] === depth).length,
            );
      }),
    );
  });

  it('counts no code that is not there, where nothing is known', () => {
    const found = searchBittings(
      indexed([
        [1, 2, 3, 1],
        [1, 1, 1, 1],
      ]),
      [null, null, null, null],
    );
    expect(found.count).toBe(2);
    expect(fittingCodes(found)).toEqual([0, 1]);
  });

  it('counts what a lock can tell apart by the spaces it holds', () => {
    const found = searchBittings(
      indexed([
        [1, 2, 3, 1],
        [1, 2, 3, 2],
        [1, 2, 1, 1],
      ]),
      [[1], null, null, null],
    );
    expect(differentIn([found], [1, 2, 3])).toBe(2);
    expect(differentIn([found], [1, 2, 3, 4])).toBe(3);
    // The same bitting in two series is one.
    expect(differentIn([found, found], [1, 2, 3, 4])).toBe(3);
  });

  it('names the space that leaves the fewest when it is read', () => {
    const wanted: Wanted = [[1], null, null, null];
    const found = searchBittings(
      indexed([
        [1, 1, 1, 2],
        [1, 1, 2, 2],
        [1, 1, 3, 2],
        [1, 2, 3, 2],
      ]),
      wanted,
    );
    expect(nextSpace(depthCounts(found), found.count, wanted)).toEqual({ space: 3, leaves: 1.5 });
    const same = searchBittings(indexed([[1, 2, 3, 1]]), wanted);
    expect(nextSpace(depthCounts(same), same.count, wanted)).toBeNull();
  });

  it('refuses what is no question of this keyway', () => {
    const words = (wanted: Wanted) => wantedProblems(wanted, spaces, depths).map(({ field }) => field);
    expect(words([[1], null, [2, 3], null])).toEqual([]);
    expect(words([[1]])).toEqual(['wanted']);
    expect(words([null, null, null, null])).toEqual(['wanted']);
    expect(words([[1], [4], [], [0, 1]])).toEqual(['wanted.1', 'wanted.2', 'wanted.3']);
  });

  it.each([
    ['2', [2]],
    [' 3/2 ', [2, 3]],
    ['2, 3', [2, 3]],
    ['2 2', [2]],
    ['12', [12]],
    ['', null],
    ['?', null],
    ['x', undefined],
    ['2-3', undefined],
    ['1/', undefined],
  ])('reads %j as %j', (text, expected) => {
    expect(parseWanted(text)).toEqual(expected);
  });
});
