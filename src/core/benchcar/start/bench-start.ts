import type { CarState } from '../car/car-state';

/** A car as it stands there, with what its papers say and how the tool is that comes with it. */
export interface BenchStart {
  readonly state: CarState;
  readonly papers: { readonly vin: string; readonly pin: string | null };
  /** The tool goes silent after the first key that the car takes. */
  readonly toolStops: boolean;
}
