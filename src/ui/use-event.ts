'use client';

import { useRouter } from 'next/navigation';
import { useState } from 'react';
import type { Problem } from '@/core/kinds/result';
import { type MadeEvent, makeEvent, sendEvent } from './send-event';

/** Records events of a job. An event whose answer was lost is kept and sent again, under the same id, at the next press. */
export function useEvent(job: { readonly number: number; readonly lastSeq: number }) {
  const router = useRouter();
  const [pending, setPending] = useState(false);
  const [problems, setProblems] = useState<readonly Problem[]>([]);
  const [unsent, setUnsent] = useState<MadeEvent>();

  const record = async (kind: string, content: object, onDone?: () => void) => {
    const again = unsent?.kind === kind && JSON.stringify(unsent.content) === JSON.stringify(content);
    const event = again ? unsent : makeEvent(kind, content, job.lastSeq);
    setPending(true);
    setUnsent(event);
    const answer = await sendEvent(job.number, event);
    setPending(false);
    if (answer.ok) {
      setProblems([]);
      setUnsent(undefined);
      router.refresh();
      onDone?.();
    } else {
      setProblems(answer.problems);
      if (!('unconfirmed' in answer)) setUnsent(undefined);
    }
  };
  return {
    record,
    pending,
    problems,
    problemOf: (field: string) => problems.find((one) => one.field?.endsWith(field))?.message,
  };
}
