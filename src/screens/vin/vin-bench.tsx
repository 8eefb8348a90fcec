'use client';

import Link from 'next/link';
import { useState } from 'react';
import type { VehicleClass } from '@/core/catalogue/vehicle-class';
import { formatJobNumber } from '@/core/job/job';
import type { Result } from '@/core/kinds/result';
import { cleanVin } from '@/core/vin/alphabet';
import { groupVin } from '@/core/vin/vin';
import type { VinAnswer } from '@/core/vin/vin-answer';
import { choicesOf, plainChoices, SelectField, TextField } from '@/ui/field';
import { Page } from '@/ui/page';
import { Panel } from '@/ui/panel';
import { useAsked } from '@/ui/use-asked';
import { Comparison } from '../parts/comparison';
import { Places } from './places';
import { Repairs } from './repairs';
import { Told } from './told';

interface VinBenchProps {
  readonly markets: readonly string[];
  readonly onExamine: (data: unknown) => Promise<Result<VinAnswer>>;
}

const classNames: Record<VehicleClass, string> = {
  passenger: 'Passenger car',
  multipurpose: 'Multipurpose',
  lightTruck: 'Light truck',
  lorry: 'Lorry',
  other: 'Other',
};

/** A whole or partial VIN, examined while it is typed. */
export function VinBench({ markets, onExamine }: VinBenchProps) {
  const [vin, setVin] = useState('');
  const [market, setMarket] = useState('');
  const [vehicleClass, setVehicleClass] = useState<VehicleClass | ''>('');
  const [other, setOther] = useState('');
  const asked =
    cleanVin(vin) === ''
      ? null
      : {
          vin,
          ...(market && { market }),
          ...(vehicleClass && { vehicleClass }),
          ...(other.trim() && { other }),
        };
  const { answer, problems } = useAsked(asked, onExamine);
  const problemOf = (field: string) => problems.find((problem) => problem.field === field)?.message;
  return (
    <Page title="VIN" note="Typed or pasted, whole or in part: ? for a place that cannot be read.">
      <div className="grid gap-3 md:grid-cols-[minmax(0,1fr)_12rem_12rem]">
        <TextField
          label="VIN"
          mono
          value={vin}
          maxLength={60}
          spellCheck={false}
          autoCapitalize="characters"
          error={problemOf('vin') ?? problems.find(({ field }) => field === undefined)?.message}
          hint={answer?.lengthProblem ?? 'Spaces, dashes and small letters do not matter.'}
          onChange={(event) => setVin(event.target.value)}
        />
        <SelectField
          label="Sold in"
          value={market}
          empty="As the maker says"
          error={problemOf('market')}
          choices={plainChoices(markets)}
          onChange={setMarket}
        />
        <SelectField
          label="Class"
          value={vehicleClass}
          empty="Not known"
          choices={choicesOf(classNames)}
          onChange={setVehicleClass}
        />
      </div>
      {answer ? (
        <div className="flex flex-col gap-4">
          <Places vin={answer} />
          <div className="grid items-start gap-4 lg:grid-cols-2">
            <Told vin={answer} />
            <div className="flex flex-col gap-4">
              {answer.repairs.length > 0 && <Repairs vin={answer} onTake={setVin} />}
              <Panel title="Compare" note="With the plate, the papers, or the part a module reports.">
                <TextField
                  label="The other one"
                  mono
                  value={other}
                  autoCapitalize="characters"
                  maxLength={60}
                  spellCheck={false}
                  placeholder="?????????4KH012734"
                  onChange={(event) => setOther(event.target.value)}
                />
                {answer.comparison && <Comparison comparison={answer.comparison} />}
              </Panel>
              {answer.jobs.length > 0 && (
                <Panel title="Met before">
                  <ul className="flex flex-col gap-1">
                    {answer.jobs.map(({ number, vin: own, likeness }) => (
                      <li key={number}>
                        <Link href={`/jobs/${number}`} prefetch={false} className="font-mono underline">
                          {formatJobNumber(number)}
                        </Link>{' '}
                        <span className="font-mono">{groupVin(own)}</span>
                        {likeness === 'oneSlip' && <span className="text-ochre"> ≠ one slip away</span>}
                      </li>
                    ))}
                  </ul>
                </Panel>
              )}
            </div>
          </div>
        </div>
      ) : (
        <p className="rounded-lg border border-dashed border-edge p-6 text-center text-mute">
          Type a VIN, or the part of it that can be read through the windscreen.
        </p>
      )}
    </Page>
  );
}
