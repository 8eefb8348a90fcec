'use client';

import { useState } from 'react';
import type { Lexicon, Names } from '@/core/identify/line/reading';
import type { PersonFacts } from '@/core/job/call-draft';
import { fieldName } from '@/core/job/field-names';
import type { Call } from '@/core/job/job';
import { type CallFacts, emptyFacts } from '@/core/job/told-call';
import type { DistanceUnit } from '@/core/kinds/units';
import { Button } from '@/ui/button';
import { EditOutcome } from '@/ui/edit-outcome';
import type { JobRef } from '@/ui/job-ref';
import { Panel } from '@/ui/panel';
import { type EditAction, useEdit } from '@/ui/use-edit';
import { type ChipName, chipFields } from './call-facts';
import { Chips } from './chips';
import { PersonFields, sentPerson } from './person-fields';
import { useNames } from './use-names';

interface CallStationProps {
  readonly job: JobRef;
  readonly call: Call;
  /** The names that the shop meets most, and the car's own. */
  readonly met: Lexicon;
  readonly onNames: (data: unknown) => Promise<Names>;
  readonly unit: DistanceUnit;
  readonly today: string;
  readonly onChange: EditAction;
}

/** The call of a job: what was told, each part correctable. */
export function CallStation({ job, call, met, unit, today, onNames, onChange }: CallStationProps) {
  const { lexicon, ask } = useNames(met, onNames);
  const stored = storedFacts(call);
  const [facts, setFacts] = useState(stored);
  const [person, setPerson] = useState(storedPerson(call));
  const edit = useEdit(onChange, job);
  const {
    working: _,
    lost: __,
    wanted: ___,
    buttons: ____,
    valet: _v,
    erase: _e,
    rival: _r,
    ...told
  } = facts;
  const sent = { ...told, ...sentPerson(person), line: call.line ?? '' };
  const changed = (chip: ChipName) => chipFields[chip].some((field) => facts[field] !== stored[field]);
  const problemOf = (field: string) => edit.problemOf(`call.${field}`) ?? edit.problemOf(field);
  const shows: Record<string, ((value: unknown) => string) | undefined> = {
    makeId: nameIn(lexicon.makes),
    modelId: nameIn(lexicon.models),
    placeId: nameIn(lexicon.places),
  };
  return (
    <form
      className="flex flex-col gap-4"
      onSubmit={(event) => {
        event.preventDefault();
        edit.send({ call: sent });
      }}
    >
      {call.line && (
        <Panel title="As told">
          <p className="break-words">“{call.line}”</p>
        </Panel>
      )}
      <fieldset disabled={job.closed} className="contents">
        <Chips
          facts={facts}
          lexicon={lexicon}
          onAsk={ask}
          unit={unit}
          today={today}
          withKeys={false}
          problemOf={problemOf}
          stateOf={(chip) => (changed(chip) ? 'corrected' : 'told')}
          onChange={(change) => setFacts((before) => ({ ...before, ...change }))}
        />
        <Panel title="Customer and car">
          <PersonFields
            value={person}
            problemOf={problemOf}
            onChange={(change) => setPerson((before) => ({ ...before, ...change }))}
          />
        </Panel>
      </fieldset>
      <EditOutcome
        edit={edit}
        mine={sent}
        fields={Object.keys(sent).map((field) => ({ field, label: fieldName(field), show: shows[field] }))}
      />
      {!job.closed && (
        <Button type="submit" look="main" className="self-start" busy={edit.pending}>
          {edit.pending ? 'Keeping' : 'Keep the call'}
        </Button>
      )}
    </form>
  );
}

function nameIn(list: readonly { readonly id: string; readonly name: string }[]) {
  return (id: unknown) => list.find((one) => one.id === id)?.name ?? 'not said';
}

function storedFacts(call: Call): CallFacts {
  const {
    year,
    yearTo,
    danger,
    used,
    makeId,
    modelId,
    carWords,
    ignition,
    market,
    why,
    access,
    placeId,
    distanceKm,
    urgent,
    day,
    from,
    by,
  } = call;
  return {
    ...emptyFacts,
    year,
    yearTo,
    danger,
    used,
    makeId,
    modelId,
    carWords,
    ignition,
    market,
    why,
    access,
    placeId,
    distanceKm,
    urgent,
    day,
    from,
    by,
  };
}

function storedPerson(call: Call): PersonFacts {
  return {
    name: call.name ?? '',
    phone: call.phone ?? '',
    vin: call.vin ?? '',
    placeDetail: call.placeDetail ?? '',
    note: call.note ?? '',
  };
}
