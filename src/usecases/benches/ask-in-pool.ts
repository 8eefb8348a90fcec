import { openLane } from '../pool/lane';
import type { shortTasks } from './short-tasks';

const lane = openLane<typeof shortTasks>({
  worker: 'src/usecases/benches/short-worker.mjs',
  threads: 1,
  ready: 1,
  queue: 32,
  limitsMs: {
    identify: 10_000,
    decode: 10_000,
    search: 10_000,
    progression: 20_000,
    benchCar: 20_000,
    benchTrace: 20_000,
    runTrace: 20_000,
    procedure: 10_000,
  },
});

/** Runs a question that a person waits for in a thread of the short lane. */
export const askInPool = lane.run;
/** Starts its thread before anybody asks. */
export const warmShortLane = lane.warm;
