import type { RouteKind } from './route';

/** What the car answers when it is asked how many keys it knows. */
export type CountAnswer = number | 'cannotSay';

/** What is meant to happen to the keys, and how far it has come. */
export interface JobPlan {
  readonly route: RouteKind | null;
  /** Keys learned in this job, by id. */
  readonly learned: ReadonlySet<string>;
  /** An attempt of the route has worked. */
  readonly finished: boolean;
}

export function isErasing(plan: JobPlan): boolean {
  return plan.route === 'aklErase';
}
