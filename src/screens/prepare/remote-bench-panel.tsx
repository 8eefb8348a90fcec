'use client';

import { useState } from 'react';
import { v7 as uuid } from 'uuid';
import type { RemoteWritten } from '@/core/job/events/log';
import type { WrittenState } from '@/core/job/events/remote-written';
import type { Result } from '@/core/kinds/result';
import { Button } from '@/ui/button';
import { SelectField } from '@/ui/field';
import { Badge } from '@/ui/notice';
import { Panel } from '@/ui/panel';
import { Problems } from '@/ui/problems';
import { Tick } from '@/ui/tick';
import { useSave } from '@/ui/use-submit';
import type { RemoteBench } from '@/usecases/jobs/write-remote';

interface RemoteBenchPanelProps {
  readonly job: { readonly number: number; readonly lastSeq: number; readonly closed: boolean };
  /** Null where no universal remote stands in for the car's. */
  readonly bench: RemoteBench | null;
  readonly written: readonly (RemoteWritten & { readonly state: WrittenState; readonly when: string })[];
  readonly onWrite: (data: unknown) => Promise<Result<unknown>>;
}

/** A universal remote written for the car at the bench, days before if wished, and marked as done once it reads back alike. */
export function RemoteBenchPanel({ job, bench, written, onWrite }: RemoteBenchPanelProps) {
  return (
    <Panel
      title="Universal remote"
      note={
        bench
          ? `Written for ${bench.remote} at the bench, today or days before: a few quiet minutes, and it leaves marked as done.`
          : 'No universal remote stands in for that of this car.'
      }
    >
      <div className="flex flex-col gap-3">
        {written.length > 0 && (
          <ul aria-label="Written for this job" className="flex flex-col gap-1.5" data-said>
            {written.map(({ universal, profile, remote, readBack, state, at, when }) => (
              <li key={at.toISOString()}>
                <Badge tone={state === 'done' ? 'glaze' : 'oxide'}>{marks[state]}</Badge>{' '}
                <span className="font-mono">{universal}</span> with profile{' '}
                <span className="font-mono">{profile}</span> of <span className="font-mono">{remote}</span>,{' '}
                {readBack === profile ? 'read back alike' : `read back as ${readBack}: write it again`},{' '}
                {when}
              </li>
            ))}
          </ul>
        )}
        {bench && !job.closed && <Writer job={job} bench={bench} onWrite={onWrite} />}
      </div>
    </Panel>
  );
}

const marks: Readonly<Record<WrittenState, string>> = {
  done: '● done',
  otherwise: '▲ reads back otherwise',
  otherCar: '▲ not of this car',
};

function Writer({
  job,
  bench,
  onWrite,
}: Pick<RemoteBenchPanelProps, 'job' | 'onWrite'> & { readonly bench: RemoteBench }) {
  const [typed, setUniversal] = useState('');
  const [isFresh, setFresh] = useState(false);
  const [id, setId] = useState(() => uuid());
  const { send, pending, problems, problemOf } = useSave(onWrite);
  // The car may be corrected while the page is open: what was chosen for another one is not kept.
  const choice = bench.choices.find((one) => one.universal === typed) ?? bench.choices[0];
  const universal = choice?.universal ?? '';
  return (
    <>
      <div className="flex flex-wrap items-end gap-3">
        <SelectField
          label="Remote"
          value={universal}
          error={problemOf('universal')}
          choices={bench.choices.map((one) => ({
            value: one.universal,
            label: `${one.universal}, profile ${one.profile}`,
          }))}
          onChange={setUniversal}
        />
        <Tick label="A fresh cell is in it" checked={isFresh} onChange={setFresh} />
      </div>
      {choice && (
        <p className="text-small text-mute">
          {[
            choice.lost.length > 0
              ? `Has no ${choice.lost.join(', no ')}`
              : 'Has every button of the car’s own',
            choice.shells && `shells: ${choice.shells}`,
            choice.cell,
          ]
            .filter(Boolean)
            .join(' · ')}
        </p>
      )}
      <Problems problems={problems.filter(({ field }) => field !== 'universal')} />
      <Button
        className="self-start"
        busy={pending}
        onClick={() =>
          send({ number: job.number, id, basedOn: job.lastSeq, universal, freshCell: isFresh }, () => {
            setId(uuid());
            setFresh(false);
          })
        }
      >
        Write the profile and read it back
      </Button>
    </>
  );
}
