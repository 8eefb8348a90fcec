'use client';

import { useState } from 'react';
import { minorPlaces } from '@/core/kinds/money';
import { type RightKind, rightKinds, type ToolRight } from '@/core/programming/van-kit';
import { Button } from '@/ui/button';
import { SelectField, TextField } from '@/ui/field';
import { Overlay } from '@/ui/overlay';
import { Problems } from '@/ui/problems';
import { useSubmit } from '@/ui/use-submit';
import type { ToolAction, VanTools } from './van-tools';

interface RightFormProps {
  readonly van: VanTools;
  readonly right: ToolRight | undefined;
  readonly currency: string;
  readonly onSave: ToolAction;
  readonly onRemove: ToolAction;
  readonly onClose: () => void;
}

/** A licence of a van, or credits: how it is held, what is left and until when. */
export function RightForm({ van, right, currency, onSave, onRemove, onClose }: RightFormProps) {
  const [draft, setDraft] = useState({
    name: right?.name ?? '',
    kind: right?.kind ?? ('owned' as RightKind),
    credits: right?.credits === null || right === undefined ? '' : String(right.credits),
    use: right?.useMinor == null ? '' : String(right.useMinor / 10 ** minorPlaces(currency)),
    buy: right?.buyMinor == null ? '' : String(right.buyMinor / 10 ** minorPlaces(currency)),
    expiresOn: right?.expiresOn ?? '',
  });
  const set = (more: Partial<typeof draft>) => setDraft((before) => ({ ...before, ...more }));
  const number = (text: string) => (text.trim() === '' ? null : Number(text));
  const save = useSubmit(onSave);
  const remove = useSubmit(onRemove);
  return (
    <Overlay
      open
      onOpenChange={(open) => !open && onClose()}
      title={right ? right.name : 'Add a licence or credits'}
      note={van.name}
    >
      <form
        className="flex flex-col gap-2"
        onSubmit={(event) => {
          event.preventDefault();
          const { name, kind, credits, use, buy, expiresOn } = draft;
          save.submit(
            {
              vanId: van.id,
              name,
              kind,
              credits: number(credits),
              use: number(use),
              buy: number(buy),
              expiresOn: expiresOn || null,
            },
            onClose,
          );
        }}
      >
        <TextField
          label="Licence or credits"
          maxLength={60}
          value={draft.name}
          disabled={right !== undefined}
          error={save.problemOf('name')}
          onChange={(event) => set({ name: event.target.value })}
        />
        <SelectField
          label="Held how"
          value={draft.kind}
          error={save.problemOf('kind')}
          choices={rightKinds.map((kind) => ({ value: kind, label: kind }))}
          onChange={(event) => set({ kind: event.target.value as RightKind })}
        />
        <TextField
          label="Credits left, or empty where they are not counted"
          mono
          inputMode="numeric"
          value={draft.credits}
          error={save.problemOf('credits')}
          onChange={(event) => set({ credits: event.target.value })}
        />
        <TextField
          label={`A use costs, ${currency}, or empty`}
          mono
          inputMode="decimal"
          value={draft.use}
          error={save.problemOf('use')}
          onChange={(event) => set({ use: event.target.value })}
        />
        <TextField
          label={`To buy or renew, ${currency}, or empty`}
          mono
          inputMode="decimal"
          value={draft.buy}
          error={save.problemOf('buy')}
          hint="A licence, or a pack of credits. Quotes then say after how many jobs it pays."
          onChange={(event) => set({ buy: event.target.value })}
        />
        <TextField
          label="Holds until, or empty"
          type="date"
          value={draft.expiresOn}
          error={save.problemOf('expiresOn')}
          onChange={(event) => set({ expiresOn: event.target.value })}
        />
        <Problems problems={[...save.general, ...remove.problems]} />
        <div className="flex flex-wrap gap-2">
          <Button type="submit" look="main" busy={save.pending}>
            Save
          </Button>
          {right && (
            <Button
              look="danger"
              busy={remove.pending}
              follows="refuses what hangs on it"
              onClick={() => remove.submit({ vanId: van.id, name: right.name }, onClose)}
            >
              Remove
            </Button>
          )}
        </div>
      </form>
    </Overlay>
  );
}
