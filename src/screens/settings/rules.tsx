'use client';

import {
  freePriceRules,
  identityDocuments,
  type LocalRules,
  plainCopyRules,
  rightDocuments,
  witnessRules,
} from '@/core/authority/documents';
import { type ArrivalForm, arrivalForms } from '@/core/job/arrival';
import type { Result } from '@/core/kinds/result';
import { choiceAnswers, choiceTitles, type Habits } from '@/core/programming/choices';
import { depthNames, type ProveDepth } from '@/core/prove/checks';
import { type Spelling, spellingNames, spellings } from '@/core/vin/spell';
import { Button } from '@/ui/button';
import { type Choice, choicesOf } from '@/ui/field';
import { Form, FormOutcome } from '@/ui/form/form';
import { FormArea, FormNumber, FormSelect, FormTicks } from '@/ui/form/form-fields';
import { minorAsTyped, typedNumber } from '@/ui/form/typed';
import { useFormOf } from '@/ui/form/use-form-of';
import { Page } from '@/ui/page';
import { Panel } from '@/ui/panel';
import { useSave } from '@/ui/use-submit';

type Action = (data: unknown) => Promise<Result<null>>;

interface RulesProps {
  readonly rules: LocalRules;
  readonly habits: Habits;
  readonly lockMinutes: number;
  readonly spelling: Spelling;
  readonly proveDepth: ProveDepth;
  readonly arrivalForm: ArrivalForm;
  readonly onlyKeyHarmMinor: number;
  readonly stolenLiveHarmMinor: number;
  readonly awayKeyHarmMinor: number;
  readonly currency: string;
  readonly onRules: Action;
  readonly onHabits: Action;
}

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
  const { licence: _, ...own } = rules;
  const of = useFormOf({
    values: {
      ...own,
      identityAccepted: [...rules.identityAccepted],
      rightAccepted: [...rules.rightAccepted],
      secretDays: String(rules.secretDays),
      personalDays: String(rules.personalDays),
    },
    check: async () => (await import('@/inputs/shop-input')).RulesInput,
    read: ({ secretDays, personalDays, ...draft }) => ({
      ...draft,
      secretDays: typedNumber(secretDays),
      personalDays: typedNumber(personalDays),
    }),
    sender: useSave(onRules),
  });
  return (
    <Panel title="At the gate">
      <Form of={of} className="flex flex-col gap-2">
        <FormTicks
          of={of}
          name="identityAccepted"
          label="Identity documents accepted"
          choices={acceptable(identityDocuments)}
        />
        <FormTicks
          of={of}
          name="rightAccepted"
          label="Papers of the right accepted"
          choices={acceptable(rightDocuments)}
        />
        <div className="grid gap-x-3 sm:grid-cols-3">
          <FormSelect of={of} name="witness" label="Witness at the car" choices={choicesOf(witnessRules)} />
          <FormSelect
            of={of}
            name="plainCopy"
            label="Copy of a working key without electronics"
            hint="Practice differs; where no key works papers are asked always."
            choices={choicesOf(plainCopyRules)}
          />
          <FormSelect
            of={of}
            name="freePrice"
            label="Zero price by a trainee"
            choices={choicesOf(freePriceRules)}
          />
          <FormNumber
            of={of}
            name="secretDays"
            label="Codes and PINs kept, days after the close"
            hint="Then the key to them is destroyed."
          />
          <FormNumber of={of} name="personalDays" label="Names and signatures kept, days" />
        </div>
        <FormArea of={of} name="forms" label="Forms and duties of the place" maxLength={2000} rows={3} />
        <Button type="submit" className="self-start" busy={of.busy}>
          Set the rules
        </Button>
        <FormOutcome of={of} stored="The rules are set." />
      </Form>
    </Panel>
  );
}

function acceptable<Value extends string>(names: Readonly<Record<Value, string>>): Choice<Value>[] {
  return choicesOf(names).filter(({ value }) => value !== 'none');
}

function HabitsForm(props: RulesProps) {
  const { habits, currency, onHabits } = props;
  const of = useFormOf({
    values: {
      ...(habits as Record<keyof Habits, string>),
      lockMinutes: String(props.lockMinutes),
      spelling: props.spelling,
      proveDepth: props.proveDepth,
      arrivalForm: props.arrivalForm,
      onlyKeyHarm: minorAsTyped(props.onlyKeyHarmMinor, currency),
      stolenLiveHarm: minorAsTyped(props.stolenLiveHarmMinor, currency),
      awayKeyHarm: minorAsTyped(props.awayKeyHarmMinor, currency),
    },
    check: async () => (await import('@/inputs/shop-input')).HabitsInput,
    read: ({ lockMinutes, onlyKeyHarm, stolenLiveHarm, awayKeyHarm, ...draft }) => ({
      ...draft,
      lockMinutes: typedNumber(lockMinutes),
      onlyKeyHarm: typedNumber(onlyKeyHarm),
      stolenLiveHarm: typedNumber(stolenLiveHarm),
      awayKeyHarm: typedNumber(awayKeyHarm),
    }),
    sender: useSave(onHabits),
  });
  return (
    <Panel
      title="Habits"
      note="Where the schools differ: as advised, or always one of the two. The customer’s choice goes before."
    >
      <Form of={of} className="flex flex-col gap-2">
        <div className="grid gap-x-3 sm:grid-cols-3">
          {(['missing', 'copy', 'first'] as const).map((question) => (
            <FormSelect
              key={question}
              of={of}
              name={question}
              label={choiceTitles[question]}
              choices={choicesOf<string>({ advised: 'As advised', ...choiceAnswers[question] })}
            />
          ))}
          <FormNumber of={of} name="lockMinutes" label="Lock an idle screen after, minutes" />
          <FormSelect
            of={of}
            name="spelling"
            label="Letters are spelled by"
            choices={spellingNames.map((value) => ({ value, label: spellings[value].name }))}
          />
          <FormSelect
            of={of}
            name="proveDepth"
            label="Keys are proved"
            hint="Full tries every lock, button and the flat-cell start too."
            choices={choicesOf(depthNames)}
          />
          <FormSelect
            of={of}
            name="arrivalForm"
            label="List before the first command"
            hint="Long notes the old state too, so that every later difference is your own."
            choices={choicesOf(arrivalForms)}
          />
          <FormNumber
            of={of}
            name="onlyKeyHarm"
            label={`Harm of opening the only key, ${currency}`}
            hint="What avoiding it is worth when routes are weighed."
          />
          <FormNumber of={of} name="stolenLiveHarm" label={`Harm of stolen keys left live, ${currency}`} />
          <FormNumber
            of={of}
            name="awayKeyHarm"
            label={`Harm of erasing a key kept elsewhere, ${currency}`}
            hint="For each: it has to be brought and learned again."
          />
        </div>
        <Button type="submit" className="self-start" busy={of.busy}>
          Set the habits
        </Button>
        <FormOutcome of={of} stored="The habits are set." />
      </Form>
    </Panel>
  );
}
