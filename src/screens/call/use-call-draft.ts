'use client';

import { useCallback, useEffect, useRef, useState } from 'react';
import { v7 as uuid } from 'uuid';
import { type CallDraft, isTyped } from '@/core/job/call-draft';
import { DeviceStore } from '@/ui/device/device-store';
import { ownCall, readDrafts, removeDraft, setOwnCall, writeDraft } from '../parts/call-drafts';

/** What is typed of a call. */
export type TypedCall = Omit<CallDraft, 'id' | 'atMs'>;

/**
 * Keeps what is typed of a call on the device at every key, sealed for this person, until its job is open; and offers what was not
 * finished before.
 * @param onTakeUp puts a draft into the page
 */
export function useCallDraft(personId: string, typed: TypedCall, onTakeUp: (draft: CallDraft) => void) {
  const [store, setStore] = useState<DeviceStore>();
  const [id, setId] = useState<string>();
  const [others, setOthers] = useState<readonly CallDraft[]>([]);
  const latest = useRef(typed);
  latest.current = typed;
  const takeUp = useRef(onTakeUp);
  takeUp.current = onTakeUp;
  const ended = useRef(false);
  const writing = useRef<Promise<unknown>>(Promise.resolve());

  useEffect(() => {
    let gone = false;
    let opened: DeviceStore | undefined;
    const begin = async () => {
      opened = await DeviceStore.open(personId);
      const kept = await readDrafts(opened);
      if (gone) return opened.close();
      const own = kept.find((draft) => draft.id === ownCall());
      // Whoever typed meanwhile, or brought a line along, has begun another call.
      const mine = own && !isTyped(latest.current) ? own : undefined;
      if (mine) takeUp.current(mine);
      setId(mine?.id ?? uuid());
      setOthers(kept.filter((draft) => draft !== mine));
      setStore(opened);
    };
    // Where the browser keeps nothing the page asks before it is left.
    begin().catch(() => setId(uuid()));
    return () => {
      gone = true;
      opened?.close();
    };
  }, [personId]);

  const key = JSON.stringify(typed);
  useEffect(() => {
    if (!store || id === undefined || ended.current) return;
    const now = JSON.parse(key) as TypedCall;
    const has = isTyped(now);
    if (has) setOwnCall(id);
    writing.current = writing.current
      .then(() => {
        // A newer key has its own turn.
        if (ended.current || key !== JSON.stringify(latest.current)) return;
        return has ? writeDraft(store, { ...now, id, atMs: Date.now() }) : removeDraft(store, id);
      })
      .catch(() => {});
  }, [store, id, key]);

  /** Forgets the call of this page: its job is open, or nothing of it is wanted. */
  const end = useCallback(async () => {
    ended.current = true;
    setOwnCall(null);
    await writing.current;
    if (store && id !== undefined) await removeDraft(store, id).catch(() => {});
  }, [store, id]);

  /** Begins another call in place of this one. */
  const renew = useCallback(async () => {
    await end();
    ended.current = false;
    setId(uuid());
  }, [end]);

  return {
    renew,
    /** The key under which the job of this call is opened. */
    id,
    /** Whether the device keeps what is typed. */
    keeps: store !== undefined,
    others,
    end,
    takeUp: (draft: CallDraft) => {
      setId(draft.id);
      setOthers((before) => before.filter((one) => one !== draft));
      onTakeUp(draft);
    },
    remove: (draft: CallDraft) => {
      setOthers((before) => before.filter((one) => one !== draft));
      if (store) void removeDraft(store, draft.id);
    },
  };
}
