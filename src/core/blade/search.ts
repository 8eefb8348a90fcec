import { type PackedBittings, unpackBitting } from './packed';
import type { SpecProblem } from './spec';

/** Which depths each space may have, counted from 1; null where nobody knows. */
export type Wanted = readonly (readonly number[] | null)[];

/** The bittings of a series as bits: who has this depth at this space. */
export interface BittingIndex {
  readonly packed: PackedBittings;
  readonly depths: number;
  /** Words of 32 bits for each space and depth, one bit a code. */
  readonly words: number;
  /** `bits[(space * depths + depth) * words + (code >> 5)]`, depths from 0. */
  readonly bits: Uint32Array;
}

export function indexBittings(packed: PackedBittings, depths: number): BittingIndex {
  const words = Math.ceil(packed.count / 32);
  const bits = new Uint32Array(packed.spaces * depths * words);
  for (let code = 0; code < packed.count; code += 1)
    for (let space = 0; space < packed.spaces; space += 1) {
      const depth = packed.depths[code * packed.spaces + space] ?? 0;
      const at = (space * depths + depth) * words + (code >> 5);
      bits[at] = (bits[at] ?? 0) | (1 << (code & 31));
    }
  return { packed, depths, words, bits };
}

/** The codes that fit, as one bit each. */
export interface Fitting {
  readonly index: BittingIndex;
  readonly bits: Uint32Array;
  readonly count: number;
}

/** The codes whose bittings have one of the wanted depths at every space, exactly. */
export function searchBittings(index: BittingIndex, wanted: Wanted): Fitting {
  const { packed, depths, words, bits } = index;
  const found = new Uint32Array(words).fill(0xffffffff);
  const over = packed.count & 31;
  if (words > 0 && over !== 0) found[words - 1] = (1 << over) - 1;
  for (let space = 0; space < packed.spaces; space += 1) {
    const allowed = wanted[space];
    if (!allowed) continue;
    const starts = allowed
      .filter((depth) => depth >= 1 && depth <= depths)
      .map((depth) => (space * depths + depth - 1) * words);
    for (let word = 0; word < words; word += 1) {
      let any = 0;
      for (const start of starts) any |= bits[start + word] ?? 0;
      found[word] = (found[word] ?? 0) & any;
    }
  }
  return { index, bits: found, count: countBits(found) };
}

function countBits(bits: Uint32Array): number {
  let count = 0;
  for (let word of bits) {
    word -= (word >>> 1) & 0x55555555;
    word = (word & 0x33333333) + ((word >>> 2) & 0x33333333);
    count += (((word + (word >>> 4)) & 0x0f0f0f0f) * 0x01010101) >>> 24;
  }
  return count;
}

/** The places of the codes that fit, in their order. */
export function fittingCodes({ index, bits }: Fitting, most = Number.POSITIVE_INFINITY): number[] {
  const codes: number[] = [];
  for (let word = 0; word < index.words && codes.length < most; word += 1) {
    let left = bits[word] ?? 0;
    while (left !== 0 && codes.length < most) {
      const bit = 31 - Math.clz32(left & -left);
      codes.push(word * 32 + bit);
      left &= left - 1;
    }
  }
  return codes;
}

/** How many of the codes that fit have each depth at each space: `[space][depth - 1]`. */
export function depthCounts({ index, bits }: Fitting): number[][] {
  const { packed, depths, words } = index;
  return Array.from({ length: packed.spaces }, (_, space) =>
    Array.from({ length: depths }, (_depth, depth) => {
      const from = (space * depths + depth) * words;
      const both = new Uint32Array(words);
      for (let word = 0; word < words; word += 1)
        both[word] = (bits[word] ?? 0) & (index.bits[from + word] ?? 0);
      return countBits(both);
    }),
  );
}

/** How many different bittings the codes that fit make in a lock that holds only these spaces, counted from 1. */
export function differentIn(fittings: readonly Fitting[], holds: readonly number[]): number {
  const seen = new Set<string>();
  for (const fitting of fittings)
    for (const code of fittingCodes(fitting)) {
      const { depths, spaces } = fitting.index.packed;
      seen.add(holds.map((space) => depths[code * spaces + space - 1]).join());
    }
  return seen.size;
}

/** The space that leaves the fewest codes when it is read: counted from 1, with how many are left on average. */
export interface NextSpace {
  readonly space: number;
  readonly leaves: number;
}

/**
 * The space most worth reading next, of those that are not known for sure; null where none would leave fewer.
 * @param counts of all series together, as `depthCounts` gives them
 */
export function nextSpace(
  counts: readonly (readonly number[])[],
  fits: number,
  wanted: Wanted,
): NextSpace | null {
  const left = counts.map((depths) => depths.reduce((sum, n) => sum + (n * n) / (fits || 1), 0));
  const open = left.flatMap((leaves, space) =>
    wanted[space]?.length === 1 || leaves >= fits ? [] : [{ space: space + 1, leaves }],
  );
  return open.length === 0 ? null : open.reduce((a, b) => (b.leaves < a.leaves ? b : a));
}

/** What is wrong with what is wanted of a keyway. */
export function wantedProblems(wanted: Wanted, spaces: number, depths: number): SpecProblem[] {
  if (wanted.length !== spaces)
    return [
      { field: 'wanted', message: `Expected what is known of ${spaces} spaces, not of ${wanted.length}.` },
    ];
  const bad = wanted.flatMap((allowed, space) =>
    allowed?.some((depth) => !Number.isInteger(depth) || depth < 1 || depth > depths) || allowed?.length === 0
      ? [{ field: `wanted.${space}`, message: `Space ${space + 1}: expected depths of 1 to ${depths}.` }]
      : [],
  );
  return bad.length > 0 || wanted.some((allowed) => allowed !== null)
    ? bad
    : [{ field: 'wanted', message: 'Nothing is known of any space: every code would fit.' }];
}

/** A code that fits: its place in the series, and its bitting. */
export interface FoundCode {
  readonly place: number;
  readonly bitting: readonly number[];
}

export function codesFound(fitting: Fitting, most: number): FoundCode[] {
  return fittingCodes(fitting, most).map((place) => ({
    place,
    bitting: unpackBitting(fitting.index.packed, place),
  }));
}

/**
 * What people write of a space: `2`, `2/3` or `2,3` where it is one of several, nothing or `?` where it is not known.
 * Undefined where it is none of these.
 */
export function parseWanted(text: string): readonly number[] | null | undefined {
  const plain = text.trim();
  if (plain === '' || plain === '?' || plain === '-') return null;
  const parts = plain.split(/[/,\s]+/, 20);
  if (parts.some((part) => !/^\d{1,2}$/.test(part))) return undefined;
  return [...new Set(parts.map(Number))].sort((a, b) => a - b);
}
