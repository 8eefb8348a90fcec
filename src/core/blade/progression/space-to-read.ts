import type { Recut } from '@/core/catalogue/lists/keys';
import { type Blade, spacesOf } from '../spec';
import { type Candidate, cutOrderOf, fewestChains } from './chains';

/** The space whose reading saves the most blanks: counted from 1, with the blanks still needed after it, on average. */
export interface SpaceToRead {
  readonly space: number;
  readonly blanks: number;
}

/**
 * What is best read before a blank is cut; null where no reading would save one.
 * @param readable the spaces that can be read, counted from 1; all of them where it is left out
 */
export function spaceToRead(
  blade: Blade,
  recut: readonly Recut[],
  candidates: readonly Candidate[],
  readable?: readonly number[],
): SpaceToRead | null {
  const needed = (among: readonly Candidate[]) => fewestChains(cutOrderOf(blade, recut, among)).chains.length;
  const total = candidates.reduce((sum, { probability }) => sum + probability, 0) || 1;
  let best: SpaceToRead = { space: 0, blanks: needed(candidates) };
  const now = best.blanks;
  for (const [space] of spacesOf(blade).entries()) {
    if (readable && !readable.includes(space + 1)) continue;
    const byDepth = new Map<number, Candidate[]>();
    for (const candidate of candidates) {
      const depth = candidate.bitting[space] ?? 1;
      const part = byDepth.get(depth);
      if (part) part.push(candidate);
      else byDepth.set(depth, [candidate]);
    }
    if (byDepth.size < 2) continue;
    const blanks = [...byDepth.values()].reduce(
      (sum, part) => sum + needed(part) * part.reduce((mass, one) => mass + one.probability / total, 0),
      0,
    );
    if (blanks < best.blanks - 1e-9) best = { space: space + 1, blanks };
  }
  return best.blanks < now ? best : null;
}
