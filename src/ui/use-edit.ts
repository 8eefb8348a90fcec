'use client';

import { useRouter } from 'next/navigation';
import { useState } from 'react';
import type { Failed } from '@/core/kinds/result';
import { forgetUnsaved } from './unsaved';
import { useSubmit } from './use-submit';

export interface StaleState {
  readonly version: number;
  readonly changes: readonly { readonly by: string; readonly at: Date; readonly section: string }[];
  readonly theirs: Readonly<Record<string, unknown>>;
}

export type EditAnswer =
  | { readonly ok: true; readonly value: { readonly version: number } }
  | (Failed & { readonly stale?: StaleState });

export type EditAction = (data: unknown) => Promise<EditAnswer>;

/**
 * Sends an edit of a job with the version the screen shows. Where somebody else was faster, `stale` holds what they
 * changed until the person decides: `keepMine` sends again over it, `takeTheirs` shows the stored state.
 */
export function useEdit(action: EditAction, job: { readonly number: number; readonly version: number }) {
  const router = useRouter();
  const [stale, setStale] = useState<{
    state: StaleState;
    sent: object;
    onDone?: ((answer: unknown) => void) | undefined;
  }>();
  const { send, ...rest } = useSubmit(action);
  const whole = (data: object, version = job.version) => ({ ...data, number: job.number, version });

  const sendOver = (data: object, version: number, onDone?: (answer: unknown) => void) =>
    send(
      whole(data, version),
      (answer) => {
        setStale(undefined);
        router.refresh();
        onDone?.(answer);
      },
      (failure) => {
        const { stale: state } = failure as Failed & { stale?: StaleState };
        setStale(state && { state, sent: data, onDone });
      },
    );

  return {
    ...rest,
    stores: true,
    whole,
    send: (data: object, onDone?: (answer: unknown) => void) => sendOver(data, job.version, onDone),
    stale: stale && {
      ...stale.state,
      sent: stale.sent,
      keepMine: () => sendOver(stale.sent, stale.state.version, stale.onDone),
      // What was typed here gives way too, so the whole page is read again.
      takeTheirs: () => {
        forgetUnsaved();
        window.location.reload();
      },
    },
  };
}
