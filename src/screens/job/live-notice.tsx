'use client';

import { useRouter } from 'next/navigation';
import { useCallback, useEffect, useRef, useState } from 'react';
import { Button } from '@/ui/button';
import { Notice } from '@/ui/notice';
import { useUnsaved } from '@/ui/unsaved';
import { useChanges } from '@/ui/use-changes';

interface LiveNoticeProps {
  readonly number: number;
  /** Changes with every state of the job. */
  readonly state: string;
}

/** Fields of words; what is typed to be weighed at once (`data-passing`) is kept nowhere and lost to nobody. */
const wordFields =
  'textarea, input:not([type=radio], [type=checkbox], [type=range], [type=file], [data-passing])';

/**
 * Shows a job as it is now when somebody else changes it: at once where nothing was typed here, else by a notice, so
 * that no words are lost and no edit passes over a newer state unseen.
 */
export function LiveNotice({ number, state }: LiveNoticeProps) {
  const router = useRouter();
  const [behind, setBehind] = useState(false);
  const touched = useRef(false);
  const [typed, setTyped] = useState(false);
  useUnsaved(typed);
  // biome-ignore lint/correctness/useExhaustiveDependencies: a new state is what this page shows now
  useEffect(() => {
    setBehind(false);
    setTyped(false);
  }, [state]);
  useEffect(() => {
    const type = (event: Event) => {
      if (!event.isTrusted) return;
      touched.current = true;
      // A choice that was ticked is no word that would be lost.
      if (event.target instanceof Element && event.target.matches(wordFields)) setTyped(true);
    };
    const sent = () => {
      touched.current = false;
      setTyped(false);
    };
    document.addEventListener('input', type);
    document.addEventListener('submit', sent);
    return () => {
      document.removeEventListener('input', type);
      document.removeEventListener('submit', sent);
    };
  }, []);
  useChanges(
    number,
    useCallback(() => {
      if (touched.current) setBehind(true);
      else router.refresh();
    }, [router]),
    state,
  );
  if (!behind) return null;
  return (
    <Notice tone="ochre" said>
      <span className="flex flex-wrap items-center gap-3">
        This job changed meanwhile. What you typed is still here.
        <Button
          look="quiet"
          onClick={() => {
            touched.current = false;
            setTyped(false);
            router.refresh();
          }}
        >
          Show how it stands
        </Button>
      </span>
    </Notice>
  );
}
