'use client';

import { useMemo, useState } from 'react';
import { keywayProfiles } from '@/core/catalogue/lists/keys';
import type { Ladder } from '@/core/pellet/ladder';
import type { Meter } from '@/core/pellet/meter';
import { plainChoices, SelectField, TextField } from '@/ui/field';
import { Notice } from '@/ui/notice';
import { Page } from '@/ui/page';
import { PelletWork } from './pellet-work';
import type { AskMeter } from './use-meter';

interface PelletBenchProps {
  readonly ladders: readonly Ladder[];
  readonly meters: readonly Meter[];
  readonly onMeter: AskMeter;
}

/** A key with a resistor pellet in hand: which step it is. */
export function PelletBench({ ladders, meters, onMeter }: PelletBenchProps) {
  const [platform, setPlatform] = useState(ladders[0]?.platform ?? '');
  const [year, setYear] = useState('');
  const [profile, setProfile] = useState('');
  const ladder = ladders.find((one) => one.platform === platform);
  const readYear = /^\d{4}$/.test(year.trim()) ? Number(year) : null;
  const filter = useMemo(() => ({ year: readYear, profile: profile || null }), [readYear, profile]);
  return (
    <Page
      title="Pellet bench"
      note="Which step the resistor in a blade is. The cut is a separate matter, and nothing is programmed. Nothing here is stored."
    >
      {ladder ? (
        <PelletWork
          key={platform}
          ladder={ladder}
          filter={filter}
          meters={meters}
          onMeter={onMeter}
          head={
            <div className="mb-3 flex flex-wrap items-end gap-3">
              <SelectField
                label="Ladder"
                className="w-44"
                value={platform}
                choices={ladders.map((one) => ({ value: one.platform, label: one.platform }))}
                onChange={setPlatform}
              />
              <TextField
                label="Year of the car"
                className="w-36"
                inputMode="numeric"
                maxLength={4}
                value={year}
                error={year.trim() !== '' && readYear === null ? 'four digits' : undefined}
                onChange={(event) => setYear(event.target.value)}
              />
              <SelectField
                label="Blade"
                className="w-52"
                value={profile}
                empty="any blade"
                choices={plainChoices<string>(keywayProfiles.filter((one) => one.startsWith('edge')))}
                onChange={setProfile}
              />
            </div>
          }
        />
      ) : (
        <Notice tone="ochre">The library has no ladder yet: add its steps under Pellet steps.</Notice>
      )}
    </Page>
  );
}
