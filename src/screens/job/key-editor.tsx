'use client';

import { type ReactNode, useState } from 'react';
import {
  type BladeState,
  bladeNames,
  faultNames,
  type Identity,
  type KeyFault,
  type Known,
  keyFaults,
  knownNames,
  knownOf,
  type PhysicalKey,
  type Presence,
  presenceNames,
  type Rank,
  rankNames,
} from '@/core/programming/keys';
import { Button } from '@/ui/button';
import { choicesOf, SelectField, TextField } from '@/ui/field';
import { Overlay } from '@/ui/overlay';

/** A key of the ring as it is edited. */
export interface KeyDraft {
  readonly id: string;
  readonly name: string;
  readonly presence: Presence;
  readonly rank: Rank;
  readonly blade: BladeState;
  readonly faults: readonly KeyFault[];
  readonly madeHere: boolean;
  readonly known: Known;
  readonly cloneOf: string | null;
  /** Not on the ring yet. */
  readonly isNew: boolean;
}

export function keyDraft(
  key: PhysicalKey,
  keys: readonly PhysicalKey[],
  identities: readonly Identity[],
): KeyDraft {
  const { id, name, presence, rank, blade, faults, madeHere } = key;
  const original = keys.find((one) => one.identityId !== null && one.identityId === key.identityId);
  return {
    id,
    name,
    presence,
    rank,
    blade,
    faults,
    madeHere,
    known: key.madeHere ? 'no' : knownOf(key, identities),
    cloneOf: original && original.id !== id ? original.id : null,
    isNew: false,
  };
}

interface KeyEditorProps {
  readonly draft: KeyDraft;
  readonly others: readonly KeyDraft[];
  readonly pending: boolean;
  readonly outcome: ReactNode;
  readonly onSave: (draft: KeyDraft) => void;
  readonly onRemove: (() => void) | undefined;
  readonly onClose: () => void;
}

/** One key of the ring: where it is, what it is made of, and what the car knows of it. */
export function KeyEditor({ draft, others, pending, outcome, onSave, onRemove, onClose }: KeyEditorProps) {
  const [key, setKey] = useState(draft);
  const set = (change: Partial<KeyDraft>) => setKey((before) => ({ ...before, ...change }));
  const originals = others.filter((other) => !other.madeHere && other.cloneOf === null);
  const title = key.madeHere ? 'New key' : 'Key of the customer';
  return (
    <Overlay
      open
      onOpenChange={(open) => !open && onClose()}
      title={title}
      note="What it is, apart from what the car knows of it."
    >
      <form
        className="flex flex-col gap-2"
        onSubmit={(event) => {
          event.preventDefault();
          onSave(key);
        }}
      >
        <TextField
          label="Name on the tag"
          value={key.name}
          autoCapitalize="words"
          maxLength={40}
          required
          onChange={(event) => set({ name: event.target.value })}
        />
        {!key.madeHere && (
          <div className="grid gap-x-3 sm:grid-cols-2">
            <SelectField
              label="Where it is"
              value={key.presence}
              choices={choicesOf(presenceNames)}
              onChange={(next) => set({ presence: next })}
            />
            <SelectField
              label="Does the car know it"
              value={key.known}
              choices={choicesOf(knownNames)}
              onChange={(next) => set({ known: next })}
            />
            <SelectField
              label="Rank"
              value={key.rank}
              choices={choicesOf(rankNames)}
              onChange={(next) => set({ rank: next })}
            />
            <SelectField
              label="Blade"
              value={key.blade}
              choices={choicesOf(bladeNames)}
              onChange={(next) => set({ blade: next })}
            />
            <SelectField
              label="Clone of"
              empty="No clone"
              value={key.cloneOf ?? ''}
              choices={originals.map(({ id, name }) => ({ value: id, label: name }))}
              hint="Two clones are one key to the car."
              onChange={(next) => set({ cloneOf: next || null })}
            />
          </div>
        )}
        {!key.madeHere && (
          <fieldset className="flex flex-wrap gap-2">
            <legend className="mb-1 text-small font-semibold text-mute">Faults</legend>
            {keyFaults.map((fault) => (
              <label
                key={fault}
                className="flex min-h-11 items-center gap-2 rounded-lg border-[1.5px] border-edge px-3"
              >
                <input
                  type="checkbox"
                  className="size-5 accent-(--terra)"
                  checked={key.faults.includes(fault)}
                  onChange={(event) =>
                    set({
                      faults: event.target.checked
                        ? [...key.faults, fault]
                        : key.faults.filter((one) => one !== fault),
                    })
                  }
                />
                {faultNames[fault]}
              </label>
            ))}
          </fieldset>
        )}
        {outcome}
        <div className="mt-2 flex flex-wrap gap-2">
          <Button type="submit" look="main" busy={pending}>
            {draft.isNew ? 'Put on the ring' : 'Keep the change'}
          </Button>
          <Button onClick={onClose}>Leave as it was</Button>
          {onRemove && (
            <Button look="danger" busy={pending} onClick={onRemove} className="ml-auto">
              Remove from the ring
            </Button>
          )}
        </div>
      </form>
    </Overlay>
  );
}
