'use client';

import { Plus } from 'lucide-react';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { type Why, whyNames } from '@/core/identify/line/reading';
import { type Outcome, outcomes } from '@/core/job/closing';
import { carName, formatJobNumber } from '@/core/job/job';
import { byNextStep, type JobState, jobStates, type NextStep, nextSteps } from '@/core/job/next-step';
import { formatDay, localMoment } from '@/core/kinds/local-time';
import { routeNames } from '@/core/programming/route';
import { ButtonWords, buttonClass } from '@/ui/button';
import { classNames } from '@/ui/class-names';
import { Badge, Notice, type Tone } from '@/ui/notice';
import { Page } from '@/ui/page';
import { SearchLine } from '@/ui/search-line';
import { TagShape } from '@/ui/tag-shape';
import type { JobsPage, JobsShown, ListedJob } from '@/usecases/jobs/list';
import { UnfinishedNote } from './unfinished-note';

interface JobsListProps {
  readonly page: JobsPage;
  readonly query: string;
  readonly shown: JobsShown;
  /** Of the open jobs, those of one step alone. */
  readonly step: NextStep | undefined;
  /** Steps of the first hour that are open, for whoever may do them. */
  readonly openSteps: number;
  /** Whose calls this device may keep. */
  readonly personId: string;
}

/** Every job as a tag: the open ones by what must happen next, the closed ones the newest first, and both by words. */
export function JobsList({ page, query, shown, step, openSteps, personId }: JobsListProps) {
  const router = useRouter();
  const [text, setText] = useState(query);
  const { jobs, next, readAs, zone, at } = page;
  const today = localMoment(at, zone).day;
  const steps = shown === 'open' ? byNextStep(jobs) : [];
  const listed = step ? steps.filter((one) => one.step === step) : steps;
  return (
    <Page
      title="Jobs"
      actions={
        <Link href="/jobs/new" prefetch={false} aria-keyshortcuts="n" className={buttonClass('main')}>
          <ButtonWords follows="N">
            <span className="inline-flex items-center gap-2">
              <Plus aria-hidden size={18} /> New call
            </span>
          </ButtonWords>
        </Link>
      }
    >
      {openSteps > 0 && (
        <Notice tone="smalt">
          {openSteps === 1 ? 'A step' : `${openSteps} steps`} of the first hour{' '}
          {openSteps === 1 ? 'is' : 'are'} open.{' '}
          <Link href="/settings/first-hour" prefetch={false} className="font-semibold underline">
            Go on with it
          </Link>
        </Notice>
      )}
      <UnfinishedNote personId={personId} />
      <SearchLine
        label="Number, name, phone, plate, car, VIN or article"
        placeholder="Number, name, phone, plate, car, VIN or article"
        value={text}
        onChange={setText}
        onFind={() => router.push(jobsHref({ q: text.trim() }))}
      />
      <nav aria-label="Which jobs" className="flex flex-wrap items-center gap-2">
        {query ? (
          <Chosen href={jobsHref({})} present={false} label="All open jobs" />
        ) : (
          <>
            <Chosen
              href={jobsHref({})}
              present={shown === 'open' && !step}
              label="All open"
              count={shown === 'open' ? jobs.length : undefined}
            />
            {steps.map(({ step: one, jobs: own }) => (
              <Chosen
                key={one}
                href={jobsHref({ step: one })}
                present={step === one}
                label={nextSteps[one]}
                count={own.length}
              />
            ))}
            <Chosen href={jobsHref({ show: 'closed' })} present={shown === 'closed'} label="Closed" />
          </>
        )}
        <a
          href={`/api/job-list${jobsHref({ q: query, show: shown === 'closed' ? 'closed' : undefined, step }).slice('/jobs'.length)}`}
          className="ml-auto inline-flex min-h-11 items-center underline"
        >
          Export as CSV
        </a>
      </nav>
      {readAs.length > 0 && (
        <p className="text-mute">
          None is spelled like that. Read as <b className="text-ink">{readAs.join(', ')}</b>.
        </p>
      )}
      {jobs.length === 0 ? (
        <p className="rounded-lg border border-dashed border-edge p-6 text-center text-mute">
          {query
            ? `No job fits “${query}”. Try fewer words, or a part of the VIN or phone.`
            : shown === 'closed'
              ? 'No job is closed yet.'
              : 'No job is open. A new call hangs the next tag.'}
        </p>
      ) : shown === 'open' ? (
        listed.map(({ step: one, jobs: own }) => (
          <section key={one} aria-label={nextSteps[one]} className="flex flex-col gap-2">
            <h2 className="mt-2 font-semibold">
              {nextSteps[one]} <span className="text-mute">{own.length}</span>
            </h2>
            <Tags jobs={own} zone={zone} today={today} />
          </section>
        ))
      ) : (
        <Tags jobs={jobs} zone={zone} today={today} />
      )}
      {next !== undefined && (
        <Link
          href={jobsHref({ q: query, show: shown === 'closed' ? 'closed' : undefined, before: next })}
          prefetch={false}
          className={buttonClass('plain', 'self-center')}
        >
          <ButtonWords>Earlier jobs</ButtonWords>
        </Link>
      )}
    </Page>
  );
}

