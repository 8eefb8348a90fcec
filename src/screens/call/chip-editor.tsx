'use client';

import { useEffect } from 'react';
import { type Lexicon, whyNames, whys } from '@/core/identify/line/reading';
import type { CallFacts } from '@/core/job/told-call';
import { mostKeysWanted } from '@/core/kinds/keys-wanted';
import { type DistanceUnit, kmFrom } from '@/core/kinds/units';
import { Button } from '@/ui/button';
import { ChoiceGroup } from '@/ui/choice-group';
import { SelectField, TextField } from '@/ui/field';
import { Tick } from '@/ui/tick';
import type { ChipName } from './call-facts';
import type { AskNames } from './use-names';

/** A name that a misspelt word may stand for. */
export interface AlikeName {
  readonly id: string;
  readonly name: string;
  readonly makeId?: string;
}

interface ChipEditorProps {
  readonly chip: ChipName;
  readonly facts: CallFacts;
  readonly lexicon: Lexicon;
  readonly onAsk: AskNames;
  readonly unit: DistanceUnit;
  /** A call that is not opened yet: keys and what hangs on them are told here. */
  readonly withKeys: boolean;
  readonly alike: readonly AlikeName[];
  readonly problemOf: (field: string) => string | undefined;
  readonly onChange: (change: Partial<CallFacts>) => void;
}

const notSaid = '-';

