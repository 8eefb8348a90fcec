'use client';

import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { type SecretRef, secretName, sourceLabel } from '@/core/authority/secrets';
import { bittingRule } from '@/core/blade/spec';
import { formatBitting } from '@/core/catalogue/bitting';
import type { CarLock } from '@/core/catalogue/locks';
import { momentWords } from '@/core/kinds/local-time';
import type { Result } from '@/core/kinds/result';
import { Button } from '@/ui/button';
import type { JobRef } from '@/ui/job-ref';
import { Notice } from '@/ui/notice';
import { Panel } from '@/ui/panel';
import { Problems } from '@/ui/problems';
import { useSubmit } from '@/ui/use-submit';
import type { BenchKeyway, JobBlade } from '@/usecases/benches/blade-bench';
import { type BladeActions, BladeWork } from './blade-work';
import { LocksPanel } from './locks-panel';

type Keep = (data: unknown) => Promise<Result<{ readonly number: number }>>;

interface BladeStationProps extends BladeActions {
  readonly job: JobRef;
  /** Of the chosen candidate; none where nobody chose one. */
  readonly keyway: BenchKeyway | undefined;
  readonly locks: readonly CarLock[];
  readonly found: JobBlade['found'];
  /** Codes and bittings of the job. */
  readonly secrets: readonly SecretRef[];
  readonly zone: string;
  readonly onHang: Keep;
  readonly onKeepCode: Keep;
}

/** From a key, a lock or a code to the bitting of this car. */
export function BladeStation({
  job,
  keyway,
  locks,
  found,
  secrets,
  zone,
  onHang,
  onKeepCode,
  ...actions
}: BladeStationProps) {
  const router = useRouter();
  const hang = useSubmit(onHang);
  const keepCode = useSubmit(onKeepCode);
  const refresh = () => router.refresh();
  if (!keyway)
    return (
      <Notice tone="ochre">
        <p>
          Which blade this car takes is not settled. Choose the candidate first; a key of any keyway can be
          read at the bench.
        </p>
        <p className="flex flex-wrap gap-x-6">
          <Link href={`/jobs/${job.number}/identify`} className="inline-flex min-h-11 items-center underline">
            Choose the candidate
          </Link>
          <Link href="/benches/blade" className="inline-flex min-h-11 items-center underline">
            Read a key at the bench
          </Link>
        </p>
      </Notice>
    );
  const spaces = 'rows' in keyway.blade ? bittingRule(keyway.blade).spaces : 0;
  return (
    <>
      <Kept job={job.number} secrets={secrets} zone={zone} />
      <Problems problems={[...hang.problems, ...keepCode.problems]} />
      <BladeWork
        {...actions}
        keyway={keyway}
        locks={locks}
        head={<p className="mb-3 min-w-40 text-ask font-semibold">{keyway.name}</p>}
        use={(bitting) =>
          job.closed ? null : (
            <Button
              look="main"
              className="w-full"
              disabled={hang.pending}
              follows="sealed, then cut and fit"
              onClick={() =>
                hang.submit(
                  { number: job.number, keyway: keyway.name, bitting: formatBitting(bitting) },
                  refresh,
                )
              }
            >
              Keep this bitting
            </Button>
          )
        }
        job={job.number}
        {...(job.closed
          ? {}
          : {
              onKeepCode: ({ series, code }) =>
                keepCode.submit({ number: job.number, series, code }, refresh),
            })}
      />
      <LocksPanel job={job.number} locks={locks} found={found} spaces={spaces} />
    </>
  );
}

/** What the job knows already of its blade, by reference. */
function Kept({ job, secrets, zone }: { job: number; secrets: readonly SecretRef[]; zone: string }) {
  return (
    <Panel title="Known of this blade">
      {secrets.length === 0 ? (
        <p className="text-mute">
          No code and no bitting yet: read a key below, or ask for the code at Prepare.
        </p>
      ) : (
        <ul className="flex flex-col gap-1">
          {secrets.map((secret) => (
            <li key={secret.id} className="flex flex-wrap gap-x-3">
              <span className="min-w-32 font-semibold">{secretName(secret)}</span>
              <span className="text-mute">
                {sourceLabel(secret.source)}, {momentWords(secret.madeAt, zone)}, by {secret.madeBy}
              </span>
            </li>
          ))}
        </ul>
      )}
      {secrets.length > 0 && (
        <Link href={`/jobs/${job}/prepare`} className="inline-flex min-h-11 items-center underline">
          Sealed: show one, or turn a code into its bitting, at Prepare
        </Link>
      )}
    </Panel>
  );
}
