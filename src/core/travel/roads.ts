import type { LocalHour } from '@/core/kinds/local-time';

export interface Road {
  readonly from: string;
  readonly to: string;
  readonly km: number;
  readonly kmPerHour: number;
  /** Slower by so many percent when everybody drives. */
  readonly rushPercent: number;
}

export interface Ferry {
  readonly from: string;
  readonly to: string;
  readonly km: number;
  /** Of the crossing. */
  readonly minutes: number;
  readonly first: LocalHour;
  readonly last: LocalHour;
  readonly everyMinutes: number;
}

/** Nodes with what joins them, in both directions. */
export interface RoadNetwork {
  readonly nodes: readonly string[];
  readonly workshop: string | null;
  readonly roads: readonly Road[];
  readonly ferries: readonly Ferry[];
}

export interface Drive {
  readonly km: number;
  readonly minutes: number;
  /** Of the minutes, those of waiting for a ferry and crossing. */
  readonly ferryMinutes: number;
}
