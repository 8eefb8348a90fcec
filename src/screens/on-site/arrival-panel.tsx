'use client';

import { useState } from 'react';
import {
  type Arrival,
  type ArrivalGround,
  type ArrivalTick,
  arrivalDoubts,
  arrivalList,
  arrivalStops,
  arrivalTicks,
  type ToolFinds,
  toolFinds,
} from '@/core/job/arrival';
import type { Result } from '@/core/kinds/result';
import type { VinAnswer } from '@/core/vin/vin-answer';
import { Button } from '@/ui/button';
import { choicesOf, SelectField, TextField } from '@/ui/field';
import type { JobRef } from '@/ui/job-ref';
import { Notice } from '@/ui/notice';
import { Panel } from '@/ui/panel';
import { PhotographButton } from '@/ui/photograph-button';
import { Problems } from '@/ui/problems';
import { Tick } from '@/ui/tick';
import { useEvent } from '@/ui/use-event';
import { LeadChain } from './lead-chain';
import { ModuleVin } from './module-vin';

interface ArrivalPanelProps {
  readonly job: JobRef;
  readonly arrival: Arrival;
  readonly ground: ArrivalGround;
  /** The VIN of plate and papers; null where it is not known. */
  readonly vin: string | null;
  readonly onExamine: (data: unknown) => Promise<Result<VinAnswer>>;
}

interface Draft extends Omit<Arrival, 'faults' | 'volts'> {
  readonly faults: string;
  readonly volts: string;
}

/** Car and keys as they are found, and what is seen to before anything is told to the car. */
export function ArrivalPanel({ job, arrival, ground, vin, onExamine }: ArrivalPanelProps) {
  const event = useEvent(job);
  const [draft, setDraft] = useState<Draft>(draftOf(arrival));
  const change = (more: Partial<Draft>) => setDraft((before) => ({ ...before, ...more }));
  const tick = (name: ArrivalTick, is: boolean) =>
    change({ ticks: is ? [...draft.ticks, name] : draft.ticks.filter((one) => one !== name) });
  const list = arrivalList(ground);
  const open = list.filter((name) => !draft.ticks.includes(name));
  const read = readDraft(draft);
  const [isTried, setTried] = useState(false);
  const wrong = {
    volts: Number.isNaN(read.volts) ? 'Type volts, such as 12.4.' : undefined,
    faults: Number.isNaN(read.faults) ? 'Type how many, such as 2.' : undefined,
  };
  const differs = draft.vin === 'anotherCar' || draft.vin === 'oneSlip';
  return (
    <Panel
      title="Before the first command"
      note={
        open.length === 0
          ? 'All is ticked.'
          : `${open.length} of ${list.length} open: every later difference is then your own. The count is noted at the ring.`
      }
    >
      <form
        className="flex flex-col gap-3"
        onSubmit={(submitted) => {
          submitted.preventDefault();
          setTried(true);
          if (!wrong.volts && !wrong.faults) void event.record('arrivalNoted', read);
        }}
      >
        <div className="grid gap-x-4 sm:grid-cols-2">
          {[...list, ...(differs ? (['vinExplained'] as const) : []), ...restoredOf(ground)].map((name) => (
            <Tick
              key={name}
              label={arrivalTicks[name]}
              checked={draft.ticks.includes(name)}
              onChange={(is) => tick(name, is)}
            />
          ))}
        </div>
        {ground.adapters.length > 0 && (
          <LeadChain
            adapters={ground.adapters}
            pushed={draft.leads}
            onChange={(leads) => change({ leads })}
          />
        )}
        <div className="grid gap-3 sm:grid-cols-4">
          <TextField
            label="Volts"
            inputMode="decimal"
            value={draft.volts}
            maxLength={5}
            error={(isTried && wrong.volts) || event.problemOf('volts')}
            onChange={({ target }) => change({ volts: target.value })}
          />
          <TextField
            label="Stored faults"
            inputMode="numeric"
            value={draft.faults}
            maxLength={3}
            error={(isTried && wrong.faults) || event.problemOf('faults')}
            onChange={({ target }) => change({ faults: target.value })}
          />
          {ground.byTool && ground.link !== 'none' && (
            <>
              <FindsField
                label="The tool finds as the car"
                value={draft.car}
                onChange={(car) => change({ car })}
              />
              <FindsField
                label="… and as its market"
                value={draft.market}
                onChange={(market) => change({ market })}
              />
            </>
          )}
        </div>
        {ground.link !== 'none' && (
          <ModuleVin
            vin={vin}
            noted={draft}
            onExamine={onExamine}
            onNoted={(likeness, places) => change({ vin: likeness, vinPlaces: places })}
          />
        )}
        {arrivalStops(draft, ground).map((stop) => (
          <Notice key={stop} tone="oxide" said>
            {stop}
          </Notice>
        ))}
        {arrivalDoubts(read).map((doubt) => (
          <Notice key={doubt} tone="ochre">
            {doubt}
          </Notice>
        ))}
        <Problems problems={event.problems.filter(({ field }) => field !== 'volts' && field !== 'faults')} />
        {!job.closed && (
          <div className="flex flex-wrap items-center gap-3">
            <Button type="submit" busy={event.pending}>
              Note it
            </Button>
            <PhotographButton jobNumber={job.number} of="the car and its keys as they were found" />
          </div>
        )}
      </form>
    </Panel>
  );
}

/** Once the only key was opened, its closing is noted here too. */
function restoredOf({ opensKey }: ArrivalGround): ArrivalTick[] {
  return opensKey ? ['restored'] : [];
}

function FindsField({
  label,
  value,
  onChange,
}: {
  readonly label: string;
  readonly value: ToolFinds | null;
  readonly onChange: (value: ToolFinds | null) => void;
}) {
  return (
    <SelectField
      label={label}
      value={value ?? ''}
      choices={[{ value: '', label: 'Not looked' }, ...choicesOf<string>(toolFinds)]}
      onChange={(chosen) => onChange(chosen === '' ? null : (chosen as ToolFinds))}
    />
  );
}

function draftOf({ faults, volts, ...rest }: Arrival): Draft {
  return {
    ...rest,
    faults: faults === null ? '' : String(faults),
    volts: volts === null ? '' : String(volts),
  };
}

/** What is sent: an empty field is nothing; what is no number is told so before. */
function readDraft({ faults, volts, ...rest }: Draft): Arrival {
  const number = (text: string) => (text.trim() === '' ? null : Number(text.trim().replace(',', '.')));
  return { ...rest, faults: number(faults), volts: number(volts) };
}
