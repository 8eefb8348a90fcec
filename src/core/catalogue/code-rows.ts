import { type Random, seededRandom } from '@/core/kinds/random';
import type { Bitting } from './bitting';

export interface SeriesSpec {
  readonly name: string;
  readonly spaces: number;
  readonly depths: number;
  /** The largest step between neighbouring depths. */
  readonly macs: number;
  readonly count: number;
}

/**
 * The bittings of a demo series: different ones, each depth within the maximum adjacent cut of its neighbour, at least two
 * depths used, drawn from the series' name. The same spec gives the same rows.
 * Throws where the keyway has not so many bittings.
 */
export function drawCodeRows(spec: SeriesSpec): Bitting[] {
  const random = seededRandom(`code series ${spec.name}`);
  const rows = new Map<string, Bitting>();
  for (let tries = 0; rows.size < spec.count; tries += 1) {
    if (tries > spec.count * 50)
      throw new Error(`expected ${spec.count} bittings for ${spec.name}, found ${rows.size}`);
    const bitting = drawBitting(random, spec);
    if (new Set(bitting).size > 1) rows.set(bitting.join('-'), bitting);
  }
  return [...rows.values()];
}

function drawBitting(random: Random, { spaces, depths, macs }: SeriesSpec): number[] {
  const bitting: number[] = [];
  for (let space = 0; space < spaces; space += 1) {
    const before = bitting.at(-1);
    const from = before === undefined ? 1 : Math.max(1, before - macs);
    const to = before === undefined ? depths : Math.min(depths, before + macs);
    bitting.push(from + Math.floor(random() * (to - from + 1)));
  }
  return bitting;
}
