'use client';

import type { JobTerms } from '@/core/job/terms';
import { formatMinutes } from '@/core/kinds/units';
import type { OwnWork } from '@/core/quote/price-rules';
import { Button } from '@/ui/button';
import { EditOutcome } from '@/ui/edit-outcome';
import { SelectField } from '@/ui/field';
import type { JobRef } from '@/ui/job-ref';
import { Panel } from '@/ui/panel';
import { type EditAction, useEdit } from '@/ui/use-edit';
import type { Show } from './shown';

interface WorksPanelProps {
  readonly job: JobRef;
  readonly picked: JobTerms['works'];
  /** What the prices of the day have. */
  readonly works: readonly OwnWork[];
  readonly show: Show;
  readonly onSet: EditAction;
}

/** Works of the shop that are done with the keys, or without any. */
export function WorksPanel({ job, picked, works, show, onSet }: WorksPanelProps) {
  const edit = useEdit(onSet, job);
  if (works.length + picked.length === 0) return null;
  const set = (name: string, count: number) => {
    const others = picked.filter((one) => one.name !== name);
    const kept = picked
      .map((one) => (one.name === name ? { name, count } : one))
      .filter((one) => one.count > 0);
    edit.send({ works: others.length === picked.length ? [...picked, { name, count }] : kept });
  };
  const words = (name: string) => {
    const work = works.find((one) => one.name === name);
    if (!work) return 'not among the prices any more';
    return `${work.minor === null ? 'by its time' : show(work.minor)}, ${formatMinutes(work.minutes)}`;
  };
  return (
    <Panel
      title="Other works"
      note="Added to every option of the shop, with their minutes; alone they are a price by hand."
    >
      <fieldset aria-busy={edit.pending} disabled={job.closed} className="flex flex-col gap-2">
        <legend className="sr-only">Other works of the job</legend>
        <ul>
          {picked.map(({ name, count }) => (
            <li
              key={name}
              className="flex flex-wrap items-center gap-3 border-t border-line py-1 first:border-t-0"
            >
              <span className="min-w-0 flex-1">
                {count > 1 && <span className="font-mono">{`${count} × `}</span>}
                {name} <span className="text-mute">({words(name)})</span>
              </span>
              <Button
                look="quiet"
                aria-label={`One more of ${name}`}
                onClick={() => set(name, Math.min(20, count + 1))}
              >
                One more
              </Button>
              <Button
                look="quiet"
                aria-label={`${count > 1 ? 'One less of' : 'Remove'} ${name}`}
                onClick={() => set(name, count - 1)}
              >
                {count > 1 ? 'One less' : 'Remove'}
              </Button>
            </li>
          ))}
        </ul>
        <SelectField
          label="Add a work"
          className="max-w-md"
          empty="Choose"
          value=""
          choices={works
            .filter(({ name }) => !picked.some((one) => one.name === name))
            .map(({ name }) => ({ value: name, label: `${name}, ${words(name)}` }))}
          onChange={(name) => name !== '' && set(name, 1)}
        />
      </fieldset>
      <EditOutcome edit={edit} fields={[{ field: 'works', label: 'Works' }]} />
    </Panel>
  );
}
