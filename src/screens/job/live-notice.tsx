'use client';

import { useRouter } from 'next/navigation';
import { useCallback, useEffect, useRef, useState } from 'react';
import { Button } from '@/ui/button';
import { Notice } from '@/ui/notice';
import { useChanges } from '@/ui/use-changes';

interface LiveNoticeProps {
  readonly number: number;
  /** Changes with every state of the job. */
  readonly state: string;
}

/**
 * Shows a job as it is now when somebody else changes it: at once where nothing was typed here, else by a notice, so
 * that no words are lost and no edit passes over a newer state unseen.
 */
export function LiveNotice({ number, state }: LiveNoticeProps) {
  const router = useRouter();
  const [behind, setBehind] = useState(false);
  const touched = useRef(false);
  // biome-ignore lint/correctness/useExhaustiveDependencies: a new state is what this page shows now
  useEffect(() => {
    setBehind(false);
  }, [state]);
  useEffect(() => {
    const typed = (event: Event) => {
      if (event.isTrusted) touched.current = true;
    };
    const sent = () => {
      touched.current = false;
    };
    document.addEventListener('input', typed);
    document.addEventListener('submit', sent);
    return () => {
      document.removeEventListener('input', typed);
      document.removeEventListener('submit', sent);
    };
  }, []);
  useChanges(
    number,
    useCallback(() => {
      if (touched.current) setBehind(true);
      else router.refresh();
    }, [router]),
  );
  if (!behind) return null;
  return (
    <Notice tone="ochre" role="status">
      <span className="flex flex-wrap items-center gap-3">
        This job changed meanwhile. What you typed is still here.
        <Button
          look="quiet"
          onClick={() => {
            touched.current = false;
            router.refresh();
          }}
        >
          Show how it stands
        </Button>
      </span>
    </Notice>
  );
}
