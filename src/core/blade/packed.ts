import { type Bitting, type BittingRule, keepsMacs, parseBitting } from '@/core/catalogue/bitting';
import type { SpecProblem } from './spec';

/** Bittings of a code series side by side: `depths[code * spaces + space]`, counted from 0. */
export interface PackedBittings {
  readonly count: number;
  readonly spaces: number;
  readonly depths: Uint8Array;
}

export function packBittings(bittings: readonly (readonly number[])[], spaces: number): PackedBittings {
  const depths = new Uint8Array(bittings.length * spaces);
  let at = 0;
  for (const bitting of bittings)
    for (let space = 0; space < spaces; space += 1) {
      depths[at] = (bitting[space] ?? 1) - 1;
      at += 1;
    }
  return { count: bittings.length, spaces, depths };
}

/** One of them, its depths counted from 1. */
export function unpackBitting({ spaces, depths }: PackedBittings, index: number): number[] {
  return Array.from(depths.subarray(index * spaces, (index + 1) * spaces), (depth) => depth + 1);
}

/** Bittings of a series as they are written; the first that its keyway forbids is refused by its row. */
export function readSeries(rule: BittingRule, written: readonly string[]): ReadSeries {
  const bittings: Bitting[] = [];
  for (const [row, text] of written.entries()) {
    const bitting = parseBitting(text);
    if (
      bitting?.length !== rule.spaces ||
      bitting.some((depth) => depth > rule.depths) ||
      !keepsMacs(bitting, rule)
    )
      return {
        problem: {
          field: `${row}`,
          message: `Row ${row + 1} is no bitting of this keyway: its spaces, depths or MACS do not fit.`,
        },
      };
    bittings.push(bitting);
  }
  return { packed: packBittings(bittings, rule.spaces) };
}

/** `field` is the row, counted from 0. */
export type ReadSeries = { readonly packed: PackedBittings } | { readonly problem: SpecProblem };
