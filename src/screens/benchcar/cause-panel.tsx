'use client';

import { useState } from 'react';
import type { CarInput } from '@/core/benchcar/car/car-state';
import type { BenchPlatform } from '@/core/benchcar/document/bench-platform';
import { faultWords, type PlantedFault } from '@/core/benchcar/start/planted-faults';
import { Button } from '@/ui/button';
import { SelectField } from '@/ui/field';
import { Notice } from '@/ui/notice';
import { CarLooks } from '../parts/car-hands';
import { type Chosen, faultOf, possibleFaults } from './setup';

interface CausePanelProps {
  readonly platform: BenchPlatform;
  readonly chosen: Chosen;
  readonly told: boolean;
  readonly onTell: () => void;
  readonly onHand: (input: CarInput) => void;
}

/** Why the car refuses: looks that cost nothing, a guess, and the answer. */
export function CausePanel({ platform, chosen, told, onTell, onHand }: CausePanelProps) {
  const [guess, setGuess] = useState<PlantedFault | ''>('');
  const [wrongs, setWrongs] = useState<readonly PlantedFault[]>([]);
  const fault = faultOf(platform, chosen);
  const isSaid = told || chosen.wrong !== 'surprise';
  const left = possibleFaults(platform, chosen.keys).filter((one) => !wrongs.includes(one));
  return (
    <section aria-label="Why does it refuse?" className="rounded-lg border border-line bg-biscuit p-4">
      <h2 className="font-semibold">Why does it refuse?</h2>
      <div className="mt-2 flex flex-wrap items-end gap-3">
        {!isSaid && (
          <>
            <SelectField
              label={`${left.length} causes are left`}
              className="w-80"
              value={guess}
              empty="Choose"
              choices={left.map((one) => ({ value: one, label: faultWords(one) }))}
              onChange={setGuess}
            />
            <Button
              look="main"
              className="mb-5"
              disabled={guess === ''}
              onClick={() => {
                if (guess === fault) onTell();
                else if (guess !== '') setWrongs([...wrongs, guess]);
                setGuess('');
              }}
            >
              This is it
            </Button>
          </>
        )}
        <CarLooks className="mb-5" onHand={onHand} />
        {!isSaid && (
          <Button look="quiet" className="mb-5" onClick={onTell}>
            Show the answer
          </Button>
        )}
      </div>
      {isSaid ? (
        <Notice tone="glaze" said>
          {fault ? faultWords(fault) : 'Nothing is wrong with this car'}.
        </Notice>
      ) : (
        wrongs.length > 0 && (
          <Notice tone="ochre" said>
            Not that: {faultWords(wrongs.at(-1) as PlantedFault)}.
          </Notice>
        )
      )}
    </section>
  );
}
