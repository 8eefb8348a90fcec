import type { Recut } from '@/core/catalogue/lists/keys';
import { type Blade, spacesOf } from '../spec';

/** A bitting that may be the one, and how likely it is against the others. */
export interface Candidate {
  /** Depths counted from 1. */
  readonly bitting: readonly number[];
  readonly probability: number;
  /** A blank that was cut to this bitting already, and tried: it can be cut on, takes no new blank and is not tried again. */
  readonly begun?: boolean;
}

/** Which candidates can be cut from a blank that was cut to another: a row of bits for each. */
export interface CutOrder {
  readonly count: number;
  /** 32-bit words of a row. */
  readonly words: number;
  /** Bit `b` of row `a`: `b` can be cut from `a`, which is another. */
  readonly rows: Uint32Array;
}

/**
 * The order of cuts: a space can be cut deeper where its row may be cut again; where it may not, it has to be the same, or
 * not yet cut. Metal counts, never the name of a depth. Candidates have to differ; a blank that was begun is cut from none.
 * @param recut of each row of cuts
 */
export function cutOrderOf(
  blade: Blade,
  recut: readonly Recut[],
  candidates: readonly Candidate[],
): CutOrder {
  const count = candidates.length;
  const words = Math.ceil(count / 32);
  const rows = new Uint32Array(count * words).fill(0xffffffff);
  const over = count & 31;
  const begun = [...candidates.keys()].filter((at) => candidates[at]?.begun);
  for (const [space, { row, cuts }] of spacesOf(blade).entries()) {
    const never = recut[row] === 'never';
    const depths = candidates.map(({ bitting }) => (bitting[space] ?? 1) - 1);
    /** For each depth of a blank here: who may still be cut from it. */
    const from = cuts.map((cut) => {
      const bits = new Uint32Array(words);
      for (let b = 0; b < count; b += 1) {
        const other = cuts[depths[b] ?? 0] ?? 0;
        if (never ? other === cut || cut === 0 : other >= cut)
          bits[b >> 5] = (bits[b >> 5] ?? 0) | (1 << (b & 31));
      }
      return bits;
    });
    for (let a = 0; a < count; a += 1) {
      const bits = from[depths[a] ?? 0];
      if (!bits) continue;
      for (let word = 0; word < words; word += 1)
        rows[a * words + word] = (rows[a * words + word] ?? 0) & (bits[word] ?? 0);
    }
  }
  for (let a = 0; a < count; a += 1) {
    const own = a * words + (a >> 5);
    rows[own] = (rows[own] ?? 0) & ~(1 << (a & 31));
    for (const b of begun) rows[a * words + (b >> 5)] = (rows[a * words + (b >> 5)] ?? 0) & ~(1 << (b & 31));
    if (over !== 0) {
      const last = a * words + words - 1;
      rows[last] = (rows[last] ?? 0) & ((1 << over) - 1);
    }
  }
  return { count, words, rows };
}

export function mayFollow({ words, rows }: CutOrder, a: number, b: number): boolean {
  return ((rows[a * words + (b >> 5)] ?? 0) & (1 << (b & 31))) !== 0;
}

/** All candidates, each before those that can be cut from it: more can be cut from the former. */
export function linear({ count, words, rows }: CutOrder): number[] {
  const after = Array.from({ length: count }, (_, a) => {
    let sum = 0;
    for (let word = 0; word < words; word += 1)
      for (let left = rows[a * words + word] ?? 0; left !== 0; left &= left - 1) sum += 1;
    return sum;
  });
  return [...after.keys()].sort((a, b) => (after[b] ?? 0) - (after[a] ?? 0) || a - b);
}

/** Chains that hold every candidate once, as few as can be, and as many candidates of which none can be cut from another. */
export interface ChainCover {
  /** Each in the order of cutting. */
  readonly chains: readonly (readonly number[])[];
  /** As many as the chains: no cover is smaller. */
  readonly antichain: readonly number[];
}

const nobody = -1;

/**
 * The fewest chains: as many as candidates less a largest matching of each with the one that is cut from it next (Dilworth;
 * Hopcroft and Karp on rows of bits).
 * @param onProgress the share that is matched, now and then; 1 once no more can be
 */
