import { isDatabaseAway } from '@/data/pool';

/** What a thread answers; an error keeps no code on its way between threads, so that a lost database is a value. */
export type Worked = { readonly value: unknown } | { readonly away: string };

type Tasks = Readonly<Record<string, (input: never) => unknown>>;

/** What runs in each thread of a lane. */
export function runTask(tasks: Tasks) {
  return async ({ task, input }: { readonly task: string; readonly input: never }): Promise<Worked> => {
    try {
      return { value: await tasks[task]?.(input) };
    } catch (error) {
      if (isDatabaseAway(error)) return { away: (error as Error).message };
      throw error;
    }
  };
}
