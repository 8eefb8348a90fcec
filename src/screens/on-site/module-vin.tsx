import { useState } from 'react';
import type { Arrival } from '@/core/job/arrival';
import type { Result } from '@/core/kinds/result';
import { compareVins, type VinLikeness } from '@/core/vin/compare';
import type { VinAnswer } from '@/core/vin/vin-answer';
import { choicesOf, SelectField, TextField } from '@/ui/field';
import { useAsked } from '@/ui/use-asked';
import { Comparison } from '../parts/comparison';

interface ModuleVinProps {
  /** The VIN of plate and papers; null where it is not noted. */
  readonly vin: string | null;
  readonly noted: Pick<Arrival, 'vin' | 'vinPlaces'>;
  readonly onExamine: (data: unknown) => Promise<Result<VinAnswer>>;
  readonly onNoted: (likeness: VinLikeness | null, places: number | null) => void;
}

const words: Readonly<Record<VinLikeness, string>> = {
  same: 'The same as on plate and papers',
  oneSlip: 'Different by one slip',
  anotherCar: 'That of another car',
  cannotSay: 'It tells none',
};

/** The VIN that the module tells, or its end, against that of plate and papers; only how they compare is kept. */
export function ModuleVin({ vin, noted, onExamine, onNoted }: ModuleVinProps) {
  const [typed, setTyped] = useState('');
  const isTyped = vin !== null && typed.trim() !== '';
  const { answer } = useAsked(isTyped ? { vin, other: typed } : null, onExamine);
  const comparison = isTyped ? (answer?.comparison ?? compareVins(typed, vin, [])) : null;
  return (
    <div className="grid gap-x-3 sm:grid-cols-2">
      {vin !== null && (
        <div>
          <TextField
            label="VIN as the module tells it, or its end"
            mono
            value={typed}
            maxLength={60}
            autoCapitalize="characters"
            spellCheck={false}
            hint="Only how it compares is kept."
            onChange={({ target }) => {
              setTyped(target.value);
              if (target.value.trim() === '') return;
              const { likeness, compared } = compareVins(target.value, vin, []);
              onNoted(likeness, compared);
            }}
          />
          {comparison && <Comparison comparison={comparison} />}
        </div>
      )}
      <SelectField
        label="Module VIN against plate and papers"
        value={noted.vin ?? ''}
        hint={
          vin === null
            ? 'No VIN is noted at Call: compare by eye.'
            : noted.vinPlaces === null
              ? undefined
              : `${noted.vinPlaces} places compared.`
        }
        choices={[{ value: '', label: 'Not looked' }, ...choicesOf<string>(words)]}
        onChange={(chosen) => onNoted(chosen === '' ? null : (chosen as VinLikeness), null)}
      />
    </div>
  );
}
