'use client';

import { useMemo, useState } from 'react';
import { v7 as uuid } from 'uuid';
import type { PelletLog } from '@/core/job/events/log';
import { huntState } from '@/core/pellet/hunt-state';
import { type Ladder, stepsFor, withReplacements } from '@/core/pellet/ladder';
import type { Meter } from '@/core/pellet/meter';
import { ohmsWords } from '@/core/pellet/ohms-text';
import type { PelletAnswer } from '@/core/pellet/read-pellet';
import { Button } from '@/ui/button';
import { ChoiceGroup } from '@/ui/choice-group';
import type { JobRef } from '@/ui/job-ref';
import { Notice } from '@/ui/notice';
import { Lead, Panel } from '@/ui/panel';
import { Problems } from '@/ui/problems';
import { Table, Td, Th, Tr } from '@/ui/table';
import { useEvent } from '@/ui/use-event';
import { type ShopTime, useShopClock } from '@/ui/use-shop-clock';
import { PelletWork } from './pellet-work';
import type { AskMeter } from './use-meter';

interface PelletTabProps {
  readonly job: JobRef;
  readonly pellet: PelletLog;
  readonly ladder: Ladder;
  readonly year: number | null;
  readonly profile: string;
  readonly meters: readonly Meter[];
  /** Why a hunt is closed; null where it may be done. */
  readonly closed: string | null;
  readonly time: ShopTime;
  readonly onMeter: AskMeter;
}

/** The pellet of this car's key: measured, or hunted for with the lockout on the clock. */
export function PelletTab(props: PelletTabProps) {
  const { job, pellet, ladder, year, profile, meters, onMeter } = props;
  const event = useEvent(job);
  const filter = useMemo(() => ({ year, profile }), [year, profile]);
  const keep = (answer: PelletAnswer, meter: Meter) =>
    event.record('pelletRead', {
      verdict: answer.verdict,
      steps: answer.steps.map(({ step, probability }) => ({ step, probability: Math.min(1, probability) })),
      ohms: answer.band?.ohms ?? null,
      meter: meter.name,
    });
  return (
    <div className="flex flex-col gap-4">
      <KeptReading pellet={pellet} />
      <Problems problems={event.problems} />
      <Hunt {...props} />
      <PelletWork
        ladder={ladder}
        filter={filter}
        meters={meters}
        onMeter={onMeter}
        use={(answer, meter) =>
          job.closed ? null : (
            <Button busy={event.pending} onClick={() => keep(answer, meter)}>
              Keep this reading
            </Button>
          )
        }
      />
    </div>
  );
}

function KeptReading({ pellet: { reading } }: { pellet: PelletLog }) {
  if (!reading) return null;
  const [first, second] = reading.steps;
  return (
    <Notice tone={reading.verdict === 'clear' ? 'glaze' : 'plain'}>
      Kept: {reading.ohms === null ? 'open' : ohmsWords(reading.ohms)} by {reading.meter};{' '}
      {reading.verdict === 'clear'
        ? `step ${first?.step}.`
        : `step ${first?.step} ${percent(first?.probability)}${second ? `, step ${second.step} ${percent(second.probability)}` : ''}.`}
    </Notice>
  );
}

const percent = (share = 0) => `${Math.round(share * 100)} %`;

/** The steps tried in turn, where no key tells it. */
function Hunt({ job, pellet, ladder, year, profile, closed, time }: PelletTabProps) {
  const event = useEvent(job);
  const clock = useShopClock(time.now, time.rate);
  const [tryId, setTryId] = useState(() => uuid());
  const steps = stepsFor(ladder, { year, profile });
  const state = huntState(
    pellet.reading && pellet.reading.ohms !== null
      ? withReplacements(steps, pellet.reading.steps, year)
      : steps.map(({ step }) => ({ step, probability: 1 })),
    pellet.tries,
    ladder.lockoutSeconds,
  );
  const lockoutMinutes = Math.round(ladder.lockoutSeconds / 60);
  const minutes = (seconds: number) => `${Math.round(seconds / 60)} min`;
  const next = state.left[0];
  const last = pellet.tries.at(-1);
  const record = (step: number, started: boolean) =>
    event.record('stepTried', { tryId, step, started, at: clock().toISOString() }, () => setTryId(uuid()));
  if (closed !== null && !job.closed && pellet.tries.length === 0)
    return (
      <Panel
        title="Hunt for the step"
        note={`${steps.length} steps, wait ${lockoutMinutes} min after each wrong one.`}
      >
        <Notice tone="ochre">{closed}</Notice>
      </Panel>
    );
  return (
    <Panel
      title="Hunt for the step"
      note={`Where no key tells it: ${steps.length} steps in turn, wait ${lockoutMinutes} min after each wrong one.`}
    >
      <div className="flex flex-col gap-3">
        {!job.closed && pellet.tries.length === 0 && (
          <ChoiceGroup
            label="The wire of the contact in the column: a broken one looks like a wrong step"
            value={pellet.wireSound === null ? '' : pellet.wireSound ? 'sound' : 'broken'}
            choices={[
              { value: 'sound', label: 'looked at, sound' },
              { value: 'broken', label: 'broken' },
            ]}
            onChange={(wire) => event.record('wireChecked', { sound: wire === 'sound' })}
          />
        )}
        <Problems problems={event.problems} />
        {pellet.wireSound === false && (
          <Notice tone="ochre">Mend the wire first: with it broken no step starts the car.</Notice>
        )}
        {state.found !== null ? (
          <Notice tone="glaze">Step {state.found} starts the car.</Notice>
        ) : next ? (
          pellet.wireSound === true &&
          !job.closed && (
            <Lead
              over={`${state.left.length} of ${steps.length} left`}
              title={`Try step ${next.step}, ${ohmsWords(steps.find(({ step }) => step === next.step)?.ohms ?? 0)}`}
              reason={
                state.ahead &&
                `Behind it ${minutes(state.ahead.meanSeconds)} of waiting on average, ${minutes(state.ahead.worstSeconds)} at worst.`
              }
            >
              <div className="grid gap-2 sm:grid-cols-2">
                <Button
                  look="main"
                  busy={event.pending}
                  disabled={closed !== null}
                  follows={`the car is shut for ${lockoutMinutes} min`}
                  onClick={() => record(next.step, false)}
                >
                  Does not start
                </Button>
                <Button
                  busy={event.pending}
                  disabled={closed !== null}
                  follows={`step ${next.step} is it`}
                  onClick={() => record(next.step, true)}
                >
                  It starts
                </Button>
              </div>
            </Lead>
          )
        ) : (
          <Notice tone="oxide">
            Every step was tried and none started it: look at the wire, the contact and the module again; the
            dealer reads them.
          </Notice>
        )}
        {pellet.tries.length > 0 && (
          <>
            <Table label="Steps tried">
              <thead>
                <Tr>
                  <Th>Step</Th>
                  <Th>What happened</Th>
                </Tr>
              </thead>
              <tbody>
                {pellet.tries.map((made) => (
                  <Tr key={made.tryId}>
                    <Td className="font-mono">{made.step}</Td>
                    <Td>{made.started ? 'started' : 'did not start'}</Td>
                  </Tr>
                ))}
              </tbody>
            </Table>
            {last && !job.closed && (
              <Button
                look="quiet"
                className="self-start"
                busy={event.pending}
                onClick={() => event.record('stepWithdrawn', { tryId: last.tryId })}
              >
                Undo the last step
              </Button>
            )}
          </>
        )}
      </div>
    </Panel>
  );
}
