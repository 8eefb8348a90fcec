import type { FaceReadings } from '@/core/blade/readings';
import type { Blade } from '@/core/blade/spec';
import type { Ladder } from '@/core/pellet/ladder';

/** What lies in a device: a blade of a keyway, with its cuts. */
export interface HeldKey {
  /** Which key it is; the same one reads much alike each time. */
  readonly name: string;
  readonly blade: Blade;
  /** Depths counted from 1. */
  readonly bitting: readonly number[];
}

export type DeviceAnswer<Value> =
  | { readonly ok: true; readonly value: Value }
  | { readonly ok: false; readonly reason: string };

/** A depth gauge on a cable: one space of one face at a time, in the blade's measure. */
export interface DepthGauge {
  /** @param space counted from 1 */
  read(key: HeldKey, face: number, space: number, attempt: number): Promise<DeviceAnswer<number>>;
}

/** A device that photographs a blade: all faces at once, a space it cannot read as null. */
export interface PhotographReader {
  read(key: HeldKey, faces: number, attempt: number): Promise<DeviceAnswer<readonly FaceReadings[]>>;
}

/** A key whose pellet lies under the tips of a meter. */
export interface HeldPellet {
  /** Which key it is; the same one reads much alike each time. */
  readonly name: string;
  readonly ladder: Ladder;
  /** What the leads add. */
  readonly leadOhms: number;
}

/** A meter on a cable: the values of a measurement as they come, in ohms; null where it shows no end. */
export interface OhmMeter {
  /** @param at which value of the measurement it is, from 0 */
  read(key: HeldPellet, face: number, at: number): Promise<DeviceAnswer<number | null>>;
}
