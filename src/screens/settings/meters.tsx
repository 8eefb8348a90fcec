'use client';

import type { Meter } from '@/core/pellet/meter';
import { ohmsWords, parseOhms } from '@/core/pellet/ohms-text';
import { FormNumber, FormText } from '@/ui/form/form-fields';
import { asTyped, typedNumber } from '@/ui/form/typed';
import { useFormOf } from '@/ui/form/use-form-of';
import { useSave } from '@/ui/use-submit';
import { EditableList, EditSheet } from './editable-list';
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
export function Meters({ meters, ...actions }: MetersProps) {
  return (
    <EditableList
      title="Meters"
      note="From the sheet of each: how far a reading of a pellet may be off."
      one="a meter"
      items={meters}
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
      ]}
      sheet={(meter, onClose) => <MeterForm meter={meter} onClose={onClose} {...actions} />}
    />
  );
}

interface MeterFormProps {
  readonly meter: MeterOfShop | undefined;
  readonly onSave: ToolAction;
  readonly onRemove: ToolAction;
  readonly onClose: () => void;
}

function MeterForm({ meter, onSave, onRemove, onClose }: MeterFormProps) {
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
    <EditSheet of={of} item={meter} one="a meter" onRemove={onRemove} removes="Remove" onClose={onClose}>
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
    </EditSheet>
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
