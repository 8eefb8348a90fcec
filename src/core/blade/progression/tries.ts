import type { Candidate } from './chains';

/** How a try ended: the lock turned, it did not, or the blank was spoiled before it could be tried. */
export const tryResults = ['turned', 'didNotTurn', 'spoiled'] as const;
export type TryResult = (typeof tryResults)[number];

/** A candidate that was cut on a blank, and what the lock made of it. */
export interface Try {
  /** Where it stands among the candidates of its sheet. */
  readonly candidate: number;
  /** Blanks are counted from 1 as they are taken up. */
  readonly blank: number;
  readonly result: TryResult;
  /** The space that was felt to be wrong, counted from 1; null where nothing was felt. */
  readonly stopsAt: number | null;
}

/** A feel is right this often at most: it is weighed, and rules nothing out. */
export const feelRight = 0.9;

/** A reading of a lock holds this often before anything was tried: stated. */
export const readingHolds = 0.95;

export interface TriedState {
  /** Places of the candidates that are still to be tried, each with its probability; together 1. */
  readonly left: readonly { readonly candidate: number; readonly probability: number }[];
  /** Blanks that can still be cut on, by the candidate that each was cut to last. */
  readonly begun: readonly { readonly blank: number; readonly candidate: number }[];
  /** The candidate whose key turned. */
  readonly turned: number | null;
  /** Blanks taken up so far, spoiled ones too. */
  readonly blanks: number;
  readonly tries: number;
  /** How likely it is that the bitting is among what is left. */
  readonly holds: number;
}

/**
 * What tries leave: a candidate that was tried and did not turn is out, a feel weighs the others, and blanks that were cut
 * stay in the game.
 * @param holds how likely the bitting was among the candidates before the first try
 */
export function afterTries(
  candidates: readonly Candidate[],
  tries: readonly Try[],
  holds = readingHolds,
): TriedState {
  const weights = candidates.map(({ probability }) => probability);
  const total = weights.reduce((sum, one) => sum + one, 0) || 1;
  const cut = new Map<number, number>();
  const tried = new Set<number>();
  const taken = new Set<number>();
  let turned: number | null = null;
  for (const { candidate, blank, result, stopsAt } of tries) {
    taken.add(blank);
    if (result === 'spoiled') {
      cut.delete(blank);
      continue;
    }
    cut.set(blank, candidate);
    tried.add(candidate);
    if (result === 'turned') turned = candidate;
    const at = candidates[candidate];
    if (result !== 'didNotTurn' || stopsAt === null || !at) continue;
    // A feel says nothing of whether the bitting is among them: what is left weighs as much as before it.
    const before = massLeft(weights, tried);
    for (const [other, { bitting }] of candidates.entries())
      weights[other] = (weights[other] ?? 0) * feelLikelihood(bitting, at.bitting, stopsAt);
    const after = massLeft(weights, tried);
    for (const other of weights.keys()) weights[other] = ((weights[other] ?? 0) * before) / (after || 1);
  }
  const open = [...candidates.keys()].filter((at) => !tried.has(at));
  const mass = massLeft(weights, tried);
  const share = (holds * mass) / total;
  return {
    left: open.map((candidate) => ({
      candidate,
      probability: mass > 0 ? (weights[candidate] ?? 0) / mass : 1 / open.length,
    })),
    begun: [...cut].map(([blank, candidate]) => ({ blank, candidate })),
    turned,
    blanks: taken.size,
    tries: tries.filter(({ result }) => result !== 'spoiled').length,
    holds: turned !== null ? 1 : open.length === 0 ? 0 : share / (share + 1 - holds),
  };
}

function massLeft(weights: readonly number[], tried: ReadonlySet<number>): number {
  return weights.reduce((sum, one, at) => (tried.has(at) ? sum : sum + one), 0);
}

/**
 * How likely a key cut to `tried` is felt to stop at a space if the lock is `bitting`: nine times of ten at one of the spaces
 * that are wrong, each as likely, else at one of the others.
 * @param stopsAt counted from 1
 */
export function feelLikelihood(
  bitting: readonly number[],
  tried: readonly number[],
  stopsAt: number,
): number {
  const wrong = bitting.filter((depth, space) => depth !== tried[space]).length;
  const right = bitting.length - wrong;
  if (wrong === 0 || right === 0) return 1 / bitting.length;
  const isWrong = bitting[stopsAt - 1] !== tried[stopsAt - 1];
  return isWrong ? feelRight / wrong : (1 - feelRight) / right;
}

/** Why a try does not fit what went before; undefined where it does. */
export function tryProblem(
  candidates: number,
  spaces: number,
  tries: readonly Try[],
  { candidate, blank, result, stopsAt }: Try,
): string | undefined {
  if (!Number.isInteger(candidate) || candidate < 0 || candidate >= candidates)
    return 'This bitting is not on the sheet.';
  if (tries.some((one) => one.result === 'turned')) return 'A key of this sheet turned already.';
  if (tries.some((one) => one.candidate === candidate && one.result !== 'spoiled'))
    return 'This bitting was tried already.';
  const taken = Math.max(0, ...tries.map((one) => one.blank));
  if (!Number.isInteger(blank) || blank < 1 || blank > taken + 1)
    return 'Take the next blank, or one that was begun.';
  if (tries.some((one) => one.blank === blank && one.result === 'spoiled'))
    return `Blank ${blank} is spoiled: take another.`;
  if (stopsAt === null) return undefined;
  if (result !== 'didNotTurn') return 'Only a key that does not turn stops somewhere.';
  return Number.isInteger(stopsAt) && stopsAt >= 1 && stopsAt <= spaces
    ? undefined
    : `The keyway has ${spaces} spaces.`;
}
