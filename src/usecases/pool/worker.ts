import { isDatabaseAway } from '@/data/pool';
import type { TaskName } from './task-kinds';
import { tasks } from './tasks';

/** What a thread answers; an error keeps no code on its way between threads, so that a lost database is a value. */
export type Worked = { readonly value: unknown } | { readonly away: string };

/** What runs in each thread of the pool. */
export default async function work({
  task,
  input,
}: {
  readonly task: TaskName;
  readonly input: never;
}): Promise<Worked> {
  try {
    return { value: await tasks[task](input) };
  } catch (error) {
    if (isDatabaseAway(error)) return { away: (error as Error).message };
    throw error;
  }
}
