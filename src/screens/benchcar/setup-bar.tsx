'use client';

import { partWords } from '@/core/benchcar/car/car-parts';
import type { BenchPlatform } from '@/core/benchcar/document/bench-platform';
import { faultWords } from '@/core/benchcar/start/planted-faults';
import { choicesOf, plainChoices, SelectField, TextField } from '@/ui/field';
import { type Chosen, factsOf, keyChoices, possibleFaults, type Wrong } from './setup';

interface SetupBarProps {
  readonly platforms: readonly string[];
  readonly name: string;
  readonly platform: BenchPlatform | null;
  readonly chosen: Chosen;
  readonly onName: (name: string) => void;
  readonly onChange: (chosen: Chosen) => void;
}

/** Which car stands there, with which keys, and what is wrong with it. */
export function SetupBar(props: SetupBarProps) {
  const { platforms, name, platform, chosen, onName, onChange } = props;
  const ignitions = platform?.behaviour.ignition ?? [];
  const wrongs: readonly { readonly value: Wrong; readonly label: string }[] = [
    { value: 'nothing', label: 'nothing' },
    { value: 'surprise', label: 'surprise me' },
    ...(platform ? possibleFaults(platform, chosen.keys) : []).map((fault) => ({
      value: fault,
      label: faultWords(fault),
    })),
  ];
  return (
    <div className="flex flex-wrap items-end gap-3">
      <SelectField
        label="Platform"
        className="w-40"
        value={name}
        choices={plainChoices(platforms)}
        onChange={onName}
      />
      {ignitions.length > 1 && (
        <SelectField
          label="Ignition"
          className="w-36"
          value={chosen.ignition}
          choices={choicesOf({ turn: 'turn-key', push: 'push-start' })}
          onChange={(ignition) => onChange({ ...chosen, ignition })}
        />
      )}
      <SelectField
        label="Keys"
        className="w-40"
        value={chosen.keys}
        choices={choicesOf(keyChoices)}
        onChange={(keys) => {
          // What cannot be wrong beside these keys is wrong no more.
          const named = chosen.wrong !== 'nothing' && chosen.wrong !== 'surprise' ? chosen.wrong : null;
          const stays = !named || !platform || possibleFaults(platform, keys).includes(named);
          onChange({ ...chosen, keys, wrong: stays ? chosen.wrong : 'nothing' });
        }}
      />
      <SelectField
        label="What is wrong"
        className="w-60"
        value={chosen.wrong}
        choices={wrongs}
        onChange={(wrong) => onChange({ ...chosen, wrong })}
      />
      <TextField
        label="Seed"
        className="w-24"
        mono
        maxLength={12}
        value={chosen.seed}
        onChange={(event) => onChange({ ...chosen, seed: event.target.value })}
      />
      {(platform ? factsOf(platform) : []).map(({ fact, values }) => (
        <SelectField
          key={fact}
          label={partWords(fact).replace(/^./, (letter) => letter.toUpperCase())}
          className="w-44"
          value={chosen.facts[fact] ?? ''}
          empty="as most have it"
          choices={plainChoices(values)}
          onChange={(is) => onChange({ ...chosen, facts: { ...chosen.facts, [fact]: is } })}
        />
      ))}
      <SelectField
        label="Writes"
        className="w-40"
        value={chosen.byChance ? 'chance' : 'work'}
        choices={choicesOf({ work: 'work at once', chance: 'by chance' })}
        onChange={(how) => onChange({ ...chosen, byChance: how === 'chance' })}
      />
    </div>
  );
}
