import { join } from 'node:path';
import { Piscina } from 'piscina';
import { log } from '@/outside/log';
import { PoolFull } from './pool-full';
import type { Worked } from './run-task';
import { type Lane, type TaskName, type Tasks, taskKinds } from './task-kinds';

/** Threads of each lane, and how many tasks may wait. */
const sizes: Record<Lane, { readonly threads: number; readonly queue: number }> = {
  short: { threads: 1, queue: 32 },
  long: { threads: 2, queue: 64 },
};

const lanes = new Map<Lane, Piscina>();
/** Tasks at work or waiting, counted here: piscina does not count tasks that can be cancelled against its own limit. */
const underWay: Record<Lane, number> = { short: 0, long: 0 };

/** Runs a task in a thread of its lane; at most a few at once, a bounded queue, and a time limit of its kind. */
export async function runInPool<Name extends TaskName>(
  task: Name,
  input: Parameters<Tasks[Name]>[0],
  signal?: AbortSignal,
): Promise<Awaited<ReturnType<Tasks[Name]>>> {
  const { lane, limitMs } = taskKinds[task];
  const { threads, queue } = sizes[lane];
  if (underWay[lane] >= threads + queue) throw new PoolFull('the pool is full');
  const limit = AbortSignal.timeout(limitMs);
  underWay[lane] += 1;
  try {
    const worked: Worked = await laneOf(lane).run(
      { task, input },
      { signal: signal ? AbortSignal.any([signal, limit]) : limit },
    );
    if ('away' in worked) throw Object.assign(new Error(worked.away), { code: 'ECONNRESET' });
    return worked.value as Awaited<ReturnType<Tasks[Name]>>;
  } catch (error) {
    if (limit.aborted) throw new PoolFull(`${task} took longer than ${limitMs} ms`);
    throw error;
  } finally {
    underWay[lane] -= 1;
  }
}

/** Starts the thread of short tasks before anybody asks. */
export function warmPool(): void {
  laneOf('short');
}

/** Ends the threads, for programs that end. */
export async function closePool(): Promise<void> {
  const open = [...lanes.values()];
  lanes.clear();
  await Promise.all(open.map((lane) => lane.destroy()));
}

function laneOf(name: Lane): Piscina {
  const known = lanes.get(name);
  if (known) return known;
  const lane = new Piscina({
    filename: join(process.cwd(), `src/usecases/pool/${name}-worker.mjs`),
    minThreads: name === 'short' ? 1 : 0,
    maxThreads: sizes[name].threads,
    idleTimeout: 60_000,
  });
  // The answer of a task that was cancelled just then: nobody waits for it, and it must not end the program.
  lane.on('error', (error: Error) => log.warn({ kind: error.name }, 'thread pool'));
  lanes.set(name, lane);
  return lane;
}
