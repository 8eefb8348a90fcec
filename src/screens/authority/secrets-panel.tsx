'use client';

import { useEffect, useRef, useState } from 'react';
import {
  type SecretRef,
  type SecretSource,
  secretName,
  secretNames,
  shownSeconds,
  sourceLabel,
  type ToldKind,
  toldKinds,
  writtenSources,
} from '@/core/authority/secrets';
import { momentWords } from '@/core/kinds/local-time';
import { Button } from '@/ui/button';
import { EditOutcome } from '@/ui/edit-outcome';
import { Form, FormOutcome } from '@/ui/form/form';
import { FormSelect, FormText } from '@/ui/form/form-fields';
import { useFormOf } from '@/ui/form/use-form-of';
import type { JobRef } from '@/ui/job-ref';
import { Notice } from '@/ui/notice';
import { Panel } from '@/ui/panel';
import { type EditAction, useEdit } from '@/ui/use-edit';

interface SecretsPanelProps {
  readonly job: JobRef;
  readonly secrets: readonly SecretRef[];
  readonly zone: string;
  readonly onKeep: EditAction;
  readonly onBitting: EditAction;
}

/** Codes, bittings, PINs and key data of the job: sealed, hidden until asked, every look on record. */
export function SecretsPanel({ job, secrets, zone, onKeep, onBitting }: SecretsPanelProps) {
  const of = useFormOf({
    values: { kind: 'keyCode' as ToldKind, source: 'customer' as SecretSource, value: '' },
    check: async () => (await import('@/inputs/job-inputs')).KeepSecretInput,
    sender: useEdit(onKeep, job),
    clears: true,
  });
  const bitting = useEdit(onBitting, job);
  return (
    <Panel
      title="Codes and PINs"
      note="Sealed with the job. Hidden until asked; every look is written to the audit with the name. Name them, never copy them into a text."
    >
      <ul className="flex flex-col divide-y divide-line">
        {secrets.map((secret) => (
          <SecretLine
            key={secret.id}
            job={job}
            secret={secret}
            zone={zone}
            onBitting={
              secret.kind === 'keyCode' && !secret.destroyed && !job.closed
                ? () => bitting.send({ about: secret.id })
                : undefined
            }
          />
        ))}
        {secrets.length === 0 && <li className="text-mute">None yet.</li>}
      </ul>
      <EditOutcome edit={bitting} fields={[]} />
      {!job.closed && (
        <Form of={of} className="mt-3 grid items-start gap-3 sm:grid-cols-[9rem_14rem_1fr_auto]">
          <FormSelect
            of={of}
            name="kind"
            label="What"
            choices={toldKinds.map((name) => ({ value: name, label: secretNames[name] }))}
          />
          <FormSelect
            of={of}
            name="source"
            label="From"
            choices={writtenSources.map((name) => ({ value: name, label: sourceLabel(name) }))}
          />
          <FormText
            of={of}
            name="value"
            label="It says"
            type="password"
            mono
            autoCapitalize="characters"
            autoComplete="off"
            maxLength={200}
          />
          <Button type="submit" className="mt-[22px]" busy={of.busy} disabled={of.form.watch('value') === ''}>
            Seal it
          </Button>
        </Form>
      )}
      <FormOutcome of={of} />
    </Panel>
  );
}

function SecretLine({
  job,
  secret,
  zone,
  onBitting,
}: {
  job: JobRef;
  secret: SecretRef;
  zone: string;
  onBitting: (() => void) | undefined;
}) {
  const [shown, setShown] = useState<string>();
  const [problem, setProblem] = useState<string>();
  const [left, setLeft] = useState(0);
  // Read by the focus, never by the region that speaks: nothing of it stays on the page elsewhere.
  const value = useRef<HTMLSpanElement>(null);
  useEffect(() => {
    if (shown === undefined) return;
    value.current?.focus();
    const until = Date.now() + shownSeconds * 1000;
    setLeft(shownSeconds);
    const timer = setInterval(() => {
      const seconds = Math.ceil((until - Date.now()) / 1000);
      setLeft(seconds);
      if (seconds <= 0) setShown(undefined);
    }, 250);
    return () => clearInterval(timer);
  }, [shown]);
  const look = async () => {
    setProblem(undefined);
    const answer = await fetch(`/api/v1/jobs/${job.number}/secrets/${secret.id}`, { method: 'POST' })
      .then(async (response) => ({ ok: response.ok, body: await response.json() }))
      .catch(() => ({ ok: false, body: { detail: 'The server cannot be reached.' } }));
    if (answer.ok) setShown(String(answer.body.value));
    else setProblem(String(answer.body.detail ?? 'It cannot be shown.'));
  };
  return (
    <li className="flex flex-wrap items-center gap-x-4 gap-y-1 py-2">
      <span className="min-w-40 font-semibold">{secretName(secret)}</span>
      <span ref={value} tabIndex={-1} className="min-w-44 font-mono text-ask">
        {shown ?? (secret.destroyed ? 'destroyed' : '• • • • •')}
      </span>
      <span className="flex-1 text-small text-mute">
        {sourceLabel(secret.source)}, {momentWords(secret.madeAt, zone)}, by {secret.madeBy}
      </span>
      {shown !== undefined && (
        <Button look="quiet" onClick={() => setShown(undefined)}>
          Hide it ({left} s)
        </Button>
      )}
      {shown === undefined && !secret.destroyed && (
        <Button onClick={look} aria-label={`Show ${secretName(secret)}`}>
          Show it
        </Button>
      )}
      {onBitting && (
        <Button look="quiet" onClick={onBitting} aria-label={`Bitting of ${secretName(secret)}`}>
          Its bitting
        </Button>
      )}
      {problem && (
        <div className="w-full">
          <Notice tone="oxide" role="alert">
            {problem}
          </Notice>
        </div>
      )}
    </li>
  );
}
