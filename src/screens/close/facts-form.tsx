'use client';

import { type FactKind, factKindNames, factKinds } from '@/core/catalogue/fact-kinds';
import { Button } from '@/ui/button';
import { plainChoices } from '@/ui/field';
import { Form, FormOutcome } from '@/ui/form/form';
import { FormSelect, FormText } from '@/ui/form/form-fields';
import { useFormOf } from '@/ui/form/use-form-of';
import type { JobRef } from '@/ui/job-ref';
import { Panel } from '@/ui/panel';
import { type EditAction, useEdit } from '@/ui/use-edit';

/** What the library has for the kinds of fact that are chosen from it. */
export type FactChoices = Readonly<Partial<Record<FactKind, readonly string[]>>>;

interface FactsFormProps {
  readonly job: JobRef;
  readonly facts: Readonly<Record<string, string>>;
  readonly choices: FactChoices;
  readonly onFacts: EditAction;
}

/** What the car really had: from the one list of kinds, so that the library can learn from it. */
export function FactsForm({ job, facts, choices, onFacts }: FactsFormProps) {
  const of = useFormOf<Record<FactKind, string>, unknown>({
    values: Object.fromEntries(factKindNames.map((kind) => [kind, facts[kind] ?? ''])) as Record<
      FactKind,
      string
    >,
    check: async () => (await import('@/inputs/job-inputs')).FactsInput,
    read: (draft) => ({
      facts: factKindNames.flatMap((kind) => {
        const value = draft[kind].trim();
        return value === '' ? [] : [{ kind, value }];
      }),
    }),
    sender: useEdit(onFacts, job),
  });
  return (
    <Panel title="Facts as found" note="Only what was seen at this car. Empty means not looked at.">
      <Form of={of} className="flex flex-col gap-2">
        <fieldset disabled={job.closed} className="grid gap-x-3 sm:grid-cols-2 xl:grid-cols-4">
          <legend className="sr-only">Facts</legend>
          {factKindNames.map((kind) => {
            const { label, value } = factKinds[kind];
            const offered = choices[kind];
            return offered ? (
              <FormSelect
                key={kind}
                of={of}
                name={kind}
                label={label}
                empty="Not looked at"
                choices={plainChoices(offered)}
              />
            ) : (
              <FormText
                key={kind}
                of={of}
                name={kind}
                label={label}
                type={value === 'month' ? 'month' : value === 'year' ? 'number' : 'text'}
                maxLength={80}
              />
            );
          })}
        </fieldset>
        <FormOutcome of={of} />
        {!job.closed && (
          <Button type="submit" className="self-start" busy={of.busy}>
            Keep the facts
          </Button>
        )}
      </Form>
    </Panel>
  );
}
