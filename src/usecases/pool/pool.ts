import { join } from 'node:path';
import { Piscina } from 'piscina';
import { log } from '@/outside/log';
import { PoolFull } from './pool-full';
import type { TaskName, tasks } from './tasks';

const threads = 2;
const queue = 64;
/** No single task may take longer. */
const limitMs = 20_000;

let pool: Piscina | undefined;
/** Tasks at work or waiting, counted here: piscina does not count tasks that can be cancelled against its own limit. */
let underWay = 0;

/** Runs a task in a thread of its own; at most a few at once, a bounded queue, and a time limit. */
export async function runInPool<Name extends TaskName>(
  task: Name,
  input: Parameters<(typeof tasks)[Name]>[0],
  signal?: AbortSignal,
): Promise<ReturnType<(typeof tasks)[Name]>> {
  if (underWay >= threads + queue) throw new PoolFull('the pool is full');
  pool ??= open();
  const limit = AbortSignal.timeout(limitMs);
  underWay += 1;
  try {
    return await pool.run({ task, input }, { signal: signal ? AbortSignal.any([signal, limit]) : limit });
  } finally {
    underWay -= 1;
  }
}

/** Ends the threads, for programs that end. */
export async function closePool(): Promise<void> {
  await pool?.destroy();
  pool = undefined;
}

function open(): Piscina {
  const opened = new Piscina({
    filename: join(process.cwd(), 'src/usecases/pool/worker.ts'),
    // The threads run TypeScript as the scripts do.
    execArgv: ['--import', 'tsx'],
    minThreads: 0,
    maxThreads: threads,
    idleTimeout: 30_000,
  });
  // The answer of a task that was cancelled just then: nobody waits for it, and it must not end the program.
  opened.on('error', (error: Error) => log.warn({ message: error.message.slice(0, 80) }, 'thread pool'));
  return opened;
}
