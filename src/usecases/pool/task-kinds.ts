import type { longTasks } from './long-tasks';
import type { shortTasks } from './short-tasks';

/** Heavy work by name; each lane has threads of its own, so that nobody waits for a file who asks a question. */
export type Tasks = typeof shortTasks & typeof longTasks;
export type TaskName = keyof Tasks;
export type Lane = 'short' | 'long';

interface TaskKind {
  readonly lane: Lane;
  /** No single task may take longer. */
  readonly limitMs: number;
}

export const taskKinds = {
  checkRows: { lane: 'long', limitMs: 20_000 },
  readPriceFile: { lane: 'long', limitMs: 30_000 },
  readCodeRows: { lane: 'long', limitMs: 30_000 },
  drawPaper: { lane: 'long', limitMs: 20_000 },
  identify: { lane: 'short', limitMs: 10_000 },
} as const satisfies Record<TaskName, TaskKind>;