export function fewestChains(order: CutOrder, onProgress?: (share: number) => void): ChainCover {
  const { count, words, rows } = order;
  const next = new Int32Array(count).fill(nobody);
  const before = new Int32Array(count).fill(nobody);
  const layer = new Int32Array(count);
  let matched = 0;
  /** Each in the first row it can; most are matched by that. */
  const taken = new Uint32Array(words);
  for (let a = 0; a < count; a += 1)
    for (let word = 0; word < words; word += 1) {
      const free = (rows[a * words + word] ?? 0) & ~(taken[word] ?? 0);
      if (free === 0) continue;
      const bit = 31 - Math.clz32(free & -free);
      const b = word * 32 + bit;
      taken[word] = (taken[word] ?? 0) | (1 << bit);
      next[a] = b;
      before[b] = a;
      matched += 1;
      break;
    }
  const seen = new Uint32Array(words);
  for (;;) {
    onProgress?.(count === 0 ? 1 : matched / count);
    const depth = layersFrom(order, next, before, layer, seen);
    if (depth === nobody) break;
    seen.fill(0);
    let grown = 0;
    for (let a = 0; a < count; a += 1)
      if (next[a] === nobody && augment(order, a, next, before, layer, seen)) grown += 1;
    if (grown === 0) break;
    matched += grown;
  }
  onProgress?.(1);
  return { chains: chainsOf(next, before), antichain: antichainOf(order, next, before) };
}

/** Numbers the candidates by how many steps they lie from one without a follower; `nobody` where no free one is met. */
function layersFrom(
  { count, words, rows }: CutOrder,
  next: Int32Array,
  before: Int32Array,
  layer: Int32Array,
  seen: Uint32Array,
): number {
  layer.fill(nobody);
  seen.fill(0);
  let front: number[] = [];
  for (let a = 0; a < count; a += 1)
    if (next[a] === nobody) {
      layer[a] = 0;
      front.push(a);
    }
  for (let depth = 0; front.length > 0; depth += 1) {
    const further: number[] = [];
    let met = false;
    for (const a of front)
      for (let word = 0; word < words; word += 1) {
        let fresh = (rows[a * words + word] ?? 0) & ~(seen[word] ?? 0);
        if (fresh === 0) continue;
        seen[word] = (seen[word] ?? 0) | fresh;
        while (fresh !== 0) {
          const b = word * 32 + 31 - Math.clz32(fresh & -fresh);
          fresh &= fresh - 1;
          const owner = before[b] ?? nobody;
          if (owner === nobody) met = true;
          else if (layer[owner] === nobody) {
            layer[owner] = depth + 1;
            further.push(owner);
          }
        }
      }
    if (met) return depth;
    front = further;
  }
  return nobody;
}

/** Finds one more follower for `start` by a shortest way of changes; each candidate is tried once in a round. */
function augment(
  { words, rows }: CutOrder,
  start: number,
  next: Int32Array,
  before: Int32Array,
  layer: Int32Array,
  seen: Uint32Array,
): boolean {
  /** The way so far: who is to get whom, and how far its row was looked through. */
  const way: { readonly a: number; b: number; word: number }[] = [{ a: start, b: nobody, word: 0 }];
  for (let at = way.at(-1); at; at = way.at(-1)) {
    at.b = nobody;
    for (; at.word < words; at.word += 1) {
      const fresh = (rows[at.a * words + at.word] ?? 0) & ~(seen[at.word] ?? 0);
      at.b = onShortestWay(fresh, at, before, layer);
      if (at.b !== nobody) break;
    }
    if (at.b === nobody) {
      way.pop();
      continue;
    }
    seen[at.b >> 5] = (seen[at.b >> 5] ?? 0) | (1 << (at.b & 31));
    const owner = before[at.b] ?? nobody;
    if (owner === nobody) {
      for (const { a, b } of way) {
        next[a] = b;
        before[b] = a;
      }
      return true;
    }
    way.push({ a: owner, b: nobody, word: 0 });
  }
  return false;
}

/** The first of the bits that is free, or whose owner lies one layer further. */
function onShortestWay(
  bits: number,
  { a, word }: { readonly a: number; readonly word: number },
  before: Int32Array,
  layer: Int32Array,
): number {
  for (let left = bits; left !== 0; left &= left - 1) {
    const b = word * 32 + 31 - Math.clz32(left & -left);
    const owner = before[b] ?? nobody;
    if (owner === nobody || layer[owner] === (layer[a] ?? 0) + 1) return b;
  }
  return nobody;
}

