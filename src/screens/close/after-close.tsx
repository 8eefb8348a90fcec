'use client';

import Link from 'next/link';
import { outcomes } from '@/core/job/closing';
import { formatJobNumber } from '@/core/job/job';
import { momentWords } from '@/core/kinds/local-time';
import type { Result } from '@/core/kinds/result';
import { Button } from '@/ui/button';
import { Form, FormOutcome } from '@/ui/form/form';
import { FormText } from '@/ui/form/form-fields';
import { useFormOf } from '@/ui/form/use-form-of';
import type { JobRef } from '@/ui/job-ref';
import { Notice } from '@/ui/notice';
import { Panel } from '@/ui/panel';
import { useSave } from '@/ui/use-submit';
import type { JobLinks } from '@/usecases/jobs/reopen';

/** From which job this one comes, in which its keys came back, and how it was ended before. */
export function JobLinksNote({ links, zone }: { readonly links: JobLinks; readonly zone: string }) {
  const { comebackOf, comebacks, reopened } = links;
  if (comebackOf === null && comebacks.length === 0 && reopened.length === 0) return null;
  return (
    <Notice tone="ochre">
      {comebackOf !== null && (
        <p>
          This is the comeback of <JobLink number={comebackOf} />.
        </p>
      )}
      {comebacks.map((number) => (
        <p key={number}>
          A key came back: its comeback is <JobLink number={number} />.
        </p>
      ))}
      {reopened.map(({ at, by, outcome, closedAt, reason }) => (
        <p key={at.toISOString()}>
          Closed {momentWords(closedAt, zone)} as “{outcomes[outcome]}”, and opened again{' '}
          {momentWords(at, zone)} by {by}: {reason ?? 'the reason was taken out'}
        </p>
      ))}
    </Notice>
  );
}

function JobLink({ number }: { readonly number: number }) {
  return (
    <Link href={`/jobs/${number}/close`} prefetch={false} className="font-mono font-semibold underline">
      {formatJobNumber(number)}
    </Link>
  );
}

/** Opens a closed job again: something was left out, or it was closed by mistake. */
export function ReopenPanel({
  job,
  onReopen,
}: {
  readonly job: JobRef;
  readonly onReopen: (data: unknown) => Promise<Result<{ version: number }>>;
}) {
  const of = useFormOf({
    values: { reason: '' },
    check: async () => (await import('@/inputs/job-inputs')).ReopenJobInput,
    read: (draft) => ({ number: job.number, version: job.version, ...draft }),
    sender: useSave(onReopen),
  });
  return (
    <Panel
      title="Open it again"
      note="Where something was left out or it was closed by mistake. The reason stays on record; the note and receipts that were given stay as they are. A key that came back is a job of its own."
    >
      <Form of={of} className="flex flex-wrap items-start gap-3">
        <FormText
          of={of}
          name="reason"
          label="Why it is opened again"
          className="min-w-0 flex-1 basis-60"
          maxLength={500}
        />
        <Button type="submit" look="quiet" className="mt-6" busy={of.busy}>
          Open it again
        </Button>
      </Form>
      <FormOutcome of={of} />
    </Panel>
  );
}
