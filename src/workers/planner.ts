import { type OpenWorker, openWorker } from './open-worker';
import type { Planner } from './progression.worker';

export { proxy } from 'comlink';

/** A worker that plans in which order candidates are tried; closing it cancels what it plans. */
export function openPlanner(): OpenWorker<Planner> {
  return openWorker(
    new Worker(new URL('./progression.worker.ts', import.meta.url), { type: 'module' }),
    'planner',
  );
}
