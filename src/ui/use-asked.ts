'use client';

import { useEffect, useRef, useState } from 'react';
import { failed, type Problem, type Result } from '@/core/kinds/result';

const pauseMs = 140;
const unreachableRetrySeconds = 2;
const longestRetrySeconds = 30;

/**
 * Asks the server again whenever what is asked changes, after a short pause in typing; the last answer stays until the
 * next one is there. What fails for a reason that passes is asked again by itself, less and less often. Null asks nothing.
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
    let timer: ReturnType<typeof setTimeout>;
    const askNow = async (tries: number) => {
      const result = await ask(JSON.parse(text)).catch(
        (): Result<Answer> => ({
          ...failed('The server cannot be reached.'),
          retrySeconds: unreachableRetrySeconds,
        }),
      );
      if (own !== latest.current) return;
      setPending(false);
      if (result.ok) setAnswer(result.value);
      setProblems(result.ok ? [] : result.problems);
      if (!result.ok && result.retrySeconds !== undefined)
        timer = setTimeout(
          () => askNow(tries + 1),
          Math.min(longestRetrySeconds, result.retrySeconds * 2 ** tries) * 1000,
        );
    };
    timer = setTimeout(() => askNow(0), pauseMs);
    return () => clearTimeout(timer);
  }, [text, ask]);
  return { answer, problems, pending };
}
