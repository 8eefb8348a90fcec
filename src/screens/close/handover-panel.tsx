'use client';

import Link from 'next/link';
import type { Result } from '@/core/kinds/result';
import { Button, ButtonWords, buttonClass } from '@/ui/button';
import type { JobRef } from '@/ui/job-ref';
import { Panel } from '@/ui/panel';
import { Problems } from '@/ui/problems';
import { useSave } from '@/ui/use-submit';
import { MakeLink, type OnLink } from '../parts/make-link';

export interface HandoverShown {
  /** The job is closed and the note is final. */
  readonly stands: boolean;
  readonly links: readonly { readonly id: string; readonly state: string; readonly open: boolean }[];
}

interface HandoverPanelProps {
  readonly job: JobRef;
  readonly handover: HandoverShown;
  readonly onLink: OnLink;
  readonly onRevoke: (data: unknown) => Promise<Result<null>>;
}

/** What the customer takes home on one page: to print, as PDF, and by a link once the job is closed. */
export function HandoverPanel({ job, handover, onLink, onRevoke }: HandoverPanelProps) {
  const revoke = useSave(onRevoke);
  if (job.closed && !handover.stands) return null;
  return (
    <Panel
      title="Handover note"
      note="What works, what no longer does, what may still start the car, what to keep apart, and the warranty; it follows from Prove, Route and the quote."
    >
      <div className="flex flex-wrap gap-3">
        <Link href={`/jobs/${job.number}/close/handover`} prefetch={false} className={buttonClass('plain')}>
          <ButtonWords follows={handover.stands ? 'as it was handed over' : 'as the job stands'}>
            Look and print
          </ButtonWords>
        </Link>
        <a href={`/api/v1/jobs/${job.number}/handover`} className={buttonClass('quiet')}>
          <ButtonWords>PDF</ButtonWords>
        </a>
        {handover.stands && <MakeLink what={{ number: job.number }} follows="opens once" onLink={onLink} />}
      </div>
      <Problems problems={revoke.problems} />
      {handover.links.length > 0 && (
        <ul className="mt-2 flex flex-col divide-y divide-line">
          {handover.links.map(({ id, state, open }) => (
            <li key={id} className="flex flex-wrap items-center gap-3 py-1">
              <span className="flex-1 text-mute">Link, {state}</span>
              {open && (
                <Button
                  look="quiet"
                  busy={revoke.pending}
                  aria-label="End the link to the handover note"
                  onClick={() => revoke.send({ number: job.number, linkId: id })}
                >
                  End it
                </Button>
              )}
            </li>
          ))}
        </ul>
      )}
    </Panel>
  );
}
