'use client';

import Link from 'next/link';
import { useState } from 'react';
import { type SecretRef, secretName, sourceLabel } from '@/core/authority/secrets';
import type { RankedBitting } from '@/core/blade/decode';
import { bittingRule } from '@/core/blade/spec';
import { formatBitting } from '@/core/catalogue/bitting';
import { type CarLock, heldByNone } from '@/core/catalogue/locks';
import type { JobLog } from '@/core/job/events/log';
import { momentWords } from '@/core/kinds/local-time';
import type { Result } from '@/core/kinds/result';
import { Button } from '@/ui/button';
import type { JobRef } from '@/ui/job-ref';
import { Notice } from '@/ui/notice';
import { Panel } from '@/ui/panel';
import { Problems } from '@/ui/problems';
import { Tabs } from '@/ui/tabs';
import type { ShopTime } from '@/ui/use-shop-clock';
import { useSave } from '@/ui/use-submit';
import type { BenchKeyway, JobBlade } from '@/usecases/benches/blade-bench';
import type { BladeCar } from '@/usecases/benches/blade-car';
import { type BladeActions, BladeWork } from './blade-work';
import type { CutActions } from './cut-actions';
import { CutTab } from './cut-tab';
import { LocksPanel } from './locks-panel';
import { PelletTab } from './pellet/pellet-tab';
import type { AskMeter } from './pellet/use-meter';
import type { TryActions } from './sheet-actions';
import { SourcesTab } from './sources-tab';
import { TryTab } from './try-tab';

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
  readonly today: string;
  readonly currency: string;
  readonly locale: string;
  readonly log: JobLog;
  /** What lies ready, what it costs and what the gate lets be done; none where nobody chose a candidate. */
  readonly car: BladeCar | undefined;
  readonly tries: TryActions;
  readonly cuts: CutActions;
  readonly time: ShopTime;
  readonly onMeter: AskMeter;
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
  today,
  currency,
  locale,
  log,
  car,
  tries,
  cuts,
  time,
  onMeter,
  onHang,
  onKeepCode,
  ...actions
}: BladeStationProps) {
  const [top, setTop] = useState('read');
  const [decoded, setDecoded] = useState<number | null>(null);
  const [triesAhead, setTries] = useState<number | null>(null);
  const [piece, setPiece] = useState<readonly RankedBitting[]>();
  const [pieces, setPieces] = useState(0);
  const hang = useSave(onHang);
  const keepCode = useSave(onKeepCode);
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
  const blade = 'rows' in keyway.blade ? keyway.blade : undefined;
  const spaces = blade ? bittingRule(blade).spaces : 0;
  const held = locks.flatMap(({ lock, spaces: own }) => (own === null ? [] : [{ lock, spaces: own }]));
  const read = (
    <div className="flex flex-col gap-4">
      <Problems problems={[...hang.problems, ...keepCode.problems]} />
      <BladeWork
        {...actions}
        keyway={keyway}
        locks={locks}
        head={<p className="mb-3 min-w-40 text-ask font-semibold">{keyway.name}</p>}
        onDecoded={setDecoded}
        use={(bitting) =>
          job.closed ? null : (
            <Button
              look="main"
              className="w-full"
              busy={hang.pending}
              follows="sealed, then cut and fit"
              onClick={() =>
                hang.send({ number: job.number, keyway: keyway.name, bitting: formatBitting(bitting) })
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
              onTry: (ranked) => {
                setPiece(ranked);
                setPieces(pieces + 1);
                setTop('try');
              },
              onKeepCode: ({ series, code }) => keepCode.send({ number: job.number, series, code }),
            })}
      />
      <LocksPanel job={job.number} locks={locks} found={found} spaces={spaces} />
    </div>
  );
  if (!blade || !car) return read;
  return (
    <>
      <Kept job={job.number} secrets={secrets} zone={zone} />
      <Tabs
        label="Work on the blade"
        parts
        top={top}
        onTop={setTop}
        tabs={[
          { name: 'read', label: 'Read', content: read },
          {
            name: 'sources',
            label: 'Sources',
            content: (
              <SourcesTab
                sources={car.sources}
                today={today}
                currency={currency}
                locale={locale}
                decoded={decoded}
                tryingMinutes={triesAhead === null ? null : triesAhead * car.tryMinutes}
              />
            ),
          },
          {
            name: 'try',
            label: 'Try in turn',
            content: (
              <TryTab
                {...tries}
                key={pieces}
                job={job}
                log={log}
                keyway={keyway.name}
                blade={blade}
                recut={keyway.recut}
                locks={held}
                heldByNone={heldByNone(locks, spaces)}
                car={car}
                zone={zone}
                currency={currency}
                locale={locale}
                fromPiece={piece}
                onDropPiece={() => setPiece(undefined)}
                onPlanned={setTries}
              />
            ),
          },
          {
            name: 'cut',
            label: 'Cut and fit',
            content: (
              <CutTab
                {...cuts}
                job={job}
                log={log}
                keyway={keyway.name}
                blade={blade}
                locks={locks}
                car={car}
              />
            ),
          },
          ...(car.pellet
            ? [
                {
                  name: 'pellet',
                  label: 'Pellet',
                  content: (
                    <PelletTab {...car.pellet} job={job} pellet={log.pellet} time={time} onMeter={onMeter} />
                  ),
                },
              ]
            : []),
        ]}
      />
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
