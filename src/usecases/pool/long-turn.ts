import { v7 as uuid } from 'uuid';
import { joinRow, leaveRow, stayInRow } from '@/data/long-tasks';
import { database, transact } from '../database';
import { PoolFull } from '../pool-full';

/** Of one person or program, and of everybody. */
const limits = { ofOne: 2, ofAll: 24 };
const askAgainMs = 200;
const saysSoMs = 1500;
/** Whoever waited so long for a turn is told to come back. */
const longestMs = 60_000;

/**
 * Runs long work when its turn comes: one at a time for all servers, in the order it was asked, so that nobody's long question takes
 * the machine from everybody's short ones. Whoever has gone leaves the row, and what runs for them is given up by the signal.
 * @throws PoolFull where too many wait, of this asker or of all
 */
export async function inLongTurn<Answer>(
  asker: string,
  signal: AbortSignal | undefined,
  work: () => Promise<Answer>,
): Promise<Answer> {
  const id = uuid();
  if (!(await transact((db) => joinRow(db, { id, asker }, limits))))
    throw new PoolFull('too many long questions wait');
  let life: NodeJS.Timeout | undefined;
  try {
    const until = performance.now() + longestMs;
    for (;;) {
      if (signal?.aborted) throw new PoolFull('the asker has gone');
      const { stands, isFirst } = await stayInRow(database(), id);
      if (!stands || performance.now() > until) throw new PoolFull('its turn did not come in time');
      if (isFirst) break;
      await new Promise((resolve) => setTimeout(resolve, askAgainMs));
    }
    life = setInterval(() => void stayInRow(database(), id).catch(() => {}), saysSoMs);
    return await work();
  } finally {
    clearInterval(life);
    await leaveRow(database(), id);
  }
}
