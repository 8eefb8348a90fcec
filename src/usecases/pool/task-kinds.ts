import type { tasks } from './tasks';

export type TaskName = keyof typeof tasks;

interface TaskKind {
  /** Short ones have a thread of their own, so that nobody waits for a file who asks a question. */
  readonly lane: 'short' | 'long';
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
