'use client';

import { useEffect, useRef, useState } from 'react';
import type { Problem, Result } from '@/core/kinds/result';

const pauseMs = 140;

/**
 * Asks the server again whenever what is asked changes, after a short pause in typing; the last answer stays until the
 * next one is there. Null asks nothing.
 */
export function useAsked<Answer>(
  asked: object | null,
  ask: (data: unknown) => Promise<Result<Answer>>,
): {
  readonly answer: Answer | undefined;
  readonly problems: readonly Problem[];
  readonly pending: boolean;
} {
  const [answer, setAnswer] = useState<Answer>();
  const [problems, setProblems] = useState<readonly Problem[]>([]);
  const [pending, setPending] = useState(false);
  const latest = useRef(0);
  const text = asked === null ? null : JSON.stringify(asked);
  useEffect(() => {
    latest.current += 1;
    const own = latest.current;
    if (text === null) {
      setAnswer(undefined);
      setProblems([]);
      setPending(false);
      return;
    }
    setPending(true);
    const timer = setTimeout(async () => {
      const result = await ask(JSON.parse(text)).catch(
        (): Result<Answer> => ({ ok: false, problems: [{ message: 'The server cannot be reached.' }] }),
      );
      if (own !== latest.current) return;
      setPending(false);
      if (result.ok) setAnswer(result.value);
      setProblems(result.ok ? [] : result.problems);
    }, pauseMs);
    return () => clearTimeout(timer);
  }, [text, ask]);
  return { answer, problems, pending };
}
