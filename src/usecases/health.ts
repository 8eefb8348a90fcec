import { database } from './database';
import { isDatabaseAway } from './failures';

/** Whether the database answers. */
export async function isDatabaseThere(): Promise<boolean> {
  try {
    await database().query('SELECT 1');
    return true;
  } catch (error) {
    if (isDatabaseAway(error)) return false;
    throw error;
  }
}
