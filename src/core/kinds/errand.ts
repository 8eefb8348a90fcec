/** What is asked of the outside and waited for. */
export const errandKinds = ['codeService'] as const;
export type ErrandKind = (typeof errandKinds)[number];

/** A service that cannot be reached is tried so often. */
export const mostTries = 8;

const firstWaitSeconds = 15;
const longestWaitSeconds = 30 * 60;

/** Seconds until the next try of an errand that failed for the `tries`-th time; undefined where it is given up. */
export function waitAfter(tries: number): number | undefined {
  if (tries >= mostTries) return undefined;
  return Math.min(firstWaitSeconds * 4 ** (tries - 1), longestWaitSeconds);
}
