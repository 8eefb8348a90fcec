import type { VinComparison } from './compare';
import type { VinExamined } from './examine';
import type { SpokenGroup } from './spell';

/** Everything that a whole or partial VIN tells. */
export interface VinAnswer extends VinExamined {
  /** In groups, a word for each place. */
  readonly spoken: readonly SpokenGroup[];
  readonly comparison: VinComparison | null;
  /** Jobs whose car has this VIN, or one that is a slip away; newest first. */
  readonly jobs: readonly {
    readonly number: number;
    readonly vin: string;
    readonly likeness: 'same' | 'oneSlip';
  }[];
}
