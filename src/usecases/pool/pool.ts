import { openLane } from './lane';
import type { longTasks } from './long-tasks';

const lane = openLane<typeof longTasks>({
  worker: 'src/usecases/pool/long-worker.mjs',
  threads: 2,
  ready: 0,
  queue: 64,
  limitsMs: {
    stageRows: 20_000,
    stageDocument: 60_000,
    readPriceFile: 30_000,
    readCodeRows: 30_000,
    drawPhotograph: 15_000,
    drawPaper: 20_000,
  },
});

/** Runs work on a file or a paper in a thread of the long lane. */
export const runInPool = lane.run;
