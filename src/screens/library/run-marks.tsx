'use client';

import Link from 'next/link';
import { formatJobNumber } from '@/core/job/job';
import type { Result } from '@/core/kinds/result';
import { markNames } from '@/core/run/run-log';
import { Button } from '@/ui/button';
import { Badge } from '@/ui/notice';
import { Panel } from '@/ui/panel';
import { Problems } from '@/ui/problems';
import { useSave } from '@/ui/use-submit';
import type { MarkToSettle } from '@/usecases/library/run-marks';

interface RunMarksProps {
  readonly marks: readonly MarkToSettle[];
  readonly onSettle: (data: unknown) => Promise<Result<null>>;
}

/** What people at the car said of the texts and times of procedures. */
export function RunMarks({ marks, onSettle }: RunMarksProps) {
  const settle = useSave(onSettle);
  if (marks.length === 0) return null;
  return (
    <Panel
      title="Marked in runs"
      note="What people at the car said of a step. Change its procedure, or leave it as it is."
    >
      <ul className="flex flex-col divide-y divide-line">
        {marks.map(({ runId, eventId, jobNumber, procedure, platform, mark, words, step }) => (
          <li key={eventId} className="flex flex-wrap items-center gap-3 py-2">
            <Badge tone={mark === 'textWrong' ? 'ochre' : 'plain'}>{markNames[mark]}</Badge>
            <span className="min-w-60 flex-1">
              “{step}”{words !== '' && <>: {words}</>}
              <span className="block text-small text-mute">
                {platform},{' '}
                <Link
                  href={`/library/procedures/row?id=${encodeURIComponent(procedure)}`}
                  prefetch={false}
                  className="underline"
                >
                  {procedure}
                </Link>
                , on{' '}
                <Link href={`/jobs/${jobNumber}/close`} prefetch={false} className="font-mono underline">
                  {formatJobNumber(jobNumber)}
                </Link>
              </span>
            </span>
            <Button
              look="quiet"
              busy={settle.pending}
              aria-label={`Seen to: ${markNames[mark]}, ${step}`}
              onClick={() => settle.send({ runId, eventId })}
            >
              Seen to
            </Button>
          </li>
        ))}
      </ul>
      <Problems problems={settle.problems} />
    </Panel>
  );
}