/** The list with what is chosen of it in its address. */
function jobsHref(chosen: Readonly<Record<string, string | number | undefined>>): string {
  const search = new URLSearchParams();
  for (const [name, value] of Object.entries(chosen)) if (value) search.set(name, String(value));
  return `/jobs${search.size > 0 ? `?${search}` : ''}`;
}

function Chosen({
  href,
  present,
  label,
  count,
}: {
  readonly href: string;
  readonly present: boolean;
  readonly label: string;
  readonly count?: number | undefined;
}) {
  return (
    <Link
      href={href}
      prefetch={false}
      aria-current={present ? 'page' : undefined}
      className={classNames(
        'inline-flex min-h-11 items-center gap-2 rounded-lg border px-3',
        present ? 'border-ink bg-biscuit font-semibold' : 'border-edge text-mute',
      )}
    >
      {label}
      {count !== undefined && <span className="font-mono">{count}</span>}
    </Link>
  );
}

function Tags({ jobs, zone, today }: { jobs: readonly ListedJob[]; zone: string; today: string }) {
  return (
    <ul className="flex flex-col gap-2">
      {jobs.map((job) => (
        <li key={job.number}>
          <JobRowTag job={job} zone={zone} today={today} />
        </li>
      ))}
    </ul>
  );
}

const stateTones: Record<JobState, Tone> = {
  asked: 'smalt',
  quoted: 'smalt',
  lapsed: 'ochre',
  parcel: 'ochre',
  ready: 'glaze',
  atCar: 'glaze',
  worked: 'glaze',
  closed: 'plain',
};

const tones: Record<Outcome, Tone> = {
  done: 'glaze',
  partly: 'ochre',
  notDone: 'oxide',
  refused: 'oxide',
  wentElsewhere: 'plain',
};

function JobRowTag({ job, zone, today }: { job: ListedJob; zone: string; today: string }) {
  const { day, hour } = localMoment(job.openedAt, zone);
  const { state, next, when } = job.standing;
  const details = [
    job.name,
    job.place,
    job.why && whyNames[job.why as Why],
    job.route && routeNames[job.route],
  ];
  return (
    <Link
      href={`/jobs/${job.number}/${job.outcome ? 'close' : 'call'}`}
      prefetch={false}
      className="block rounded-tag"
    >
      <TagShape
        tone="plain"
        outline={job.outcome ? 'dashed' : 'solid'}
        className="flex min-h-11 flex-wrap items-center gap-x-4 gap-y-1 px-3 py-2"
      >
        <span className="w-20 font-mono font-bold">{formatJobNumber(job.number)}</span>
        <span className="min-w-0 flex-1 basis-52">
          <span className="block truncate font-semibold">{carName(job)}</span>
          <span className="block truncate text-small text-mute">{details.filter(Boolean).join(' · ')}</span>
        </span>
        <span
          className={classNames('text-small sm:text-right', next === null ? 'text-mute' : 'font-semibold')}
        >
          {when || `${formatDay(day, today)} ${hour}`}
        </span>
        <span className="ml-auto flex flex-col items-end gap-1 sm:w-40">
          {job.clash && <Badge tone="oxide">Time overlaps</Badge>}
          {job.outcome ? (
            <Badge tone={tones[job.outcome]}>{outcomes[job.outcome]}</Badge>
          ) : (
            <Badge tone={stateTones[state]}>{jobStates[state]}</Badge>
          )}
        </span>
      </TagShape>
    </Link>
  );
}
