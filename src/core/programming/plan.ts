import type { OthersEffect, RouteKind } from './route';

/** What the car answers when it is asked how many keys it knows. */
export type CountAnswer = number | 'cannotSay';

/** What is meant to happen to the keys, and how far it has come. */
export interface JobPlan {
  readonly route: RouteKind | null;
  /** What the route does to the keys that do not go through it. */
  readonly others: OthersEffect;
  /** Keys learned or copied in this job, by id. */
  readonly learned: ReadonlySet<string>;
  /** An attempt of the route has worked. */
  readonly finished: boolean;
}

export function isErasing({ route, others }: JobPlan): boolean {
  return route !== null && others === 'erase';
}