/** What a chip opens: the fields it stands for. */
export function ChipEditor({
  chip,
  facts,
  lexicon,
  onAsk,
  unit,
  withKeys,
  alike,
  problemOf,
  onChange,
}: ChipEditorProps) {
  const makeId = chip === 'model' ? facts.makeId : null;
  useEffect(() => {
    if (chip === 'make') void onAsk({ makes: true });
    if (makeId !== null) void onAsk({ modelsOf: makeId });
  }, [chip, makeId, onAsk]);
  const number = (text: string) => (text.trim() === '' ? null : Number(text));
  switch (chip) {
    case 'make':
      return (
        <>
          <Alike names={alike} onTake={({ id }) => onChange({ makeId: id, modelId: null })} />
          <SelectField
            label="Make"
            empty="Not said"
            value={facts.makeId ?? ''}
            error={problemOf('makeId')}
            choices={lexicon.makes.map(({ id, name }) => ({ value: id, label: name }))}
            onChange={(next) => onChange({ makeId: next || null, modelId: null })}
          />
        </>
      );
    case 'model':
      return (
        <>
          <Alike
            names={alike}
            onTake={({ id, makeId }) => onChange({ modelId: id, makeId: makeId ?? facts.makeId })}
          />
          <SelectField
            label="Model"
            empty="Not said, or not in the library"
            hint={facts.makeId === null ? 'Choose the make first for all of its models.' : undefined}
            value={facts.modelId ?? ''}
            error={problemOf('modelId')}
            choices={lexicon.models
              .filter(({ makeId }) => facts.makeId === null || makeId === facts.makeId)
              .map(({ id, name }) => ({ value: id, label: name }))}
            onChange={(next) => {
              const model = lexicon.models.find(({ id }) => id === next);
              onChange({ modelId: model?.id ?? null, makeId: model?.makeId ?? facts.makeId });
            }}
          />
          {facts.modelId === null && (
            <TextField
              label="Or in the caller's words"
              hint="For a car that the library does not have."
              value={facts.carWords}
              error={problemOf('carWords')}
              maxLength={80}
              onChange={(event) => onChange({ carWords: event.target.value })}
            />
          )}
        </>
      );
    case 'year':
      return (
        <TextField
          label="Model year"
          mono
          inputMode="numeric"
          maxLength={4}
          defaultValue={facts.year ?? ''}
          error={problemOf('year')}
          onChange={(event) => {
            const { value } = event.target;
            if (value === '' || /^\d{4}$/.test(value))
              onChange({ year: value === '' ? null : Number(value), yearTo: null });
          }}
        />
      );
    case 'start':
      return (
        <ChoiceGroup
          label="How it starts"
          value={facts.ignition ?? notSaid}
          choices={[
            { value: 'turn', label: 'Turn-key' },
            { value: 'push', label: 'Push' },
            { value: notSaid, label: 'Not said' },
          ]}
          onChange={(value) => onChange({ ignition: value === notSaid ? null : value })}
        />
      );
    case 'keys':
      return (
        <div className="grid grid-cols-3 gap-2">
          {(['working', 'lost', 'wanted'] as const).map((field) => (
            <TextField
              key={field}
              label={{ working: 'Work', lost: 'Lost', wanted: 'Wanted' }[field]}
              type="number"
              min={0}
              max={field === 'wanted' ? mostKeysWanted : 8}
              value={facts[field] ?? ''}
              error={problemOf(field)}
              onChange={(event) => onChange({ [field]: number(event.target.value) })}
            />
          ))}
        </div>
      );
    case 'buttons':
      return (
        <TextField
          label="Buttons of the remote"
          type="number"
          min={1}
          max={9}
          hint="In hand, or as the owner remembers a lost one."
          value={facts.buttons ?? ''}
          error={problemOf('buttons')}
          onChange={(event) => onChange({ buttons: number(event.target.value) })}
        />
      );
    case 'why':
      return (
        <SelectField
          label="Why a key is wanted"
          empty="Not said"
          value={facts.why ?? ''}
          choices={whys.map((why) => ({ value: why, label: whyNames[why] }))}
          onChange={(next) => onChange({ why: (next || null) as CallFacts['why'] })}
        />
      );
    case 'open':
      return (
        <ChoiceGroup
          label="The car is"
          value={facts.access ?? notSaid}
          choices={[
            { value: 'open', label: 'Open' },
            { value: 'locked', label: 'Locked' },
            { value: notSaid, label: 'Not said' },
          ]}
          onChange={(value) => onChange({ access: value === notSaid ? null : value })}
        />
      );
    case 'where':
      return (
        <>
          <SelectField
            label="Place"
            empty="Not said"
            value={facts.placeId ?? ''}
            error={problemOf('placeId')}
            choices={lexicon.places.map(({ id, name }) => ({ value: id, label: name }))}
            onChange={(next) => onChange({ placeId: next || null })}
          />
          <TextField
            label={`Distance in ${unit}, where it differs`}
            type="number"
            min={0}
            step="0.1"
            defaultValue={
              facts.distanceKm === null ? '' : Math.round((facts.distanceKm / kmFrom(1, unit)) * 10) / 10
            }
            error={problemOf('distanceKm')}
            onChange={(event) => {
              const distance = number(event.target.value);
              onChange({
                distanceKm: distance === null ? null : Math.round(kmFrom(distance, unit) * 10) / 10,
              });
            }}
          />
        </>
      );
    case 'when':
      return (
        <>
          <ChoiceGroup
            label="Urgent"
            value={facts.urgent ? 'yes' : 'no'}
            choices={[
              { value: 'no', label: 'No' },
              { value: 'yes', label: 'Now' },
            ]}
            onChange={(value) => onChange({ urgent: value === 'yes' })}
          />
          <TextField
            label="Day"
            type="date"
            value={facts.day ?? ''}
            error={problemOf('day')}
            onChange={(event) => onChange({ day: event.target.value || null })}
          />
          <div className="grid grid-cols-2 gap-2">
            {(['from', 'by'] as const).map((field) => (
              <TextField
                key={field}
                label={field === 'from' ? 'From' : 'By'}
                type="time"
                value={facts[field] ?? ''}
                error={problemOf(field)}
                onChange={(event) => onChange({ [field]: event.target.value || null })}
              />
            ))}
          </div>
        </>
      );
    case 'also':
      return (
        <>
          {(Object.keys(alsoLabels) as (keyof typeof alsoLabels)[])
            .filter((field) => withKeys || field === 'danger' || field === 'used')
            .map((field) => (
              <Tick
                key={field}
                label={alsoLabels[field]}
                checked={facts[field] === true}
                onChange={(checked) => onChange({ [field]: checked })}
              />
            ))}
          {withKeys && (
            <TextField
              label="What another firm asks"
              type="number"
              min={1}
              step="0.01"
              value={facts.rival ?? ''}
              error={problemOf('rival')}
              onChange={(event) => onChange({ rival: number(event.target.value) })}
            />
          )}
        </>
      );
  }
}

/** What a misspelt name may have been instead, each at one press. */
function Alike({ names, onTake }: { names: readonly AlikeName[]; onTake: (name: AlikeName) => void }) {
  if (names.length === 0) return null;
  return (
    <div className="flex flex-wrap items-center gap-2">
      <span className="text-small text-mute">Or meant:</span>
      {names.map((name) => (
        <Button key={name.id} look="quiet" onClick={() => onTake(name)}>
          {name.name}
        </Button>
      ))}
    </div>
  );
}

const alsoLabels = {
  danger: 'Somebody is shut in the car',
  erase: 'Erase the keys that are not here',
  used: 'A used key would do',
  valet: 'The key that works is the valet’s',
};
