import type { MachineState } from '@/core/blade/cut/machine';
import type { Blade } from '@/core/blade/spec';
import type { DeviceAnswer } from '../readers/readers';

export interface CutOrder {
  /** Which blade it is; the same one reads much alike each time. */
  readonly name: string;
  /** The first words of its profile. */
  readonly kind: string;
  readonly blade: Blade;
  /** Depths counted from 1. */
  readonly bitting: readonly number[];
}

/** A machine in a van that cuts blades from a cutting list. */
export interface Cutter {
  /** The kinds of blade it holds, by the first words of a profile. */
  readonly cuts: readonly string[];
  /** How well it keeps a cut where it is calibrated, in mm. */
  readonly toleranceMm: number;
  /** Cuts a blade; what is cut away at each space, as a gauge without noise would find it. */
  cut(order: CutOrder, state: MachineState): Promise<DeviceAnswer<readonly number[]>>;
}
