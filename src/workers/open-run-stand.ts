import { type OpenWorker, openWorker } from './open-worker';
import type { RunStandFace } from './run-stand.worker';

/** A worker in which the car at the other end of a run's line stands, with the tool. */
export function openRunStand(): OpenWorker<RunStandFace> {
  return openWorker(
    new Worker(new URL('./run-stand.worker.ts', import.meta.url), { type: 'module' }),
    'tool',
  );
}
