'use client';

import { useState } from 'react';
import type { Meter } from '@/core/pellet/meter';
import { ohmsWords, parseOhms } from '@/core/pellet/ohms-text';
import { Button } from '@/ui/button';
import { Form, FormOutcome } from '@/ui/form/form';
import { FormNumber, FormText } from '@/ui/form/form-fields';
import { asTyped, typedNumber } from '@/ui/form/typed';
import { useFormOf } from '@/ui/form/use-form-of';
import { ListTable } from '@/ui/list-table';
import { Overlay } from '@/ui/overlay';
import { Panel } from '@/ui/panel';
import { useSave } from '@/ui/use-submit';
import type { ToolAction } from './van-tools';

interface MeterOfShop extends Meter {
  readonly id: string;
}

interface MetersProps {
  readonly meters: readonly MeterOfShop[];
  readonly onSave: ToolAction;
  readonly onRemove: ToolAction;
}

/** The shop's meters: how far a reading of a pellet may be off. */
export function Meters({ meters, onSave, onRemove }: MetersProps) {
  const [open, setOpen] = useState<MeterOfShop | 'new'>();
  return (
    <Panel title="Meters" note="From the sheet of each: how far a reading of a pellet may be off.">
      <ListTable
        label="Meters"
        items={meters}
        keyOf={({ id }) => id}
        none="None is written down yet."
        columns={[
          { head: 'Meter', look: 'name', cell: ({ name }) => name },
          {
            head: 'Accuracy',
            look: 'code',
            cell: ({ accuracyPercent, accuracyDigits }) => `${accuracyPercent} % + ${accuracyDigits} digits`,
          },
          { head: 'Counts to', look: 'code', cell: ({ counts }) => counts },
          { head: 'Ranges', look: 'code', cell: ({ ranges }) => ranges.map(ohmsWords).join(', ') },
          { head: 'Leads', look: 'code', cell: ({ leadOhms }) => `${leadOhms} Ω` },
          {
            head: 'What can be done',
            look: 'press',
            cell: (meter) => (
              <Button look="quiet" aria-label={`Change ${meter.name}`} onClick={() => setOpen(meter)}>
                Change
              </Button>
            ),
          },
        ]}
      />
      <Button className="mt-3" onClick={() => setOpen('new')}>
        Add a meter
      </Button>
      {open && (
        <MeterForm
          meter={open === 'new' ? undefined : open}
          onSave={onSave}
          onRemove={onRemove}
          onClose={() => setOpen(undefined)}
        />
      )}
    </Panel>
  );
}

interface MeterFormProps {
  readonly meter: MeterOfShop | undefined;
  readonly onSave: ToolAction;
  readonly onRemove: ToolAction;
  readonly onClose: () => void;
}

function MeterForm({ meter, onSave, onRemove, onClose }: MeterFormProps) {
  const remove = useSave(onRemove);
  const of = useFormOf({
    values: {
      name: meter?.name ?? '',
      accuracyPercent: asTyped(meter?.accuracyPercent),
      accuracyDigits: asTyped(meter?.accuracyDigits),
      counts: asTyped(meter?.counts),
      ranges: meter?.ranges.map(ohmsWords).join(', ') ?? '',
      leadOhms: String(meter?.leadOhms ?? '0.3'),
    },
    check: async () => (await import('@/inputs/pellet-inputs')).MeterInput,
    read: ({ name, accuracyPercent, accuracyDigits, counts, ranges, leadOhms }) => ({
      ...(meter ? { id: meter.id } : {}),
      name,
      accuracyPercent: typedNumber(accuracyPercent),
      accuracyDigits: typedNumber(accuracyDigits),
      counts: typedNumber(counts),
      ranges: rangesOf(ranges),
      leadOhms: typedNumber(leadOhms),
    }),
    sender: useSave(onSave),
    onDone: onClose,
  });
  return (
    <Overlay open onOpenChange={(open) => !open && onClose()} title={meter ? meter.name : 'Add a meter'}>
      <Form of={of} className="flex flex-col gap-2">
        <FormText of={of} name="name" label="Meter" maxLength={120} />
        <FormNumber of={of} name="accuracyPercent" label="Accuracy, % of the reading" />
        <FormNumber of={of} name="accuracyDigits" label="And digits of the range" />
        <FormNumber of={of} name="counts" label="The display counts to" />
        <FormText
          of={of}
          name="ranges"
          label="Ranges"
          hint="With a comma between: 400 Ω, 4 kΩ, 40 kΩ"
          maxLength={120}
        />
        <FormNumber of={of} name="leadOhms" label="Leads, Ω" />
        <FormOutcome of={of} more={remove.problems} />
        <div className="flex flex-wrap gap-2">
          <Button type="submit" look="main" busy={of.busy}>
            Save
          </Button>
          {meter && (
            <Button
              look="danger"
              busy={remove.pending}
              onClick={() => remove.send({ id: meter.id }, onClose)}
            >
              Remove
            </Button>
          )}
        </div>
      </Form>
    </Overlay>
  );
}

/** Ranges as typed, in ohms; 0 for what is none. */
function rangesOf(text: string): number[] {
  return text
    .split(/[,;]/)
    .filter((one) => one.trim() !== '')
    .map((one) => parseOhms(one, []))
    .map((one) => (one?.kind === 'ohms' ? Math.round(one.ohms) : 0));
}
