import type { CutCheck } from '@/core/blade/cut/check-cut';
import type { Blade } from '@/core/blade/spec';
import type { CarLock } from '@/core/catalogue/locks';
import type { JobLog } from '@/core/job/events/log';
import type { Result } from '@/core/kinds/result';
import type { JobRef } from '@/ui/job-ref';
import type { BladeCar } from '@/usecases/benches/blade-car';

/** What cutting and measuring ask of the server. */
export interface CutActions {
  readonly onCut: (data: unknown) => Promise<Result<{ readonly tolerance: number }>>;
  readonly onRead: (data: unknown) => Promise<Result<{ readonly readings: readonly number[] }>>;
  readonly onCheck: (data: unknown) => Promise<Result<CutCheck>>;
}

/** What cutting, measuring and trying a blade work with. */
export interface CutTabProps extends CutActions {
  readonly job: JobRef;
  readonly log: JobLog;
  readonly keyway: string;
  readonly blade: Blade;
  readonly locks: readonly CarLock[];
  readonly car: BladeCar;
}
