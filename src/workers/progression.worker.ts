import { expose } from 'comlink';
import { type PlanRequest, planSheet, type SheetPlans } from '@/core/blade/progression/plan-sheet';

const planner = {
  plan(request: PlanRequest, onProgress: (share: number) => void): SheetPlans {
    return planSheet(request, onProgress);
  },
};
export type Planner = typeof planner;

expose(planner);
