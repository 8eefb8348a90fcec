import type { BenchCarFace } from './bench-car.worker';
import { type OpenWorker, openWorker } from './open-worker';

/** A worker in which a car stands on the bench with its tool. */
export function openBenchCar(): OpenWorker<BenchCarFace> {
  return openWorker(
    new Worker(new URL('./bench-car.worker.ts', import.meta.url), { type: 'module' }),
    'bench car',
  );
}
