'use client';

import { type Lexicon, whyNames, whys } from '@/core/identify/line/reading';
import { mostKeysWanted } from '@/core/kinds/keys-wanted';
import { type DistanceUnit, kmFrom } from '@/core/kinds/units';
import { ChoiceGroup } from '@/ui/choice-group';
import { SelectField, TextField } from '@/ui/field';
import type { CallFacts, ChipName } from './call-facts';

interface ChipEditorProps {
  readonly chip: ChipName;
  readonly facts: CallFacts;
  readonly lexicon: Lexicon;
  readonly unit: DistanceUnit;
  readonly problemOf: (field: string) => string | undefined;
  readonly onChange: (change: Partial<CallFacts>) => void;
}

const notSaid = '-';

/** What a chip opens: the fields it stands for. */
export function ChipEditor({ chip, facts, lexicon, unit, problemOf, onChange }: ChipEditorProps) {
  const number = (text: string) => (text.trim() === '' ? null : Number(text));
  switch (chip) {
    case 'make':
      return (
        <SelectField
          label="Make"
          empty="Not said"
          value={facts.makeId ?? ''}
          error={problemOf('makeId')}
          choices={lexicon.makes.map(({ id, name }) => ({ value: id, label: name }))}
          onChange={(event) => onChange({ makeId: event.target.value || null, modelId: null })}
        />
      );
    case 'model':
      return (
        <>
          <SelectField
            label="Model"
            empty="Not said, or not in the library"
            value={facts.modelId ?? ''}
            error={problemOf('modelId')}
            choices={lexicon.models
              .filter(({ makeId }) => facts.makeId === null || makeId === facts.makeId)
              .map(({ id, name }) => ({ value: id, label: name }))}
            onChange={(event) => {
              const model = lexicon.models.find(({ id }) => id === event.target.value);
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
              onChange({ year: value === '' ? null : Number(value) });
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
          onChange={(event) => onChange({ why: (event.target.value || null) as CallFacts['why'] })}
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
            onChange={(event) => onChange({ placeId: event.target.value || null })}
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
  }
}
