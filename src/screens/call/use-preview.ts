'use client';

import { type RefObject, useEffect, useRef, useState } from 'react';
import { nobody } from '@/core/job/call-draft';
import type { CallFacts } from '@/core/job/told-call';
import type { Failed, Result } from '@/core/kinds/result';
import { vinLength } from '@/core/vin/alphabet';
import { noteUnreachable } from '@/ui/connection';
import type { CallPreview } from '@/usecases/jobs/preview-call';
import { sentPerson } from './person-fields';

export type OnPreview = (data: unknown) => Promise<Result<CallPreview>>;

/** When a key was last pressed: what comes from the server meanwhile lets nobody wait longer. */
export function useTypedAt(line: string, byHand: object): RefObject<number> {
  const typedAt = useRef(0);
  // biome-ignore lint/correctness/useExhaustiveDependencies: each of them is a key
  useEffect(() => {
    typedAt.current = performance.now();
  }, [line, byHand]);
  return typedAt;
}

/** The price is asked for once the keys rest so long. */
const restMs = 200;
/** Where no answer comes it is asked for again after so long, and at once when the device says that it has a connection. */
const againMs = 3_000;

/** How what is shown stands to what is typed: of these words, being worked out, or waiting for the server. */
export type PreviewState = 'current' | 'underWay' | 'waiting';

/**
 * Asks the server, once the facts rest, for candidates, first prices and what the VIN says, until it answers; an older answer
 * never replaces a newer. What is shown until then is of older words, which `state` says.
 */
export function usePreview(
  facts: CallFacts,
  vin: string | null,
  codeTold: boolean,
  onPreview: OnPreview,
  onVin: (said: CallPreview['vin']) => void,
  typedAt: RefObject<number>,
) {
  const [answered, setAnswered] = useState<{ readonly of: string; readonly preview?: CallPreview }>({
    of: '',
  });
  const [waiting, setWaiting] = useState(false);
  const [problems, setProblems] = useState<Failed['problems']>([]);
  const key = JSON.stringify({ facts, vin: vin?.length === vinLength ? vin : null, codeTold });
  useEffect(() => {
    const { facts: asked, vin: whole, codeTold: told } = JSON.parse(key) as Asked;
    if (whole === null) onVin(null);
    if (asksNothing(asked, whole)) {
      setAnswered({ of: key });
      setProblems([]);
      setWaiting(false);
      return;
    }
    let current = true;
    let timer: ReturnType<typeof setTimeout> | undefined;
    const ask = async () => {
      clearTimeout(timer);
      const answer = await onPreview({
        ...asked,
        ...sentPerson(nobody),
        vin: whole,
        keyCode: null,
        codeTold: told,
        line: '',
      }).catch(() => undefined);
      if (!current) return;
      setWaiting(!answer);
      if (!answer) {
        noteUnreachable();
        timer = setTimeout(ask, againMs);
        return;
      }
      if (answer.ok) onVin(answer.value.vin);
      setAnswered((before) => ({ of: key, preview: answer.ok ? answer.value : before.preview }));
      setProblems(answer.ok ? [] : answer.problems);
    };
    timer = setTimeout(ask, Math.max(0, restMs - (performance.now() - typedAt.current)));
    window.addEventListener('online', ask);
    return () => {
      current = false;
      clearTimeout(timer);
      window.removeEventListener('online', ask);
    };
  }, [key, onPreview, onVin, typedAt]);
  const state: PreviewState = answered.of === key ? 'current' : waiting ? 'waiting' : 'underWay';
  return { preview: asksNothing(facts, vin) ? undefined : answered.preview, state, problems };
}

interface Asked {
  readonly facts: CallFacts;
  readonly vin: string | null;
  readonly codeTold: boolean;
}

/** Neither model nor VIN: nothing can be priced. */
function asksNothing({ modelId }: CallFacts, vin: string | null): boolean {
  return modelId === null && vin?.length !== vinLength;
}
