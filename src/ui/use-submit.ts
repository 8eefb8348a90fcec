'use client';

import { useState, useTransition } from 'react';
import type { Failed, Problem } from '@/core/kinds/result';

/**
 * Runs a server action and keeps what was wrong. `problemOf` gives the word beside a field,
 * `general` the problems that belong to none of the fields shown.
 */
export function useSubmit<Answer extends { ok: boolean }>(action: (data: unknown) => Promise<Answer>) {
  const [problems, setProblems] = useState<readonly Problem[]>([]);
  const [pending, startTransition] = useTransition();

  const submit = (data: unknown, onDone?: (answer: Extract<Answer, { ok: true }>) => void) => {
    startTransition(async () => {
      let answer: Answer | Failed;
      try {
        answer = await action(data);
      } catch (error) {
        if (error instanceof Error && 'digest' in error) throw error;
        answer = {
          ok: false,
          problems: [{ message: 'The server cannot be reached. Nothing was stored; try again in a moment.' }],
        };
      }
      if (answer === undefined) return;
      if (answer.ok) {
        setProblems([]);
        onDone?.(answer as Extract<Answer, { ok: true }>);
      } else {
        setProblems((answer as Failed).problems);
      }
    });
  };
  return {
    submit,
    pending,
    problems,
    problemOf: (field: string) => problems.find((problem) => problem.field === field)?.message,
    general: problems.filter((problem) => problem.field === undefined),
    setProblems,
  };
}
