'use client';

import Link from 'next/link';
import type { ProofState, ProvedCheck, ProvedKey } from '@/core/job/proving';
import { formatMinutes } from '@/core/kinds/units';
import { depthNames, type ProofResult, type ProveDepth } from '@/core/prove/checks';
import type { ProveWalk } from '@/core/prove/walk';
import type { JobRef } from '@/ui/job-ref';
import { Notice } from '@/ui/notice';
import { Lead, Panel } from '@/ui/panel';
import { Problems } from '@/ui/problems';
import { useEvent } from '@/ui/use-event';
import { type ShopTime, useShopClock } from '@/ui/use-shop-clock';
import { CheckCard } from './check-card';
import { checkOrder } from './check-order';
import { KeyChecks } from './key-checks';

interface ProveStationProps {
  readonly job: JobRef;
  readonly time: ShopTime;
  readonly keys: readonly ProvedKey[];
  readonly state: ProofState;
  readonly walk: ProveWalk;
  readonly depth: ProveDepth;
  /** Nothing was done to the car yet. */
  readonly isEarly: boolean;
  /** A key of this job is a copy of one in hand. */
  readonly hasCopy: boolean;
  /** What the car says of its keys beside the plan; null where it keeps no memory. */
  readonly count: { readonly words: string; readonly fits: boolean } | null;
}

/** What is tried of each key, in the quickest walk around the car, and what came of it. */
export function ProveStation(props: ProveStationProps) {
  const { job, keys, state, walk, isEarly } = props;
  const event = useEvent(job);
  const now = useShopClock(props.time.now, props.time.rate);
  const order = checkOrder(walk, keys);
  const next = order.find(({ check }) => check.proof === undefined);
  const left = order.reduce((sum, { check, seconds }) => (check.proof ? sum : sum + seconds), 0);
  const tell = (check: ProvedCheck, result: ProofResult) =>
    void event.record('keyProved', {
      keyId: check.keyId,
      check: check.name,
      result,
      at: now(),
    });
  return (
    <>
      <Lead
        over={`${depthNames[props.depth]} list, each key alone, the others ten steps away`}
        title={titleOf(state, left)}
        reason={
          isEarly
            ? 'Nothing was done to the car yet: what is tried now counts until it is worked on.'
            : undefined
        }
      />
      <Problems problems={event.problems} />
      {state.fails.map((check) => (
        <CheckCard
          key={`${check.keyId} ${check.name}`}
          {...{ job, check, keys }}
          busy={event.pending}
          onTell={tell}
        />
      ))}
      {next && !job.closed && (
        <CheckCard
          {...{ job, keys }}
          check={next.check}
          moves={next.moves}
          busy={event.pending}
          isMain={state.fails.length === 0}
          onTell={tell}
        />
      )}
      <Cautions hasCopy={props.hasCopy} hasStart={order.some(({ check }) => check.name === 'remote:start')} />
      {keys.map((one) => (
        <KeyChecks
          key={one.key.keyId}
          job={job}
          proved={one}
          order={order}
          busy={event.pending}
          onTell={tell}
        />
      ))}
      {props.count && (
        <Panel title="Count against plan">
          <p>
            {props.count.fits ? '✓' : '○'} {props.count.words}{' '}
            <Link
              href={`/jobs/${job.number}/close`}
              prefetch={false}
              className="inline-flex min-h-11 items-center font-semibold underline"
            >
              Count at Close
            </Link>
          </p>
        </Panel>
      )}
    </>
  );
}

function titleOf({ all, works, fails }: ProofState, leftSeconds: number): string {
  if (all === 0) return 'No key in hand that could be tried';
  if (fails.length > 0) return `${works} of ${all} checks work, ${fails.length} failed`;
  if (works === all) return `All ${all} checks work`;
  return `${works} of ${all} checks made, about ${formatMinutes(Math.max(1, Math.ceil(leftSeconds / 60)))} left`;
}

function Cautions({ hasCopy, hasStart }: { readonly hasCopy: boolean; readonly hasStart: boolean }) {
  return (
    <Notice tone="ochre">
      <p>
        Ventilate where the engine runs; brake set. A key that lies near answers in the place of the one that
        is tried.
      </p>
      {hasStart && <p>Remote start: bonnet shut, nobody in front, out of gear.</p>}
      {hasCopy && <p>A copy and its original are one key to the car: do not keep them together near it.</p>}
    </Notice>
  );
}
