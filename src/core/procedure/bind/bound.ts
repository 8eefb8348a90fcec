import type { MethodKind } from '@/core/catalogue/methods';
import type { End, KeyRole, Step } from '../document/procedure';

// A procedure with everything filled in: parameters, the parts done in between, one round for each key. What remains is a graph.

/** The keys of a session by their tags. */
export interface KeyPlan {
  /** Keys that the car knows and that are at hand, the first one first. */
  readonly known: readonly number[];
  /** Keys that shall be learned: new ones, and after an erase those that the car knew and shall know again. */
  readonly learn: readonly number[];
  /** The key that comes with a new module. */
  readonly came?: number;
}

export interface BoundTarget {
  /** A node or an end. */
  readonly to: string;
  /** How often it may be gone, and where it goes then; null where it leads forward. */
  readonly back: { readonly atMost: number; readonly otherwise: string } | null;
}

export interface BoundSuspect {
  readonly cause: string;
  readonly prior: number;
  readonly back: BoundTarget;
}

export type BoundExit =
  | { readonly kind: 'goes'; readonly target: BoundTarget }
  | { readonly kind: 'trouble'; readonly causes: readonly BoundSuspect[]; readonly otherwise: BoundTarget };

export interface BoundNode {
  readonly id: string;
  /** The procedure that it stands in. */
  readonly of: string;
  readonly step: Step;
  /** The tag of each role here; a role that nobody has is left out. */
  readonly tags: Readonly<Partial<Record<KeyRole, number>>>;
  /** By the answer that leads there. */
  readonly exits: Readonly<Record<string, BoundExit>>;
}

export interface BoundProcedure {
  readonly name: string;
  readonly way: MethodKind;
  readonly plan: KeyPlan;
  readonly start: string;
  readonly nodes: ReadonlyMap<string, BoundNode>;
  readonly ends: ReadonlyMap<string, End>;
}
