'use client';

import { useRouter } from 'next/navigation';
import { useRef, useState, useTransition } from 'react';
import type { Failed, Problem } from '@/core/kinds/result';
import { noteUnreachable, useAgain } from './connection';
import { useFocusAfter } from './focus-after';

type Done<Answer> = Extract<Answer, { readonly ok: true }>;

/**
 * Runs a server action and keeps what was wrong. `problemOf` gives the word beside a field,
 * `general` the problems that belong to no field. While one press is under way another does nothing; what was pressed
 * keeps the focus, which goes on to what follows.
 * @param outlasts what is sent is done once however often it is sent: without the server it waits, `waits` says so, and goes by
 *   itself once there is one
 */
export function useSubmit<Answer extends { readonly ok: boolean }>(
  action: (data: unknown) => Promise<Answer>,
  { outlasts = false }: { readonly outlasts?: boolean } = {},
) {
  const [problems, setProblems] = useState<readonly Problem[]>([]);
  const [pending, startTransition] = useTransition();
  const press = useFocusAfter(pending, problems.length > 0);
  const underWay = useRef(false);
  const [again, setAgain] = useState<() => void>();
  const waiting = useRef<unknown>(undefined);
  useAgain(again);

  const send = (
    data: unknown,
    onDone?: (answer: Done<Answer>) => void,
    onFailed?: (failure: Failed) => void,
  ) => {
    if (underWay.current) return;
    underWay.current = true;
    press();
    startTransition(async () => {
      const answer = await callAction(action, data).finally(() => {
        underWay.current = false;
      });
      if (answer === undefined) return;
      const waits = outlasts && !answer.ok && 'unreachable' in answer;
      waiting.current = waits ? data : undefined;
      const further = () => {
        if (waiting.current === data) send(data, onDone, onFailed);
      };
      setAgain(waits ? () => further : undefined);
      if (waits) {
        setProblems([]);
      } else if (answer.ok) {
        setProblems([]);
        onDone?.(answer as Done<Answer>);
      } else {
        setProblems((answer as Failed).problems);
        onFailed?.(answer as Failed);
      }
    });
  };
  return {
    send,
    pending,
    /** It waits for the server, and goes by itself. */
    waits: again !== undefined,
    /** Lets what waits go. */
    stopWaiting: () => {
      waiting.current = undefined;
      setAgain(undefined);
    },
    problems,
    problemOf: (field: string) => problems.find((problem) => problem.field === field)?.message,
    general: problems.filter((problem) => problem.field === undefined),
  };
}

/** Runs an action that stores something: the page is shown anew after it. */
export function useSave<Answer extends { readonly ok: boolean }>(action: (data: unknown) => Promise<Answer>) {
  const router = useRouter();
  const { send, ...rest } = useSubmit(action);
  return {
    ...rest,
    stores: true,
    send: (data: unknown, onDone?: (answer: Done<Answer>) => void) =>
      send(data, (answer) => {
        router.refresh();
        onDone?.(answer);
      }),
  };
}

/** The action's answer, or a failure where the server cannot be reached. A redirect of the framework goes on its way. */
async function callAction<Answer>(
  action: (data: unknown) => Promise<Answer>,
  data: unknown,
): Promise<Answer | (Failed & { readonly unreachable?: true }) | undefined> {
  try {
    return await action(data);
  } catch (error) {
    if (error instanceof Error && 'digest' in error) throw error;
    noteUnreachable();
    return {
      ok: false,
      unreachable: true,
      problems: [{ message: 'The server cannot be reached. Nothing was stored; try again in a moment.' }],
    };
  }
}
