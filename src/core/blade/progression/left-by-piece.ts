import type { RankedBitting } from '../decode';
import type { Candidate } from './chains';

type Ranked = Pick<RankedBitting, 'bitting' | 'probability'>;

/** So much of what the readings leave is tried; the rest is the doubt. */
const worthTrying = 0.999;

/**
 * The bittings that a broken piece or a worn key leaves and that are worth trying, likeliest first.
 * @param ranked all of them, likeliest first; their probabilities sum to 1 at most
 * @returns them with probabilities that sum to 1, and how likely the bitting is among them
 */
export function leftByPiece(ranked: readonly Ranked[]): {
  readonly holds: number;
  readonly candidates: readonly Candidate[];
} {
  let holds = 0;
  const taken: Ranked[] = [];
  for (const one of ranked) {
    if (holds >= worthTrying) break;
    holds += one.probability;
    taken.push(one);
  }
  return {
    holds: Math.min(holds, worthTrying),
    candidates: taken.map(({ bitting, probability }) => ({ bitting, probability: probability / holds })),
  };
}
