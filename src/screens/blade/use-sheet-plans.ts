'use client';

import { useEffect, useState } from 'react';
import type { PlanRequest, SheetPlans } from '@/core/blade/progression/plan-sheet';
import { openPlanner, proxy } from '@/workers/planner';

type State =
  | { readonly is: 'planning'; readonly share: number }
  | { readonly is: 'planned'; readonly plans: SheetPlans }
  | { readonly is: 'cancelled' }
  | { readonly is: 'trouble'; readonly words: string };

const beginning: State = { is: 'planning', share: 0 };

/**
 * Plans in a worker whenever what is asked changes; the plans for what was asked before are gone at once.
 * @param request has to stay the same object while nothing of it changes
 */
export function useSheetPlans(request: PlanRequest | null) {
  const [state, setState] = useState<State>(beginning);
  const [turn, setTurn] = useState(0);
  const [close, setClose] = useState<() => void>();
  // biome-ignore lint/correctness/useExhaustiveDependencies: another turn plans the same again
  useEffect(() => {
    if (!request) return;
    setState(beginning);
    const own = openPlanner();
    let here = true;
    setClose(() => () => {
      here = false;
      own.close();
      setState({ is: 'cancelled' });
    });
    const onProgress = proxy((share: number) => {
      // It comes by a way of its own, and may come after the plans.
      if (here) setState((now) => (now.is === 'planning' ? { is: 'planning', share } : now));
    });
    Promise.race([own.worker.plan(request, onProgress), own.failed]).then(
      (plans) => here && setState({ is: 'planned', plans }),
      (error: Error) => here && setState({ is: 'trouble', words: error.message }),
    );
    return () => {
      here = false;
      own.close();
    };
  }, [request, turn]);
  return { state, cancel: () => close?.(), again: () => setTurn(turn + 1) };
}
