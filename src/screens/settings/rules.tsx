'use client';

import { useRouter } from 'next/navigation';
import { useState } from 'react';
import {
  identityDocuments,
  type LocalRules,
  plainCopyRules,
  rightDocuments,
  witnessRules,
} from '@/core/authority/documents';
import { minorPlaces } from '@/core/kinds/money';
import type { Result } from '@/core/kinds/result';
import { choiceAnswers, choiceTitles, type Habits } from '@/core/programming/choices';
import { type Spelling, spellingNames, spellings } from '@/core/vin/spell';
import { Button } from '@/ui/button';
import { SelectField, TextAreaField, TextField } from '@/ui/field';
import { Notice } from '@/ui/notice';
import { Page } from '@/ui/page';
import { Panel } from '@/ui/panel';
import { Problems } from '@/ui/problems';
import { Tick } from '@/ui/tick';
import { useSubmit } from '@/ui/use-submit';

type Action = (data: unknown) => Promise<Result<null>>;

interface RulesProps {
  readonly rules: LocalRules;
  readonly habits: Habits;
  readonly lockMinutes: number;
  readonly spelling: Spelling;
  readonly onlyKeyHarmMinor: number;
  readonly stolenLiveHarmMinor: number;
  readonly awayKeyHarmMinor: number;
  readonly currency: string;
  readonly onRules: Action;
  readonly onHabits: Action;
}

const number = (text: string) => (text.trim() === '' ? null : Number(text));

/** The shop's own rules at the gate, its habits where the schools differ, and its periods. */
export function Rules(props: RulesProps) {
  return (
    <Page
      title="Rules and habits"
      note="Shown at the gate of every job. Local law and licensed practice prevail over them."
    >
      <RulesForm {...props} />
      <HabitsForm {...props} />
    </Page>
  );
}

function RulesForm({ rules, onRules }: RulesProps) {
  const router = useRouter();
  const [draft, setDraft] = useState({
    ...rules,
    secretDays: String(rules.secretDays),
    personalDays: String(rules.personalDays),
  });
  const { submit, pending, problemOf, general } = useSubmit(onRules);
  const [saved, setSaved] = useState(false);
  const set = (more: Partial<typeof draft>) => {
    setSaved(false);
    setDraft((before) => ({ ...before, ...more }));
  };
  return (
    <Panel title="At the gate">
      <form
        className="flex flex-col gap-2"
        onSubmit={(event) => {
          event.preventDefault();
          submit(
            { ...draft, secretDays: number(draft.secretDays), personalDays: number(draft.personalDays) },
            () => {
              setSaved(true);
              router.refresh();
            },
          );
        }}
      >
        <TextField
          label="Licence or registration, as it is shown"
          maxLength={200}
          value={draft.licence}
          error={problemOf('licence')}
          onChange={(event) => set({ licence: event.target.value })}
        />
        <Accepted
          label="Identity documents accepted"
          names={identityDocuments}
          value={draft.identityAccepted}
          error={problemOf('identityAccepted')}
          onChange={(identityAccepted) => set({ identityAccepted })}
        />
        <Accepted
          label="Papers of the right accepted"
          names={rightDocuments}
          value={draft.rightAccepted}
          error={problemOf('rightAccepted')}
          onChange={(rightAccepted) => set({ rightAccepted })}
        />
        <div className="grid gap-x-3 sm:grid-cols-3">
          <SelectField
            label="Witness at the car"
            value={draft.witness}
            error={problemOf('witness')}
            choices={Object.entries(witnessRules).map(([value, label]) => ({ value, label }))}
            onChange={(event) => set({ witness: event.target.value as LocalRules['witness'] })}
          />
          <SelectField
            label="Copy of a working key without electronics"
            value={draft.plainCopy}
            hint="Practice differs; where no key works papers are asked always."
            error={problemOf('plainCopy')}
            choices={Object.entries(plainCopyRules).map(([value, label]) => ({ value, label }))}
            onChange={(event) => set({ plainCopy: event.target.value as LocalRules['plainCopy'] })}
          />
          <TextField
            label="Codes and PINs kept, days after the close"
            mono
            inputMode="numeric"
            value={draft.secretDays}
            hint="Then the key to them is destroyed."
            error={problemOf('secretDays')}
            onChange={(event) => set({ secretDays: event.target.value })}
          />
          <TextField
            label="Names and signatures kept, days"
            mono
            inputMode="numeric"
            value={draft.personalDays}
            error={problemOf('personalDays')}
            onChange={(event) => set({ personalDays: event.target.value })}
          />
        </div>
        <TextAreaField
          label="Forms and duties of the place"
          maxLength={2000}
          rows={3}
          value={draft.forms}
          error={problemOf('forms')}
          onChange={(event) => set({ forms: event.target.value })}
        />
        <Problems problems={general} />
        <Button type="submit" className="self-start" busy={pending}>
          Set the rules
        </Button>
        {saved && (
          <Notice tone="glaze" role="status">
            The rules are set.
          </Notice>
        )}
      </form>
    </Panel>
  );
}

