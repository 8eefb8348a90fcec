'use client';

import { useRouter } from 'next/navigation';
import { useEffect, useState } from 'react';
import type { CallDraft } from '@/core/job/call-draft';
import { DeviceStore } from '@/ui/device/device-store';
import { readDrafts, removeDraft, setOwnCall } from '../parts/call-drafts';
import { UnfinishedCalls } from '../parts/unfinished-calls';

/** Calls that were begun on this device and not finished, above the jobs. */
export function UnfinishedNote({ personId }: { readonly personId: string }) {
  const router = useRouter();
  const [drafts, setDrafts] = useState<readonly CallDraft[]>([]);
  useEffect(() => {
    let gone = false;
    // Where the browser keeps nothing there is nothing to offer.
    withStore(personId, readDrafts)
      .then((kept) => !gone && setDrafts(kept))
      .catch(() => {});
    return () => {
      gone = true;
    };
  }, [personId]);
  return (
    <UnfinishedCalls
      drafts={drafts}
      onTakeUp={({ id }) => {
        setOwnCall(id);
        router.push('/jobs/new');
      }}
      onRemove={(draft) => {
        setDrafts((before) => before.filter((one) => one !== draft));
        void withStore(personId, (store) => removeDraft(store, draft.id));
      }}
    />
  );
}

async function withStore<Value>(
  personId: string,
  work: (store: DeviceStore) => Promise<Value>,
): Promise<Value> {
  const store = await DeviceStore.open(personId);
  return work(store).finally(() => store.close());
}
