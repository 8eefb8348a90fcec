import type { CountGround } from '@/core/programming/count-verdict';
import type { JobView } from './job-view';

/** What the count after the work is held against. */
export function countGround(view: Pick<JobView, 'job' | 'routes' | 'platform'> | undefined): CountGround {
  return {
    planned: view?.routes.find(({ kind }) => kind === view.job.route)?.plannedCount ?? 'cannotSay',
    tells: view?.platform?.count !== 'cannotSay',
    maximum: view?.platform?.slotsMaximum ?? 0,
  };
}