function Accepted<Value extends string>({
  label,
  names,
  value,
  error,
  onChange,
}: {
  label: string;
  names: Readonly<Record<Value, string>>;
  value: readonly Value[];
  error: string | undefined;
  onChange: (value: Value[]) => void;
}) {
  return (
    <fieldset className="flex flex-wrap gap-x-5">
      <legend className="text-small font-semibold text-mute">{label}</legend>
      {(Object.entries(names) as [Value, string][])
        .filter(([one]) => one !== 'none')
        .map(([one, text]) => (
          <Tick
            key={one}
            label={text}
            checked={value.includes(one)}
            onChange={(checked) =>
              onChange(checked ? [...value, one] : value.filter((other) => other !== one))
            }
          />
        ))}
      {error && <p className="w-full text-small text-oxide">{error}</p>}
    </fieldset>
  );
}

function HabitsForm(props: RulesProps) {
  const { habits, currency, onHabits } = props;
  const router = useRouter();
  const amount = (minor: number) => String(minor / 10 ** minorPlaces(currency));
  const [draft, setDraft] = useState({
    ...habits,
    lockMinutes: String(props.lockMinutes),
    spelling: props.spelling,
    onlyKeyHarm: amount(props.onlyKeyHarmMinor),
    stolenLiveHarm: amount(props.stolenLiveHarmMinor),
    awayKeyHarm: amount(props.awayKeyHarmMinor),
  });
  const { submit, pending, problemOf, general } = useSubmit(onHabits);
  const [saved, setSaved] = useState(false);
  const set = (more: Partial<typeof draft>) => {
    setSaved(false);
    setDraft((before) => ({ ...before, ...more }));
  };
  return (
    <Panel
      title="Habits"
      note="Where the schools differ: as advised, or always one of the two. The customer’s choice goes before."
    >
      <form
        className="flex flex-col gap-2"
        onSubmit={(event) => {
          event.preventDefault();
          submit(
            {
              ...draft,
              lockMinutes: number(draft.lockMinutes),
              spelling: draft.spelling,
              onlyKeyHarm: number(draft.onlyKeyHarm),
              stolenLiveHarm: number(draft.stolenLiveHarm),
              awayKeyHarm: number(draft.awayKeyHarm),
            },
            () => {
              setSaved(true);
              router.refresh();
            },
          );
        }}
      >
        <div className="grid gap-x-3 sm:grid-cols-3">
          {(['missing', 'copy', 'first'] as const).map((question) => (
            <SelectField
              key={question}
              label={choiceTitles[question]}
              value={draft[question]}
              error={problemOf(question)}
              choices={[
                { value: 'advised', label: 'As advised' },
                ...Object.entries(choiceAnswers[question]).map(([value, label]) => ({ value, label })),
              ]}
              onChange={(event) => set({ [question]: event.target.value })}
            />
          ))}
          <TextField
            label="Lock an idle screen after, minutes"
            mono
            inputMode="numeric"
            value={draft.lockMinutes}
            error={problemOf('lockMinutes')}
            onChange={(event) => set({ lockMinutes: event.target.value })}
          />
          <SelectField
            label="Letters are spelled by"
            value={draft.spelling}
            error={problemOf('spelling')}
            choices={spellingNames.map((value) => ({ value, label: spellings[value].name }))}
            onChange={(event) => set({ spelling: event.target.value as Spelling })}
          />
          <TextField
            label={`Harm of opening the only key, ${currency}`}
            mono
            inputMode="decimal"
            value={draft.onlyKeyHarm}
            hint="What avoiding it is worth when routes are weighed."
            error={problemOf('onlyKeyHarm')}
            onChange={(event) => set({ onlyKeyHarm: event.target.value })}
          />
          <TextField
            label={`Harm of stolen keys left live, ${currency}`}
            mono
            inputMode="decimal"
            value={draft.stolenLiveHarm}
            error={problemOf('stolenLiveHarm')}
            onChange={(event) => set({ stolenLiveHarm: event.target.value })}
          />
          <TextField
            label={`Harm of erasing a key kept elsewhere, ${currency}`}
            mono
            inputMode="decimal"
            value={draft.awayKeyHarm}
            hint="For each: it has to be brought and learned again."
            error={problemOf('awayKeyHarm')}
            onChange={(event) => set({ awayKeyHarm: event.target.value })}
          />
        </div>
        <Problems problems={general} />
        <Button type="submit" className="self-start" busy={pending}>
          Set the habits
        </Button>
        {saved && (
          <Notice tone="glaze" role="status">
            The habits are set.
          </Notice>
        )}
      </form>
    </Panel>
  );
}
