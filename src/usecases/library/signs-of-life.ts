import { failDeadImports, noteProgress } from '@/data/library/imports';
import { dropStaged } from '@/data/library/staged';
import { now } from '@/outside/clock';
import { log } from '@/outside/log';
import { database } from '../database';

const everyMs = 10_000;

/** Says that an import is worked on, until the returned function is called; also while no row comes. */
export function giveSigns(id: string, state: 'reading' | 'storing'): () => void {
  const timer = setInterval(() => {
    noteProgress(database(), id, state).catch((error: Error) =>
      log.warn({ code: error.name }, 'an import gave no sign of life'),
    );
  }, everyMs);
  timer.unref();
  return () => clearInterval(timer);
}

/** Ends imports that nobody works on any more: their program died. Nothing of them stays staged. */
export async function endDeadImports(): Promise<number> {
  const dead = await failDeadImports(database(), now());
  for (const id of dead) await dropStaged(database(), id);
  return dead.length;
}
