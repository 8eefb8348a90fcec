import type { WorkTime } from './work-time';

export const routeKinds = ['none', 'repair', 'onBoard', 'add', 'aklErase', 'aklAdd'] as const;
/** A way to make the key. */
export type RouteKind = (typeof routeKinds)[number];

export const routeNames: Record<RouteKind, string> = {
  none: 'None needed',
  repair: 'Repair',
  onBoard: 'On-board sequence',
  add: 'Add by the socket',
  aklErase: 'AKL, erasing',
  aklAdd: 'AKL, adding',
};

export type Verdict =
  | { readonly feasible: true }
  | {
      readonly feasible: false;
      /** The fact that refuses it. */
      readonly fact: string;
      /** What would make it feasible; null where nothing does. */
      readonly lift: string | null;
    };

/** A route that the platform has and something refuses, in short. */
export interface RefusedRoute {
  readonly kind: RouteKind;
  readonly fact: string;
  readonly lift: string | null;
}

export interface Route {
  readonly kind: RouteKind;
  readonly verdict: Verdict;
  readonly how: string;
  readonly needs: readonly string[];
  /** What it does to the other keys. */
  readonly effect: string;
  /** Null where the route does not exist on this car. */
  readonly time: WorkTime | null;
  /** How many keys the car should know afterwards. */
  readonly plannedCount: number | 'cannotSay';
}
