'use client';

import Link from 'next/link';
import { useState } from 'react';
import { applicationName } from '@/core/catalogue/application';
import type { Evidence } from '@/core/catalogue/conflicts';
import { factKinds } from '@/core/catalogue/fact-kinds';
import { formatJobNumber } from '@/core/job/job';
import { formatProbability } from '@/core/kinds/percent';
import type { Result } from '@/core/kinds/result';
import { formatSpan } from '@/core/kinds/year-span';
import { Button, ButtonWords, buttonClass } from '@/ui/button';
import { TextField } from '@/ui/field';
import { Badge } from '@/ui/notice';
import { Page } from '@/ui/page';
import { Problems } from '@/ui/problems';
import { useSave } from '@/ui/use-submit';
import type { OpenConflict } from '@/usecases/library/check';
import type { MarkToSettle } from '@/usecases/library/run-marks';
import type { SaveAnswer } from './row-form';
import { RunMarks } from './run-marks';

interface ConflictsProps {
  readonly conflicts: readonly OpenConflict[];
  readonly onSettle: (data: unknown) => Promise<SaveAnswer>;
  readonly marks: readonly MarkToSettle[];
  readonly onSettleMark: (data: unknown) => Promise<Result<null>>;
}

/** Facts that closed jobs speak against, least certain first, with the jobs as evidence. */
export function Conflicts({ conflicts, marks, onSettle, onSettleMark }: ConflictsProps) {
  return (
    <Page
      title="Facts that jobs contradict"
      note="Least certain first. Only a job that saw the fact counts for or against it."
      actions={
        <Link href="/library" prefetch={false} className={buttonClass('plain')}>
          <ButtonWords>Library</ButtonWords>
        </Link>
      }
    >
      <RunMarks marks={marks} onSettle={onSettleMark} />
      {conflicts.length === 0 && marks.length === 0 ? (
        <p className="rounded-lg border border-dashed border-edge p-6 text-center text-mute">
          Nothing is open. Facts found at a car and written under Close come here where they differ.
        </p>
      ) : (
        <ul className="flex flex-col gap-4">
          {conflicts.map((conflict) => (
            <li key={`${conflict.applicationId} ${conflict.kind}`}>
              <ConflictCard conflict={conflict} onSettle={onSettle} />
            </li>
          ))}
        </ul>
      )}
    </Page>
  );
}

function ConflictCard({
  conflict,
  onSettle,
}: {
  readonly conflict: OpenConflict;
  readonly onSettle: ConflictsProps['onSettle'];
}) {
  const { application, kind, value, certainty, confirming, found, split } = conflict;
  const { send, pending, problems, problemOf } = useSave(onSettle);
  const [reason, setReason] = useState('');
  const label = factKinds[kind].label;
  const settle = (how: 'keep' | 'correct' | 'split', more: object, usual: string) =>
    send({ applicationId: application.id, kind, seen: value, how, reason: reason.trim() || usual, ...more });
  return (
    <section
      aria-label={`${application.make} ${applicationName(application)}: ${label}`}
      className="rounded-lg border border-line border-l-[6px] border-l-ochre bg-biscuit p-4"
    >
      <div className="flex flex-wrap items-baseline justify-between gap-2">
        <h2 className="text-ask font-semibold">
          {application.make} {applicationName(application)}: {label.toLowerCase()}
        </h2>
        <Link
          href={`/library/applications/row?id=${application.id}`}
          prefetch={false}
          className="text-small underline"
        >
          {formatSpan(application.span)}, {application.market}
        </Link>
      </div>
      <div className="mt-2 grid gap-4 md:grid-cols-2">
        <div>
          <p>
            The library says <span className="font-mono font-semibold">{value}</span>{' '}
            <Badge tone="ochre">{formatProbability(certainty)}</Badge>
          </p>
          <Jobs jobs={confirming} none="No job has seen it so." />
        </div>
        <div>
          {found.map(({ value: other, jobs }) => (
            <div key={other}>
              <p>
                <span className="text-ochre">≠</span> Found{' '}
                <span className="font-mono font-semibold">{other}</span>
              </p>
              <Jobs jobs={jobs} none="" />
            </div>
          ))}
        </div>
      </div>
      <form className="mt-3 flex flex-wrap items-start gap-3" onSubmit={(event) => event.preventDefault()}>
        <TextField
          label="Why (may be empty)"
          className="min-w-60 flex-1"
          value={reason}
          maxLength={300}
          error={problemOf('reason')}
          onChange={(event) => setReason(event.target.value)}
        />
        <div className="mt-[22px] flex flex-wrap gap-2">
          {split && (
            <Button
              look="plain"
              busy={pending}
              follows={`${split.earlier} before, ${split.later} from then on`}
              onClick={() =>
                settle(
                  'split',
                  { fromYear: split.fromYear, value: split.later === value ? split.earlier : split.later },
                  `Jobs part at ${split.fromYear}`,
                )
              }
            >
              Split at {split.fromYear}
            </Button>
          )}
          {found.slice(0, 2).map(({ value: other }) => (
            <Button
              key={other}
              busy={pending}
              follows={`${label.toLowerCase()} for all these years`}
              onClick={() => settle('correct', { value: other }, 'Jobs found it so')}
            >
              Correct to {other}
            </Button>
          ))}
          <Button
            look="quiet"
            busy={pending}
            follows="these jobs were wrong"
            onClick={() => settle('keep', {}, 'The jobs were mistaken')}
          >
            Keep {value}
          </Button>
        </div>
      </form>
      <Problems problems={problems.filter(({ field }) => field !== 'reason')} />
    </section>
  );
}

const mostJobs = 8;

function Jobs({ jobs, none }: { readonly jobs: readonly Evidence[]; readonly none: string }) {
  if (jobs.length === 0) return <p className="text-small text-mute">{none}</p>;
  return (
    <ul className="mt-1 flex flex-wrap gap-x-3 gap-y-1 text-small">
      {jobs.slice(0, mostJobs).map(({ jobNumber, year, built }) => (
        <li key={jobNumber}>
          <Link href={`/jobs/${jobNumber}/close`} prefetch={false} className="underline">
            {formatJobNumber(jobNumber)}
          </Link>{' '}
          <span className="text-mute">
            {built ? `${built.year}-${built.month}` : (year ?? 'year not said')}
          </span>
        </li>
      ))}
      {jobs.length > mostJobs && <li className="text-mute">and {jobs.length - mostJobs} more</li>}
    </ul>
  );
}
