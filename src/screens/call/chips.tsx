'use client';

import type { Lexicon } from '@/core/identify/line/reading';
import type { CallFacts } from '@/core/job/told-call';
import type { DistanceUnit } from '@/core/kinds/units';
import { type ChipState, FactChip } from '@/ui/fact-chip';
import { type ChipName, chipFields } from './call-facts';
import { type AlikeName, ChipEditor } from './chip-editor';
import { askLabels, chipLabels, chipWords } from './chip-words';
import type { AskNames } from './use-names';

interface ChipsProps {
  readonly facts: CallFacts;
  readonly lexicon: Lexicon;
  /** Asks for names that a list to choose from wants. */
  readonly onAsk: AskNames;
  readonly unit: DistanceUnit;
  readonly today: string;
  /** How each chip came to its value. */
  readonly stateOf: (chip: ChipName) => 'told' | 'readAs' | 'corrected';
  readonly problemOf: (field: string) => string | undefined;
  /** Keys and their buttons are told once, at the call; afterwards they stand on the ring and at Identify. */
  readonly withKeys: boolean;
  /** Other names that a misspelt one may have been. */
  readonly alike?: Partial<Record<ChipName, readonly AlikeName[]>>;
  readonly onChange: (change: Partial<CallFacts>) => void;
}

/** The facts of a call as chips: told ones first, then what is worth asking. */
export function Chips({
  facts,
  lexicon,
  onAsk,
  unit,
  today,
  stateOf,
  problemOf,
  withKeys,
  alike = {},
  onChange,
}: ChipsProps) {
  const names = (Object.keys(chipFields) as ChipName[]).filter(
    (chip) => withKeys || (chip !== 'keys' && chip !== 'buttons'),
  );
  const chips = names.map((chip) => {
    const wrong = chipFields[chip].some((field) => problemOf(field) !== undefined);
    const words = chipWords(chip, facts, { lexicon, unit, today });
    const state: ChipState = wrong ? 'wrong' : words === '' ? 'ask' : stateOf(chip);
    return { chip, words, state };
  });
  const told = chips.filter(({ state, words }) => state !== 'ask' || words !== '');
  const keysGone = facts.why === null || facts.why === 'lost' || facts.why === 'stolen';
  const asked = chips.filter(
    ({ chip, state, words }) =>
      state === 'ask' && words === '' && chip !== 'also' && (chip !== 'open' || keysGone),
  );
  return (
    <div className="flex flex-wrap gap-2">
      {[...told, ...asked].map(({ chip, words, state }) => (
        <FactChip
          key={chip}
          label={state === 'ask' ? askLabels[chip] : chipLabels[chip]}
          value={words}
          state={state}
        >
          <ChipEditor
            chip={chip}
            facts={facts}
            lexicon={lexicon}
            onAsk={onAsk}
            unit={unit}
            withKeys={withKeys}
            alike={alike[chip] ?? []}
            problemOf={problemOf}
            onChange={onChange}
          />
        </FactChip>
      ))}
    </div>
  );
}
