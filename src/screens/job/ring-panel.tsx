'use client';

import { useState } from 'react';
import { v7 as uuid } from 'uuid';
import { keyWords } from '@/core/programming/key-words';
import type { Identity, PhysicalKey } from '@/core/programming/keys';
import type { CountAnswer } from '@/core/programming/plan';
import type { Ring } from '@/core/programming/ring';
import { Button } from '@/ui/button';
import { CountField } from '@/ui/count-field';
import { EditOutcome } from '@/ui/edit-outcome';
import type { JobRef } from '@/ui/job-ref';
import { Badge, Notice } from '@/ui/notice';
import { RingView } from '@/ui/ring-view';
import { type EditAction, useEdit } from '@/ui/use-edit';
import { useEvent } from '@/ui/use-event';
import { type KeyDraft, KeyEditor, keyDraft } from './key-editor';

interface RingPanelProps {
  readonly job: JobRef;
  readonly keys: readonly PhysicalKey[];
  readonly identities: readonly Identity[];
  readonly ring: Ring;
  readonly known: CountAnswer | 'notRead';
  /** How the car tells its count; null where the platform is not known. */
  readonly countKind: keyof typeof countHints | 'noMemory' | null;
  readonly onRing: EditAction;
}

/** The ring beside every station: every key, the slots, the count before the work; a press on a tag edits the key. */
export function RingPanel({ job, keys, identities, ring, known, countKind, onRing }: RingPanelProps) {
  const [open, setOpen] = useState<KeyDraft>();
  const edit = useEdit(onRing, job);
  const event = useEvent(job);
  const drafts = keys.map((key) => keyDraft(key, keys, identities));
  const save = (changed: readonly KeyDraft[]) =>
    edit.send({ keys: changed.map(({ isNew: _, ...key }) => key) }, () => setOpen(undefined));

  const addKey = (madeHere: boolean) => {
    setOpen({
      id: uuid(),
      name: madeHere ? 'New' : 'Found',
      presence: 'here',
      rank: 'unknown',
      blade: madeHere ? 'uncut' : 'good',
      faults: [],
      madeHere,
      known: 'untested',
      cloneOf: null,
      isNew: true,
    });
  };
  const outcome = <RingOutcome edit={edit} />;
  return (
    <div className="flex flex-col gap-3 lg:sticky lg:top-4">
      <div className="flex items-center justify-between gap-2">
        <h2 className="text-ask font-semibold">Ring</h2>
        <Badge tone="plain">{countKind === 'noMemory' ? 'no memory of keys' : countWords(known)}</Badge>
      </div>
      <RingView
        tags={ring.tags}
        slots={ring.slots}
        slotsMaximum={ring.slotsMaximum}
        onOpen={job.closed ? undefined : (id) => setOpen(drafts.find((draft) => draft.id === id))}
      >
        {!job.closed && (
          <div className="grid grid-cols-2 gap-2">
            <Button look="quiet" onClick={() => addKey(false)} disabled={keys.length >= 24}>
              Add a key
            </Button>
            <Button
              look="quiet"
              onClick={() => addKey(true)}
              disabled={keys.filter(({ madeHere }) => madeHere).length >= 5}
            >
              New key
            </Button>
          </div>
        )}
      </RingView>
      {ring.notes.map((note) => (
        <Notice key={note} tone="oxide">
          {note}
        </Notice>
      ))}
      {!job.closed && countKind !== 'noMemory' && (
        <CountField
          label="The car knows, before the work"
          answer={known === 'notRead' ? null : known}
          hint={countHints[countKind ?? 'readable']}
          pending={event.pending}
          problem={event.problems[0]?.message}
          onCount={(answer) => event.record('countRead', { moment: 'before', answer })}
        />
      )}
      {!open && outcome}
      {open && (
        <KeyEditor
          key={open.id}
          draft={open}
          others={drafts.filter(({ id }) => id !== open.id)}
          pending={edit.pending}
          outcome={outcome}
          onClose={() => setOpen(undefined)}
          onSave={(draft) =>
            save(open.isNew ? [...drafts, draft] : drafts.map((one) => (one.id === draft.id ? draft : one)))
          }
          onRemove={open.isNew ? undefined : () => save(drafts.filter(({ id }) => id !== open.id))}
        />
      )}
      {ring.notes.length === 0 && ring.tags.length === 0 && (
        <Notice tone="plain">Nothing is known of the keys. Ask how many there are, and how many work.</Notice>
      )}
    </div>
  );
}

/** What became of an edit of the ring; where somebody was faster, every key that differs in both states. */
function RingOutcome({ edit }: { edit: ReturnType<typeof useEdit> }) {
  const sent = (edit.stale?.sent as { keys?: readonly KeyDraft[] } | undefined)?.keys ?? [];
  const mine = Object.fromEntries(sent.map((key, at) => [`key ${at + 1}`, keyWords(key, key.known)]));
  const fields = [...new Set([...Object.keys(mine), ...Object.keys(edit.stale?.theirs ?? {})])];
  return <EditOutcome edit={edit} mine={mine} fields={fields.map((field) => ({ field, label: field }))} />;
}

const countHints = {
  readable: 'The car tells it by the OBD socket.',
  afterPin: 'This car tells it only after the PIN.',
  cannotSay: 'This platform cannot say; that is an ordinary answer.',
};

function countWords(count: CountAnswer | 'notRead'): string {
  if (count === 'notRead') return 'count not read';
  return count === 'cannotSay' ? 'car cannot say' : `${count} known to the car`;
}
