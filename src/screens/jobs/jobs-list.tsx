'use client';

import { Plus } from 'lucide-react';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { type Why, whyNames } from '@/core/identify/line/reading';
import { type Outcome, outcomes } from '@/core/job/closing';
import { carName, formatJobNumber } from '@/core/job/job';
import { formatDay, localMoment } from '@/core/kinds/local-time';
import { routeNames } from '@/core/programming/route';
import { ButtonWords, buttonClass } from '@/ui/button';
import { Badge, Notice, type Tone } from '@/ui/notice';
import { Page } from '@/ui/page';
import { SearchLine } from '@/ui/search-line';
import { TagShape } from '@/ui/tag-shape';
import type { JobsPage } from '@/usecases/jobs/list';
import { UnfinishedNote } from './unfinished-note';

interface JobsListProps {
  readonly jobs: JobsPage['jobs'];
  readonly next: number | undefined;
  readonly query: string;
  readonly zone: string;
  readonly today: string;
  /** Steps of the first hour that are open, for whoever may do them. */
  readonly openSteps: number;
  /** Whose calls this device may keep. */
  readonly personId: string;
}

/** Every job as a tag, the newest first; found by number, name, make, model or VIN. */
export function JobsList({ jobs, next, query, zone, today, openSteps, personId }: JobsListProps) {
  const router = useRouter();
  const [text, setText] = useState(query);
  const href = (words: string, before?: number) => {
    const search = new URLSearchParams({
      ...(words ? { q: words } : {}),
      ...(before ? { before: String(before) } : {}),
    });
    return `/jobs${search.size > 0 ? `?${search}` : ''}`;
  };
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
        label="Number, name, make, model or VIN"
        placeholder="Number, name, make, model or VIN"
        value={text}
        onChange={setText}
        onFind={() => router.push(href(text.trim()))}
      />
      {jobs.length === 0 ? (
        <p className="rounded-lg border border-dashed border-edge p-6 text-center text-mute">
          {query
            ? `No job fits “${query}”. Try fewer words, or a part of the VIN.`
            : 'No job yet. A new call hangs the first tag.'}
        </p>
      ) : (
        <ul className="flex flex-col gap-2">
          {jobs.map((job) => (
            <li key={job.number}>
              <JobRowTag job={job} zone={zone} today={today} />
            </li>
          ))}
        </ul>
      )}
      {next !== undefined && (
        <Link href={href(query, next)} prefetch={false} className={buttonClass('plain', 'self-center')}>
          <ButtonWords>Earlier jobs</ButtonWords>
        </Link>
      )}
    </Page>
  );
}

const tones: Record<Outcome, Tone> = {
  done: 'glaze',
  partly: 'ochre',
  notDone: 'oxide',
  refused: 'oxide',
  wentElsewhere: 'plain',
};

function JobRowTag({ job, zone, today }: { job: JobsPage['jobs'][number]; zone: string; today: string }) {
  const { day, hour } = localMoment(job.openedAt, zone);
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
        <span className="text-right text-small text-mute">
          {formatDay(day, today)} {hour}
        </span>
        <span className="flex w-36 flex-col items-end gap-1">
          {job.clash && <Badge tone="oxide">Time overlaps</Badge>}
          {job.outcome ? (
            <Badge tone={tones[job.outcome]}>{outcomes[job.outcome]}</Badge>
          ) : (
            <Badge tone="smalt">Open</Badge>
          )}
        </span>
      </TagShape>
    </Link>
  );
}
