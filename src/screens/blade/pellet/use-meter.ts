'use client';

import { useEffect, useRef, useState } from 'react';
import type { Result } from '@/core/kinds/result';
import { ohmsWords } from '@/core/pellet/ohms-text';
import { steadyValue } from '@/core/pellet/steady';
import { readAloud } from '@/ui/voice';

export type AskMeter = (data: unknown) => Promise<Result<{ readonly ohms: number | null }>>;

/** A value of the cable meter comes this often. */
const everyMs = 300;
const mostValues = 60;

/**
 * Hands-free measuring by a meter on a cable: values come until they lie still; the one that is held is spoken and handed
 * over.
 */
export function useMeter(
  onMeter: AskMeter,
  asked: { readonly platform: string; readonly key: number; readonly meter: string | null },
  onHeld: (face: number, ohms: number | null) => void,
) {
  const [live, setLive] = useState<{ readonly face: number; readonly ohms: number | null } | null>(null);
  const [problem, setProblem] = useState<string>();
  const measuring = useRef(0);
  useEffect(
    () => () => {
      measuring.current += 1;
    },
    [],
  );
  const stop = () => {
    measuring.current += 1;
    setLive(null);
  };
  const measure = async (face: number) => {
    measuring.current += 1;
    const own = measuring.current;
    setProblem(undefined);
    const values: (number | null)[] = [];
    for (let at = 0; at < mostValues; at += 1) {
      const answer = await onMeter({ ...asked, face, at }).catch(() => undefined);
      if (own !== measuring.current) return;
      if (!answer?.ok) {
        setProblem(answer?.problems[0]?.message ?? 'The meter cannot be reached.');
        return setLive(null);
      }
      const { ohms } = answer.value;
      values.push(ohms);
      setLive({ face, ohms });
      const held = steadyValue(values);
      if (held) {
        say(held.ohms === null ? 'open' : ohmsWords(held.ohms));
        setLive(null);
        return onHeld(face, held.ohms);
      }
      await new Promise((resolve) => setTimeout(resolve, everyMs));
      if (own !== measuring.current) return;
    }
    setLive(null);
    setProblem('The value does not come to rest: hold the tips still, or clean the contacts.');
  };
  return { live, problem, measure: (face: number) => void measure(face), stop };
}

/** Aloud where the device has a voice. */
function say(words: string): void {
  readAloud([words.replace('kΩ', 'kilo-ohms').replace('MΩ', 'megohms').replace('Ω', 'ohms')]);
}
