import { isMethodKind, methods } from '@/core/catalogue/methods';
import type { ArrivalGround } from '@/core/job/arrival';
import type { JobView } from './job-view';

/** What is seen to before the first command follows from the platform, the keys, the route and the shop's habit. */
export function arrivalGround({ job, platform, situation, shop }: JobView): ArrivalGround {
  const method = platform?.methods.find(({ kind }) => kind === job.route);
  return {
    form: shop.arrivalForm,
    link: platform?.link ?? 'none',
    situation,
    adapters: method?.adapters ?? [],
    byTool: method?.needsTool ?? false,
    opensKey: job.route !== null && isMethodKind(job.route) && methods[job.route].opensKey,
    waitSeconds: Math.max(0, ...(method?.waits ?? []).map(({ usualSeconds }) => usualSeconds)),
  };
}
