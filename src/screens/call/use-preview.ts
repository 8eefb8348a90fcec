'use client';

import { type RefObject, useEffect, useRef, useState } from 'react';
import type { CallFacts } from '@/core/job/told-call';
import type { Failed, Result } from '@/core/kinds/result';
import { vinLength } from '@/core/vin/alphabet';
import type { CallPreview } from '@/usecases/jobs/preview-call';
import { nobody, sentPerson } from './person-fields';

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

/**
 * Asks the server, once the facts rest, for candidates, first prices and what the VIN says; an older answer never replaces
 * a newer.
 */
export function usePreview(
  facts: CallFacts,
  vin: string | null,
  codeTold: boolean,
  onPreview: OnPreview,
  onVin: (said: CallPreview['vin']) => void,
  typedAt: RefObject<number>,
) {
  const [preview, setPreview] = useState<CallPreview>();
  const [problems, setProblems] = useState<Failed['problems']>([]);
  const key = JSON.stringify({ facts, vin: vin?.length === vinLength ? vin : null, codeTold });
  useEffect(() => {
    const {
      facts: asked,
      vin: whole,
      codeTold: told,
    } = JSON.parse(key) as {
      facts: CallFacts;
      vin: string | null;
      codeTold: boolean;
    };
    if (whole === null) onVin(null);
    if (asked.modelId === null && whole === null) {
      setPreview(undefined);
      setProblems([]);
      return;
    }
    let current = true;
    const timer = setTimeout(
      async () => {
        const answer = await onPreview({
          ...asked,
          ...sentPerson(nobody),
          vin: whole,
          keyCode: null,
          codeTold: told,
          line: '',
        }).catch(() => undefined);
        if (!current || !answer) return;
        if (answer.ok) {
          setPreview(answer.value);
          onVin(answer.value.vin);
        }
        setProblems(answer.ok ? [] : answer.problems);
      },
      Math.max(0, restMs - (performance.now() - typedAt.current)),
    );
    return () => {
      current = false;
      clearTimeout(timer);
    };
  }, [key, onPreview, onVin, typedAt]);
  return { preview, problems };
}
