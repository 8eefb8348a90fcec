import { type NextStep, nextSteps } from '@/core/job/next-step';
import type { JobsShown } from '@/usecases/jobs/list';

/** What an address says of a list of jobs, as it came. */
export type ListAddress = Readonly<Partial<Record<'q' | 'show' | 'step' | 'before', string | string[]>>>;

/** Which jobs an address asks for: words look through all of them, else the open ones are shown. */
export function readListAddress({ q, show, step, before }: ListAddress): {
  readonly query: string;
  readonly shown: JobsShown;
  readonly step: NextStep | undefined;
  readonly before: number | undefined;
} {
  const query = typeof q === 'string' ? q.trim() : '';
  return {
    query,
    shown: query !== '' ? 'all' : show === 'closed' ? 'closed' : 'open',
    step: typeof step === 'string' && Object.hasOwn(nextSteps, step) ? (step as NextStep) : undefined,
    before: typeof before === 'string' && /^\d{1,9}$/.test(before) ? Number(before) : undefined,
  };
}
