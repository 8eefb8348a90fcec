import type { VinComparison } from '@/core/vin/compare';
import type { VinExamined } from '@/core/vin/examine';
import type { SpokenGroup } from '@/core/vin/spell';

/** What the bench shows of a VIN, as the use-case computes it. */
export interface VinShown extends VinExamined {
  readonly spoken: readonly SpokenGroup[];
  readonly comparison: VinComparison | null;
  readonly jobs: readonly {
    readonly number: number;
    readonly vin: string;
    readonly likeness: 'same' | 'oneSlip';
  }[];
}
