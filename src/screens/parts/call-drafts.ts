import { type CallDraft, draftAt } from '@/core/job/call-draft';
import { DeviceStore, lastPerson } from '@/ui/device/device-store';

const kind = 'call';

const place = 'kilnsman-call';

/** Which call this tab types: it comes back by itself after a reload, a lock and another place. */
export function ownCall(): string | null {
  return sessionStorage.getItem(place);
}

export function setOwnCall(id: string | null): void {
  if (id === null) sessionStorage.removeItem(place);
  else sessionStorage.setItem(place, id);
}

/** The drafts of calls that this device keeps for a person, the newest first; what may not be kept any longer is taken out. */
export async function readDrafts(store: DeviceStore): Promise<CallDraft[]> {
  const kept: CallDraft[] = [];
  for (const { id, value } of await store.list<CallDraft>(kind)) {
    const draft = draftAt(value, Date.now());
    if (draft === undefined) await store.remove(kind, id);
    else {
      if (draft !== value) await store.write(kind, id, draft);
      kept.push(draft);
    }
  }
  return kept.sort((a, b) => b.atMs - a.atMs);
}

export function writeDraft(store: DeviceStore, draft: CallDraft): Promise<void> {
  return store.write(kind, draft.id, draft);
}

export function removeDraft(store: DeviceStore, id: string): Promise<void> {
  return store.remove(kind, id);
}

/** Takes out what may not be kept any longer, for whoever used this device last, also while its screen is locked. */
export async function sweepDrafts(): Promise<void> {
  const personId = await lastPerson();
  if (personId === undefined) return;
  const store = await DeviceStore.open(personId);
  await readDrafts(store).finally(() => store.close());
}
