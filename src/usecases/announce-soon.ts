import { announceJobs } from '@/data/live';
import { log } from '@/outside/log';
import { database } from './database';

const changed = new Set<number>();
let isTelling = false;

/**
 * Tells every server that a job changed, after the change is kept. Whoever tells inside of a transaction has its commit wait for all
 * others that tell; here what comes while one message is under way goes with the next, however many jobs it is. Where it is lost, pages
 * that show a run ask by themselves every few seconds.
 */
export function announceSoon(number: number): void {
  changed.add(number);
  if (!isTelling) void tellAll();
}

async function tellAll(): Promise<void> {
  isTelling = true;
  while (changed.size > 0) {
    const now = [...changed];
    changed.clear();
    try {
      await announceJobs(database(), now);
    } catch (error) {
      log.warn({ err: error }, 'pages were not told of changed jobs');
    }
  }
  isTelling = false;
}
