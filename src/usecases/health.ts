import { ping } from '@/data/pool';
import { database } from './database';
import { isDatabaseAway, isDiskFull, isOverloaded } from './failures';
import { listTroubles } from './troubles';

export interface Health {
  readonly database: 'there' | 'away' | 'full' | 'busy';
  readonly troubles: readonly string[];
}

/** Whether the database answers, and what else is wrong. */
export async function readHealth(): Promise<Health> {
  return { database: await askDatabase(), troubles: listTroubles() };
}

async function askDatabase(): Promise<Health['database']> {
  try {
    await ping(database());
    return 'there';
  } catch (error) {
    if (isDiskFull(error)) return 'full';
    if (isOverloaded(error)) return 'busy';
    if (isDatabaseAway(error)) return 'away';
    throw error;
  }
}
