'use client';

import {
  type Known,
  knownNames,
  type Presence,
  presenceNames,
  type Rank,
  rankNames,
} from '@/core/programming/keys';
import { Button } from '@/ui/button';
import { choicesOf, SelectField, TextField } from '@/ui/field';
import { Panel } from '@/ui/panel';

/** A key as it is told at a bench. */
export interface BenchKey {
  readonly presence: Presence;
  readonly rank: Rank;
  readonly known: Known;
  readonly copyOf: number | null;
}

export interface BenchKeys {
  readonly keys: readonly BenchKey[];
  readonly known: string;
  readonly wanted: string;
}

export const oneKey: BenchKeys = {
  keys: [{ presence: 'here', rank: 'unknown', known: 'yes', copyOf: null }],
  known: '',
  wanted: '1',
};

interface BenchKeysProps {
  readonly value: BenchKeys;
  readonly problemOf: (field: string) => string | undefined;
  readonly onChange: (value: BenchKeys) => void;
}

/** The keys there are, what the car says it knows, and how many more are wanted. */
export function BenchKeysPanel({ value, problemOf, onChange }: BenchKeysProps) {
  const { keys } = value;
  const set = (at: number, more: Partial<BenchKey>) =>
    onChange({ ...value, keys: keys.map((key, place) => (place === at ? { ...key, ...more } : key)) });
  const add = (presence: Presence) =>
    onChange({ ...value, keys: [...keys, { presence, rank: 'unknown', known: 'yes', copyOf: null }] });
  return (
    <Panel title="Keys" note="Every key there is or was; a copy shares the place of its original in the car.">
      <ol className="flex flex-col gap-2">
        {keys.map((key, at) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: keys of a bench have no other name than their place
          <li key={at} className="grid items-start gap-2 sm:grid-cols-[2rem_repeat(4,minmax(0,1fr))_auto]">
            <span className="mt-8 font-mono">{at + 1}</span>
            <SelectField
              label="Where"
              value={key.presence}
              choices={choicesOf(presenceNames)}
              onChange={(next) => set(at, { presence: next })}
            />
            <SelectField
              label="Rank"
              value={key.rank}
              choices={choicesOf(rankNames)}
              onChange={(next) => set(at, { rank: next })}
            />
            <SelectField
              label="The car knows it"
              value={key.known}
              choices={choicesOf(knownNames)}
              onChange={(next) => set(at, { known: next })}
            />
            <SelectField
              label="Copy of"
              empty="None"
              value={key.copyOf === null ? '' : String(key.copyOf)}
              error={problemOf(`keys.${at}.copyOf`)}
              choices={keys.flatMap((_, other) =>
                other === at ? [] : [{ value: String(other + 1), label: `Key ${other + 1}` }],
              )}
              onChange={(next) => set(at, { copyOf: next === '' ? null : Number(next) })}
            />
            <Button
              look="quiet"
              className="mt-[22px]"
              aria-label={`Take key ${at + 1} away`}
              onClick={() =>
                onChange({
                  ...value,
                  keys: keys
                    .filter((_, place) => place !== at)
                    .map((one) => ({ ...one, copyOf: copyAfterRemoval(one.copyOf, at + 1) })),
                })
              }
            >
              Remove
            </Button>
          </li>
        ))}
      </ol>
      <div className="mt-3 flex flex-wrap items-start gap-3">
        <Button onClick={() => add('here')} disabled={keys.length >= 24}>
          A key here
        </Button>
        <Button onClick={() => add('lost')} disabled={keys.length >= 24}>
          A lost key
        </Button>
        <TextField
          label="The car says it knows"
          className="w-44"
          mono
          inputMode="numeric"
          value={value.known}
          error={problemOf('known')}
          hint="Empty: not read. Minus: cannot say."
          onChange={(event) => onChange({ ...value, known: event.target.value })}
        />
        <TextField
          label="New keys wanted"
          className="w-36"
          mono
          inputMode="numeric"
          value={value.wanted}
          error={problemOf('wanted')}
          onChange={(event) => onChange({ ...value, wanted: event.target.value })}
        />
      </div>
    </Panel>
  );
}

function copyAfterRemoval(copyOf: number | null, gone: number): number | null {
  if (copyOf === null || copyOf === gone) return null;
  return copyOf > gone ? copyOf - 1 : copyOf;
}

/** What is sent for the keys; a text that is no number is sent as it is, and refused by name. */
export function keysAsked({ keys, known, wanted }: BenchKeys): object {
  const number = (text: string) => (/^\d{1,2}$/.test(text.trim()) ? Number(text) : text);
  return {
    keys: keys.map(({ copyOf, ...key }) => ({ ...key, ...(copyOf !== null && { copyOf }) })),
    known: known.trim() === '' ? 'notRead' : /^[-–−]$/.test(known.trim()) ? 'cannotSay' : number(known),
    wanted: number(wanted),
  };
}
