import { join } from 'node:path';
import { Piscina } from 'piscina';
import { log } from '@/outside/log';
import { PoolFull } from '../pool-full';
import type { Worked } from './run-task';

/** Heavy work by name: values in, values out. */
type TaskTable = Readonly<Record<string, (input: never) => unknown>>;

interface LaneOptions<Tasks extends TaskTable> {
  /** The module that a thread runs, from the root of the program. */
  readonly worker: string;
  readonly threads: number;
  /** Threads that stay ready while nothing is asked. */
  readonly ready: number;
  /** How many tasks may wait. */
  readonly queue: number;
  /** How many of one asker may be at work or waiting; any number where nothing is said. */
  readonly mostOfOne?: number;
  /** No single task of a kind may take longer. */
  readonly limitsMs: Readonly<Record<keyof Tasks, number>>;
}

export interface Lane<Tasks extends TaskTable> {
  /**
   * Runs a task in a thread; `PoolFull` where the queue is full, one asker has too many in it, or the task takes longer than its kind
   * may. A task that is cancelled while it runs costs its thread.
   */
  run<Name extends keyof Tasks & string>(
    task: Name,
    input: Parameters<Tasks[Name]>[0],
    more?: { readonly signal?: AbortSignal | undefined; readonly asker?: string },
  ): Promise<Awaited<ReturnType<Tasks[Name]>>>;
  /** Starts the threads that stay ready before anybody asks. */
  warm(): void;
}

const open = new Set<() => Promise<void>>();

/** Ends all threads of all lanes, for programs that end; a lane that is asked again starts anew. */
export async function closePool(): Promise<void> {
  await Promise.all([...open].map((close) => close()));
}

/** A lane of the thread pool: threads of its own, so that nobody waits for a file who asks a question. */
export function openLane<Tasks extends TaskTable>({
  worker,
  threads,
  ready,
  queue,
  mostOfOne = Number.POSITIVE_INFINITY,
  limitsMs,
}: LaneOptions<Tasks>): Lane<Tasks> {
  let pool: Piscina | undefined;
  /** Tasks at work or waiting, counted here: piscina does not count tasks that can be cancelled against its own limit. */
  let underWay = 0;
  const ofOne = new Map<string, number>();

  const started = (): Piscina => {
    if (pool) return pool;
    const made = new Piscina({
      filename: join(process.cwd(), worker),
      minThreads: ready,
      maxThreads: threads,
      idleTimeout: 60_000,
    });
    // The answer of a task that was cancelled just then: nobody waits for it, and it must not end the program.
    made.on('error', (error: Error) => log.warn({ kind: error.name }, 'thread pool'));
    pool = made;
    open.add(close);
    return made;
  };
  const close = async (): Promise<void> => {
    const ending = pool;
    pool = undefined;
    open.delete(close);
    await ending?.destroy();
  };

  return {
    async run(task, input, { signal, asker } = {}) {
      if (underWay >= threads + queue) throw new PoolFull('the pool is full');
      const own = asker === undefined ? 0 : (ofOne.get(asker) ?? 0);
      if (own >= mostOfOne) throw new PoolFull('one asker has too many questions in it');
      if (asker !== undefined) ofOne.set(asker, own + 1);
      const limit = AbortSignal.timeout(limitsMs[task]);
      underWay += 1;
      try {
        const worked: Worked = await started().run(
          { task, input },
          { signal: signal ? AbortSignal.any([signal, limit]) : limit },
        );
        if ('away' in worked) throw Object.assign(new Error(worked.away), { code: 'ECONNRESET' });
        return worked.value as never;
      } catch (error) {
        if (signal?.aborted) throw new PoolFull('the asker has gone');
        if (limit.aborted) throw new PoolFull(`${task} took longer than ${limitsMs[task]} ms`);
        throw error;
      } finally {
        underWay -= 1;
        if (asker !== undefined) {
          const left = (ofOne.get(asker) ?? 1) - 1;
          if (left > 0) ofOne.set(asker, left);
          else ofOne.delete(asker);
        }
      }
    },
    warm() {
      started();
    },
  };
}
