'use client';

import { useState } from 'react';
import { identityDocuments, rightDocuments, waysSeen } from '@/core/authority/authority';
import type { Authority } from '@/core/job/job';
import { localMoment } from '@/core/kinds/local-time';
import { Button } from '@/ui/button';
import { EditOutcome } from '@/ui/edit-outcome';
import { SelectField, TextField } from '@/ui/field';
import type { JobRef } from '@/ui/job-ref';
import { Notice } from '@/ui/notice';
import { Panel } from '@/ui/panel';
import { type EditAction, useEdit } from '@/ui/use-edit';

interface AuthorityFormProps {
  readonly job: JobRef;
  readonly authority: Authority | undefined;
  readonly zone: string;
  readonly onAuthority: EditAction;
}

const choices = (names: Readonly<Record<string, string>>) =>
  Object.entries(names).map(([value, label]) => ({ value, label }));

const labels = [
  { field: 'holderName', label: 'Name' },
  { field: 'identityDocument', label: 'Identity', show: nameIn(identityDocuments) },
  { field: 'rightDocument', label: 'Right to the car', show: nameIn(rightDocuments) },
  { field: 'howSeen', label: 'How seen', show: nameIn(waysSeen) },
  { field: 'plateFits', label: 'VIN on the plate fits' },
];

/** Who had the right to the car, and how it was seen: person, papers and plate together. */
export function AuthorityForm({ job, authority, zone, onAuthority }: AuthorityFormProps) {
  const [form, setForm] = useState({
    holderName: authority?.holderName ?? '',
    identityDocument: authority?.identityDocument ?? 'license',
    rightDocument: authority?.rightDocument ?? 'registration',
    howSeen: authority?.howSeen ?? 'original',
    plateFits: authority?.plateFits ?? false,
  });
  const [open, setOpen] = useState(authority === undefined);
  const edit = useEdit(onAuthority, job);
  const set = (change: Partial<typeof form>) => setForm((before) => ({ ...before, ...change }));
  if (authority && !open) {
    return (
      <Panel title="Right to the car">
        <div className="flex flex-wrap items-center justify-between gap-3">
          <p>
            <b>{authority.holderName ?? 'Name removed'}</b>:{' '}
            {identityDocuments[authority.identityDocument].toLowerCase()},{' '}
            {rightDocuments[authority.rightDocument].toLowerCase()};{' '}
            {waysSeen[authority.howSeen].toLowerCase()}. The plate fits.
            <span className="block text-small text-mute">
              Recorded {momentWords(authority.recordedAt, zone)} by {authority.recordedBy}
            </span>
          </p>
          {!job.closed && <Button onClick={() => setOpen(true)}>Correct it</Button>}
        </div>
      </Panel>
    );
  }
  if (job.closed) {
    return (
      <Panel title="Right to the car">
        <p className="text-mute">None was recorded.</p>
      </Panel>
    );
  }
  return (
    <Panel
      title="Right to the car"
      note="Person, papers and plate together, before the memory of the car is touched. A key in hand proves nothing. Local law and your licence prevail."
    >
      <form
        className="flex flex-col gap-2"
        onSubmit={(event) => {
          event.preventDefault();
          edit.edit(form, () => setOpen(false));
        }}
      >
        <div className="grid gap-x-3 sm:grid-cols-2">
          <TextField
            label="Name on the document"
            value={form.holderName}
            maxLength={80}
            error={edit.problemOf('holderName')}
            onChange={(event) => set({ holderName: event.target.value })}
          />
          <SelectField
            label="Identity document"
            value={form.identityDocument}
            choices={choices(identityDocuments)}
            error={edit.problemOf('identityDocument')}
            onChange={(event) =>
              set({ identityDocument: event.target.value as typeof form.identityDocument })
            }
          />
          <SelectField
            label="Right to the car"
            value={form.rightDocument}
            choices={choices(rightDocuments)}
            error={edit.problemOf('rightDocument')}
            onChange={(event) => set({ rightDocument: event.target.value as typeof form.rightDocument })}
          />
          <SelectField
            label="How it was seen"
            value={form.howSeen}
            choices={choices(waysSeen)}
            error={edit.problemOf('howSeen')}
            onChange={(event) => set({ howSeen: event.target.value as typeof form.howSeen })}
          />
        </div>
        <label className="flex min-h-11 items-center gap-3">
          <input
            type="checkbox"
            className="size-5 accent-(--terra)"
            checked={form.plateFits}
            onChange={(event) => set({ plateFits: event.target.checked })}
          />
          The VIN on the plate is the one on the papers
        </label>
        {edit.problemOf('plateFits') && <Notice tone="oxide">{edit.problemOf('plateFits')}</Notice>}
        <EditOutcome edit={edit} shownBeside={labels.map(({ field }) => field)} fields={labels} />
        <Button type="submit" className="self-start" disabled={edit.pending}>
          Record the right
        </Button>
      </form>
    </Panel>
  );
}

function nameIn(names: Readonly<Record<string, string>>) {
  return (value: unknown) => names[String(value)] ?? 'not said';
}

function momentWords(at: Date, zone: string): string {
  const { day, hour } = localMoment(at, zone);
  return `${day} ${hour}`;
}
