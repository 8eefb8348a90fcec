import { expose } from 'comlink';
import { type Decode, decodeBlade } from '@/core/blade/decode';
import type { PackedBittings } from '@/core/blade/packed';
import type { FaceReadings } from '@/core/blade/readings';
import type { Blade } from '@/core/blade/spec';

let series: PackedBittings | null = null;

const decoder = {
  /** Sets what may be meant; null for any bitting that keeps the MACS. */
  mean(packed: PackedBittings | null): void {
    series = packed;
  },
  /** @param most of the likeliest bittings that are given; a few where it is left out */
  decode(blade: Blade, faces: readonly FaceReadings[], most?: number): Decode {
    return decodeBlade({ blade, faces, series }, most);
  },
};
export type Decoder = typeof decoder;

expose(decoder);
