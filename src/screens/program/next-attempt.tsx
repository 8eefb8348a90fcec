'use client';

import Link from 'next/link';
import { formatProbability } from '@/core/kinds/percent';
import { type RouteKind, routeNames } from '@/core/programming/route';
import { Button } from '@/ui/button';
import { EditOutcome } from '@/ui/edit-outcome';
import type { JobRef } from '@/ui/job-ref';
import { Lead } from '@/ui/panel';
import { type EditAction, useEdit } from '@/ui/use-edit';

interface NextAttemptProps {
  readonly job: JobRef;
  /** What is advised now; null where nothing is left. */
  readonly next: { readonly kind: RouteKind; readonly works: number | null; readonly why: string } | null;
  readonly chosen: RouteKind | null;
  readonly vanId: string | undefined;
  readonly changed: readonly string[];
  readonly onChoose: EditAction;
}

/** After an attempt that did not work: what is tried next by the order of attempts, and what has changed. */
export function NextAttempt({ job, next, chosen, vanId, changed, onChoose }: NextAttemptProps) {
  const edit = useEdit(onChoose, job);
  if (job.closed) return null;
  const isOther = next !== null && next.kind !== chosen;
  return (
    <Lead
      over="After this attempt"
      title={
        next === null
          ? 'Nothing is left to try here'
          : isOther
            ? `Next: ${routeNames[next.kind]}`
            : `${routeNames[next.kind]}, once more`
      }
      reason={
        next && (
          <>
            {next.why}
            {next.works !== null && ` Works ${formatProbability(next.works)}.`}
          </>
        )
      }
    >
      {changed.length > 0 && (
        <ul className="mb-3 list-disc pl-5">
          {changed.map((one) => (
            <li key={one}>{one}</li>
          ))}
        </ul>
      )}
      <div className="flex flex-wrap items-center gap-3">
        {isOther && vanId !== undefined && (
          <Button
            look="main"
            busy={edit.pending}
            onClick={() => edit.send({ vanId, route: next.kind, reason: '' })}
            follows="as advised now"
          >
            Take this route
          </Button>
        )}
        <Link
          href={`/jobs/${job.number}/route`}
          prefetch={false}
          className="inline-flex min-h-11 items-center font-semibold underline"
        >
          All routes
        </Link>
      </div>
      <EditOutcome edit={edit} shownBeside={[]} fields={[]} />
    </Lead>
  );
}
