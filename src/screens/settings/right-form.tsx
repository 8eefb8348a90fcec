'use client';

import { type RightKind, rightKinds, type ToolRight } from '@/core/programming/van-kit';
import { Button } from '@/ui/button';
import { plainChoices } from '@/ui/field';
import { Form, FormOutcome } from '@/ui/form/form';
import { FormNumber, FormSelect, FormText } from '@/ui/form/form-fields';
import { asTyped, minorAsTyped, numberOrText } from '@/ui/form/typed';
import { useFormOf } from '@/ui/form/use-form-of';
import { Overlay } from '@/ui/overlay';
import { useSave } from '@/ui/use-submit';
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
  const remove = useSave(onRemove);
  const amount = (minor: number | null | undefined) => (minor == null ? '' : minorAsTyped(minor, currency));
  const of = useFormOf({
    values: {
      name: right?.name ?? '',
      kind: right?.kind ?? ('owned' as RightKind),
      credits: asTyped(right?.credits),
      use: amount(right?.useMinor),
      buy: amount(right?.buyMinor),
      expiresOn: right?.expiresOn ?? '',
    },
    check: async () => (await import('@/inputs/tool-inputs')).RightInput,
    read: ({ name, kind, credits, use, buy, expiresOn }) => ({
      vanId: van.id,
      name,
      kind,
      credits: numberOrText(credits),
      use: numberOrText(use),
      buy: numberOrText(buy),
      expiresOn: expiresOn || null,
    }),
    sender: useSave(onSave),
    onDone: onClose,
  });
  return (
    <Overlay
      open
      onOpenChange={(open) => !open && onClose()}
      title={right ? right.name : 'Add a licence or credits'}
      note={van.name}
    >
      <Form of={of} className="flex flex-col gap-2">
        <FormText
          of={of}
          name="name"
          label="Licence or credits"
          maxLength={60}
          disabled={right !== undefined}
        />
        <FormSelect of={of} name="kind" label="Held how" choices={plainChoices(rightKinds)} />
        <FormNumber of={of} name="credits" label="Credits left, or empty where they are not counted" />
        <FormNumber of={of} name="use" label={`A use costs, ${currency}, or empty`} />
        <FormNumber
          of={of}
          name="buy"
          label={`To buy or renew, ${currency}, or empty`}
          hint="A licence, or a pack of credits. Quotes then say after how many jobs it pays."
        />
        <FormText of={of} name="expiresOn" label="Holds until, or empty" type="date" />
        <FormOutcome of={of} more={remove.problems} />
        <div className="flex flex-wrap gap-2">
          <Button type="submit" look="main" busy={of.busy}>
            Save
          </Button>
          {right && (
            <Button
              look="danger"
              busy={remove.pending}
              follows="refuses what hangs on it"
              onClick={() => remove.send({ vanId: van.id, name: right.name }, onClose)}
            >
              Remove
            </Button>
          )}
        </div>
      </Form>
    </Overlay>
  );
}
