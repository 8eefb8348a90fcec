import { act, renderHook } from '@testing-library/react';
import { expect, it, vi } from 'vitest';
import type { PlanRequest, SheetPlans } from '@/core/blade/progression/plan-sheet';
import { useSheetPlans } from './use-sheet-plans';

const asked: { onProgress: (share: number) => void; answer: (plans: SheetPlans) => void; closed: boolean }[] =
  [];

vi.mock('@/workers/planner', () => ({
  proxy: (one: unknown) => one,
  openPlanner: () => {
    const own = { onProgress: (_: number) => {}, answer: (_: SheetPlans) => {}, closed: false };
    asked.push(own);
    return {
      worker: {
        plan: (_: PlanRequest, onProgress: (share: number) => void) => {
          own.onProgress = onProgress;
          return new Promise<SheetPlans>((resolve) => {
            own.answer = resolve;
          });
        },
      },
      failed: new Promise<never>(() => {}),
      close: () => {
        own.closed = true;
      },
    };
  },
}));

const request = {} as PlanRequest;
const plans = { newBlanks: 2 } as SheetPlans;

it('shows how far the planner is, then its plans, also where a word of progress comes after them', async () => {
  const { result } = renderHook(() => useSheetPlans(request));
  const own = asked.at(-1);
  act(() => own?.onProgress(0.4));
  expect(result.current.state).toEqual({ is: 'planning', share: 0.4 });
  await act(async () => own?.answer(plans));
  expect(result.current.state).toEqual({ is: 'planned', plans });
  act(() => own?.onProgress(1));
  expect(result.current.state).toEqual({ is: 'planned', plans });
});

it('is cancelled for good, and plans again when asked to', async () => {
  const { result } = renderHook(() => useSheetPlans(request));
  const own = asked.at(-1);
  act(() => result.current.cancel());
  expect(own?.closed).toBe(true);
  act(() => own?.onProgress(0.9));
  await act(async () => own?.answer(plans));
  expect(result.current.state).toEqual({ is: 'cancelled' });
  act(() => result.current.again());
  const next = asked.at(-1);
  expect(next).not.toBe(own);
  await act(async () => next?.answer(plans));
  expect(result.current.state).toEqual({ is: 'planned', plans });
});
