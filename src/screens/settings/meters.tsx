'use client';

import { useRouter } from 'next/navigation';
import { useState } from 'react';
import type { Meter } from '@/core/pellet/meter';
import { ohmsWords, parseOhms } from '@/core/pellet/ohms-text';
import { Button } from '@/ui/button';
import { TextField } from '@/ui/field';
import { Overlay } from '@/ui/overlay';
import { Panel } from '@/ui/panel';
import { Problems } from '@/ui/problems';
import { Table, Td, Th, Tr } from '@/ui/table';
import { useSubmit } from '@/ui/use-submit';
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
  const router = useRouter();
  const [open, setOpen] = useState<MeterOfShop | 'new'>();
  const close = () => {
    setOpen(undefined);
    router.refresh();
  };
  return (
    <Panel title="Meters" note="From the sheet of each: how far a reading of a pellet may be off.">
      {meters.length > 0 && (
        <Table label="Meters">
          <thead>
            <Tr>
              <Th>Meter</Th>
              <Th>Accuracy</Th>
              <Th>Counts to</Th>
              <Th>Ranges</Th>
              <Th>Leads</Th>
              <Th>
                <span className="sr-only">What to do</span>
              </Th>
            </Tr>
          </thead>
          <tbody>
            {meters.map((meter) => (
              <Tr key={meter.id}>
                <Td>{meter.name}</Td>
                <Td className="font-mono">
                  {meter.accuracyPercent} % + {meter.accuracyDigits} digits
                </Td>
                <Td className="font-mono">{meter.counts}</Td>
                <Td className="font-mono">{meter.ranges.map(ohmsWords).join(', ')}</Td>
                <Td className="font-mono">{meter.leadOhms} Ω</Td>
                <Td>
                  <Button look="quiet" aria-label={`Change ${meter.name}`} onClick={() => setOpen(meter)}>
                    Change
                  </Button>
                </Td>
              </Tr>
            ))}
          </tbody>
        </Table>
      )}
      <Button className="mt-3" onClick={() => setOpen('new')}>
        Add a meter
      </Button>
      {open && (
        <MeterForm
          meter={open === 'new' ? undefined : open}
          onSave={onSave}
          onRemove={onRemove}
          onClose={close}
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

const number = (text: string) => (text.trim() === '' ? Number.NaN : Number(text.replace(',', '.')));

function MeterForm({ meter, onSave, onRemove, onClose }: MeterFormProps) {
  const [form, setForm] = useState({
    name: meter?.name ?? '',
    accuracyPercent: String(meter?.accuracyPercent ?? ''),
    accuracyDigits: String(meter?.accuracyDigits ?? ''),
    counts: String(meter?.counts ?? ''),
    ranges: meter?.ranges.map(ohmsWords).join(', ') ?? '',
    leadOhms: String(meter?.leadOhms ?? '0.3'),
  });
  const save = useSubmit(onSave);
  const remove = useSubmit(onRemove);
  const field = (name: keyof typeof form, label: string, hint?: string) => (
    <TextField
      label={label}
      hint={hint}
      maxLength={120}
      value={form[name]}
      error={save.problemOf(name)}
      onChange={(event) => setForm({ ...form, [name]: event.target.value })}
    />
  );
  const ranges = form.ranges
    .split(/[,;]/)
    .filter((one) => one.trim() !== '')
    .map((one) => parseOhms(one, []))
    .map((one) => (one?.kind === 'ohms' ? Math.round(one.ohms) : 0));
  return (
    <Overlay open onOpenChange={(open) => !open && onClose()} title={meter ? meter.name : 'Add a meter'}>
      <form
        className="flex flex-col gap-2"
        onSubmit={(event) => {
          event.preventDefault();
          save.submit(
            {
              ...(meter ? { id: meter.id } : {}),
              name: form.name,
              accuracyPercent: number(form.accuracyPercent),
              accuracyDigits: number(form.accuracyDigits),
              counts: number(form.counts),
              ranges,
              leadOhms: number(form.leadOhms),
            },
            onClose,
          );
        }}
      >
        {field('name', 'Meter')}
        {field('accuracyPercent', 'Accuracy, % of the reading')}
        {field('accuracyDigits', 'And digits of the range')}
        {field('counts', 'The display counts to')}
        {field('ranges', 'Ranges', 'With a comma between: 400 Ω, 4 kΩ, 40 kΩ')}
        {field('leadOhms', 'Leads, Ω')}
        <Problems problems={[...save.general, ...remove.problems]} />
        <div className="flex flex-wrap gap-2">
          <Button type="submit" look="main" busy={save.pending}>
            Save
          </Button>
          {meter && (
            <Button
              look="danger"
              busy={remove.pending}
              onClick={() => remove.submit({ id: meter.id }, onClose)}
            >
              Remove
            </Button>
          )}
        </div>
      </form>
    </Overlay>
  );
}
