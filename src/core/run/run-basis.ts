import type { MethodKind } from '@/core/catalogue/methods';
import type { Platform, PlatformMethod } from '@/core/catalogue/platform';
import type { Wait } from '@/core/catalogue/wait';
import { bind } from '@/core/procedure/bind/bind';
import type { BoundNode, BoundProcedure, KeyPlan } from '@/core/procedure/bind/bound';
import type { CauseBook } from '@/core/procedure/causes/causes';
import type { Procedures } from '@/core/procedure/document/procedure';

/** A key of a run by its number on the job's ring, and by what it is told. */
export interface RunKey {
  readonly tag: number;
  readonly name: string;
}

/** A licence or pack of credits of the van, uses of which are counted. */
export interface RunRight {
  readonly vanId: string;
  readonly name: string;
  /** Whether each key uses one up, as opposed to once a run. */
  readonly perKey: boolean;
}

/** What a run rests on, kept with it from its start: what the library says later does not change it. */
export interface RunBasis {
  readonly platform: string;
  readonly way: MethodKind;
  readonly procedure: string;
  /** The procedure and the parts done in between, as they stood, and their versions. */
  readonly procedures: Procedures;
  readonly versions: Readonly<Record<string, number>>;
  /** Values of its parameters, and what the library says of the platform. */
  readonly values: Readonly<Record<string, string>>;
  readonly plan: KeyPlan;
  readonly keys: readonly RunKey[];
  /** The fewest keys that the platform keeps. */
  readonly slotsMinimum: number;
  readonly count: Platform['count'];
  readonly waits: readonly Wait[];
  /** Work that the platform states for the way; runs that were begun before it was kept have none. */
  readonly work?: Pick<PlatformMethod, 'sessionP50Minutes' | 'keyP50Minutes' | 'spread'>;
  /** System types of the platform that a tool may have to try, the likeliest first; runs that were begun before they were kept have none. */
  readonly systemTypes?: readonly string[];
  /** Whether a tool can read the PIN of this platform; runs that were begun before it was kept do not say. */
  readonly pinByTool?: boolean;
  /** What the way uses up beside keys; null where the tool has the way, or nobody counts. */
  readonly right: RunRight | null;
  readonly causes: CauseBook;
}

/**
 * The procedure of a run with everything filled in.
 * @throws Error where the basis names what it does not hold: it was checked when the run began
 */
export function boundOf({ procedures, procedure, way, plan, values }: RunBasis): BoundProcedure {
  const bound = bind(procedures, procedure, { way, plan, values });
  if (!bound) throw new Error(`the procedure ${procedure} of a run is not complete`);
  return bound;
}

/** The wait of a step; undefined where it is none. */
export function waitOf({ waits }: RunBasis, { step }: BoundNode): Wait | undefined {
  return step.kind === 'wait' ? waits[step.wait - 1] : undefined;
}
