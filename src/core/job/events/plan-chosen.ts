import type { PlanKind } from '@/core/blade/progression/plan-rest';
import type { EventKind } from './event-kind';

/** By which plan a sheet is worked from now on. */
export interface PlanChosen {
  readonly sheetId: string;
  readonly plan: PlanKind;
}

export const planChosen: EventKind<PlanChosen> = {
  apply: (log, { sheetId, plan }) => ({
    ok: true,
    log: { ...log, plans: { ...log.plans, [sheetId]: plan } },
  }),
  purposes: () => ['readLock'],
  refusal: ({ sheetId }, { sheets }) =>
    sheets.has(sheetId) ? undefined : 'There is no such sheet on this job.',
  audited: false,
  moments: [],
  wants: ['sheets'],
};
