'use client';

import { useRouter } from 'next/navigation';
import { useRef, useState, useTransition } from 'react';
import type { Problem } from '@/core/kinds/result';
import { noteUnreachable, useAgain } from './connection';
import { useFocusAfter } from './focus-after';
import { type MadeEvent, makeEvent, sendEvent } from './send-event';

/**
 * Records events of a job. An event whose answer was lost is kept and sent again under the same id, by itself or at the next press,
 * until there is an answer. While one is under way another press does nothing; what was pressed keeps the focus, which goes on to
 * what follows.
 */
export function useEvent(job: { readonly number: number; readonly lastSeq: number }) {
  const router = useRouter();
  const [pending, startTransition] = useTransition();
  const [problems, setProblems] = useState<readonly Problem[]>([]);
  const press = useFocusAfter(pending, problems.length > 0);
  const underWay = useRef(false);
  // The same for whichever render a press or a further try comes from.
  const unsent = useRef<MadeEvent>(undefined);
  const [again, setAgain] = useState<() => void>();
  useAgain(again);

  const record = async (kind: string, content: object, onDone?: (answer: unknown) => void): Promise<void> => {
    if (underWay.current) return;
    const before = unsent.current;
    const same = before?.kind === kind && JSON.stringify(before.content) === JSON.stringify(content);
    const event = same ? before : makeEvent(kind, content, job.lastSeq);
    underWay.current = true;
    press();
    unsent.current = event;
    const send = async () => {
      const answer = await sendEvent(job.number, event);
      underWay.current = false;
      if (answer.ok) {
        setProblems([]);
        unsent.current = undefined;
        router.refresh();
        onDone?.(answer);
      } else {
        setProblems(answer.problems.map(withinContent));
        if ('unconfirmed' in answer) noteUnreachable();
        else unsent.current = undefined;
      }
      const further = () => {
        if (unsent.current === event) void record(kind, content, onDone);
      };
      setAgain('unconfirmed' in answer ? () => further : undefined);
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