/**
 * Chains for candidates that are tried in a given turn: as few as can be, and of those the ones whose blanks are taken up
 * latest. Each candidate in its turn gets the blank of an earlier one, others changing blanks where that frees one; the sets
 * that can be given a blank form a matroid, so that this greedy choice is the best for every beginning of the turn.
 * @param turn all candidates in the order of trying
 */
export function chainsInTurn(order: CutOrder, turn: readonly number[]): number[][] {
  const { count, words } = order;
  const formers = formersOf(order, turn);
  const next = new Int32Array(count).fill(nobody);
  const before = new Int32Array(count).fill(nobody);
  const seen = new Uint32Array(words);
  const finder = new Int32Array(count);
  for (const candidate of turn) {
    seen.fill(0);
    const free = freeFormer(formers, words, candidate, next, seen, finder);
    // The one found goes to its finder, whose former blank goes to the finder of that, back to the candidate.
    for (let former = free; former !== nobody; ) {
      const later = finder[former] ?? 0;
      const given = before[later] ?? nobody;
      next[former] = later;
      before[later] = former;
      former = given;
    }
  }
  return chainsOf(next, before);
}

/** The nearest candidate without a follower that a blank can come from, by changes of others; `nobody` where there is none. */
function freeFormer(
  formers: Uint32Array,
  words: number,
  candidate: number,
  next: Int32Array,
  seen: Uint32Array,
  finder: Int32Array,
): number {
  const open = [candidate];
  for (const later of open)
    for (let word = 0; word < words; word += 1) {
      let fresh = (formers[later * words + word] ?? 0) & ~(seen[word] ?? 0);
      seen[word] = (seen[word] ?? 0) | fresh;
      for (; fresh !== 0; fresh &= fresh - 1) {
        const former = word * 32 + 31 - Math.clz32(fresh & -fresh);
        finder[former] = later;
        const owned = next[former] ?? nobody;
        if (owned === nobody) return former;
        open.push(owned);
      }
    }
  return nobody;
}

/** For each candidate those tried before it that it can be cut from: a row of bits. */
function formersOf({ count, words, rows }: CutOrder, turn: readonly number[]): Uint32Array {
  const rank = new Int32Array(count);
  for (const [at, candidate] of turn.entries()) rank[candidate] = at;
  const formers = new Uint32Array(rows.length);
  for (let a = 0; a < count; a += 1)
    for (let word = 0; word < words; word += 1)
      for (let left = rows[a * words + word] ?? 0; left !== 0; left &= left - 1) {
        const b = word * 32 + 31 - Math.clz32(left & -left);
        if ((rank[b] ?? 0) <= (rank[a] ?? 0)) continue;
        const at = b * words + (a >> 5);
        formers[at] = (formers[at] ?? 0) | (1 << (a & 31));
      }
  return formers;
}

function chainsOf(next: Int32Array, before: Int32Array): number[][] {
  const chains: number[][] = [];
  for (let a = 0; a < next.length; a += 1) {
    if (before[a] !== nobody) continue;
    const chain: number[] = [];
    for (let at = a; at !== nobody; at = next[at] ?? nobody) chain.push(at);
    chains.push(chain);
  }
  return chains;
}

/** Candidates that no other of them can be cut from or to (König): those reached as the former of a pair and not as the latter. */
function antichainOf({ count, words, rows }: CutOrder, next: Int32Array, before: Int32Array): number[] {
  const former = new Uint8Array(count);
  const latter = new Uint32Array(words);
  const open: number[] = [];
  for (let a = 0; a < count; a += 1)
    if (next[a] === nobody) {
      former[a] = 1;
      open.push(a);
    }
  for (let a = open.pop(); a !== undefined; a = open.pop())
    for (let word = 0; word < words; word += 1) {
      let fresh = (rows[a * words + word] ?? 0) & ~(latter[word] ?? 0);
      latter[word] = (latter[word] ?? 0) | fresh;
      while (fresh !== 0) {
        const b = word * 32 + 31 - Math.clz32(fresh & -fresh);
        fresh &= fresh - 1;
        const owner = before[b] ?? nobody;
        if (owner !== nobody && former[owner] === 0) {
          former[owner] = 1;
          open.push(owner);
        }
      }
    }
  const found: number[] = [];
  for (let a = 0; a < count; a += 1)
    if (former[a] === 1 && ((latter[a >> 5] ?? 0) & (1 << (a & 31))) === 0) found.push(a);
  return found;
}
