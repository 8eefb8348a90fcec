'use client';

import { useRouter } from 'next/navigation';
import { useRef, useState, useTransition } from 'react';
import type { Problem } from '@/core/kinds/result';
import { useFocusAfter } from './focus-after';
import { type MadeEvent, makeEvent, sendEvent } from './send-event';

/**
 * Records events of a job. An event whose answer was lost is kept and sent again, under the same id, at the next press. While
 * one is under way another press does nothing; what was pressed keeps the focus, which goes on to what follows.
 */
export function useEvent(job: { readonly number: number; readonly lastSeq: number }) {
  const router = useRouter();
  const [pending, startTransition] = useTransition();
  const [problems, setProblems] = useState<readonly Problem[]>([]);
  const press = useFocusAfter(pending, problems.length > 0);
  const underWay = useRef(false);
  const [unsent, setUnsent] = useState<MadeEvent>();

  const record = async (kind: string, content: object, onDone?: (answer: unknown) => void): Promise<void> => {
    if (underWay.current) return;
    const again = unsent?.kind === kind && JSON.stringify(unsent.content) === JSON.stringify(content);
    const event = again ? unsent : makeEvent(kind, content, job.lastSeq);
    underWay.current = true;
    press();
    setUnsent(event);
    const send = async () => {
      const answer = await sendEvent(job.number, event);
      underWay.current = false;
      if (answer.ok) {
        setProblems([]);
        setUnsent(undefined);
        router.refresh();
        onDone?.(answer);
      } else {
        setProblems(answer.problems.map(withinContent));
        if (!('unconfirmed' in answer)) setUnsent(undefined);
      }
    };
    return new Promise((resolve) => {
      startTransition(async () => {
        await send();
        resolve();
      });
    });
  };
  return {
    record,
    pending,
    problems,
    problemOf: (field: string) => problems.find((one) => one.field?.endsWith(field))?.message,
    /** The way a form sends the content of one kind. */
    of: (kind: string) => ({
      pending,
      stores: true,
      problems,
      send: (content: object, onDone?: (answer: unknown) => void) => void record(kind, content, onDone),
    }),
  };
}

/** A problem by the field of the content, as the form knows it. */
function withinContent({ field, message }: Problem): Problem {
  return field === undefined ? { message } : { message, field: field.replace(/^content\./, '') };
}
