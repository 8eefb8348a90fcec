'use client';

import { classValidatorResolver } from '@hookform/resolvers/class-validator';
import { useState } from 'react';
import { useForm } from 'react-hook-form';
import { identityDocuments, rightDocuments, waysSeen } from '@/core/authority/documents';
import { fieldName } from '@/core/job/field-names';
import type { Authority } from '@/core/job/job';
import { momentWords } from '@/core/kinds/local-time';
import { AuthorityInput } from '@/inputs/job-inputs';
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

const fields = [
  { field: 'holderName' },
  { field: 'identityDocument', show: nameIn(identityDocuments) },
  { field: 'rightDocument', show: nameIn(rightDocuments) },
  { field: 'howSeen', show: nameIn(waysSeen) },
  { field: 'plateFits' },
].map(({ field, show }) => ({ field, label: fieldName(field), show }));

/** Who had the right to the car, and how it was seen: person, papers and plate together. */
export function AuthorityForm({ job, authority, zone, onAuthority }: AuthorityFormProps) {
  const form = useForm<AuthorityInput>({
    resolver: classValidatorResolver(AuthorityInput),
    defaultValues: {
      number: job.number,
      version: job.version,
      holderName: authority?.holderName ?? '',
      identityDocument: authority?.identityDocument ?? 'license',
      rightDocument: authority?.rightDocument ?? 'registration',
      howSeen: authority?.howSeen ?? 'original',
      plateFits: authority?.plateFits ?? false,
    },
  });
  const [open, setOpen] = useState(authority === undefined);
  const edit = useEdit(onAuthority, job);
  const errorOf = (field: keyof AuthorityInput) =>
    form.formState.errors[field]?.message ?? edit.problemOf(field);
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
        onSubmit={form.handleSubmit((values) => edit.edit({ ...values }, () => setOpen(false)))}
      >
        <div className="grid gap-x-3 sm:grid-cols-2">
          <TextField
            label="Name on the document"
            maxLength={80}
            error={errorOf('holderName')}
            {...form.register('holderName')}
          />
          <SelectField
            label="Identity document"
            choices={choices(identityDocuments)}
            error={errorOf('identityDocument')}
            {...form.register('identityDocument')}
          />
          <SelectField
            label="Right to the car"
            choices={choices(rightDocuments)}
            error={errorOf('rightDocument')}
            {...form.register('rightDocument')}
          />
          <SelectField
            label="How it was seen"
            choices={choices(waysSeen)}
            error={errorOf('howSeen')}
            {...form.register('howSeen')}
          />
        </div>
        <label className="flex min-h-11 items-center gap-3">
          <input type="checkbox" className="size-5 accent-(--terra)" {...form.register('plateFits')} />
          The VIN on the plate is the one on the papers
        </label>
        {errorOf('plateFits') && <Notice tone="oxide">{errorOf('plateFits')}</Notice>}
        <EditOutcome edit={edit} shownBeside={fields.map(({ field }) => field)} fields={fields} />
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
