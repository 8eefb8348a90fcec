import { makesKey } from '@/core/programming/route';
import type { Job } from './job';

/** What of a job can be done at the bench while the car waits: its doors stay as they are. */
export function meanwhileTasks({
  route,
  keys,
  log,
  facts,
}: Pick<Job, 'route' | 'keys' | 'log' | 'facts'>): string[] {
  const made = keys.filter(({ madeHere, presence }) => madeHere && presence === 'here');
  const cut = log.cuts.filter(({ spoiled }) => !spoiled).length;
  const uncut = made.some(({ blade }) => blade === 'uncut') || (made.length > 0 && cut === 0);
  return [
    ...(route !== null && makesKey(route) && uncut ? ['cut the blade, at Blade'] : []),
    ...(made.length > 0 ? ['label the keys, old and new'] : []),
    ...(facts.length === 0 ? ['write down what was found at the car, at Close'] : []),
  ];
}
