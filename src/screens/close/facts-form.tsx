'use client';

import { useState } from 'react';
import { type FactKind, factKindNames, factKinds } from '@/core/catalogue/fact-kinds';
import { Button } from '@/ui/button';
import { EditOutcome } from '@/ui/edit-outcome';
import { SelectField, TextField } from '@/ui/field';
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
  const [form, setForm] = useState(facts);
  const edit = useEdit(onFacts, job);
  const sent = factKindNames.flatMap((kind) => {
    const value = form[kind]?.trim() ?? '';
    return value === '' ? [] : [{ kind, value }];
  });
  return (
    <Panel title="Facts as found" note="Only what was seen at this car. Empty means not looked at.">
      <form
        className="flex flex-col gap-2"
        onSubmit={(event) => {
          event.preventDefault();
          edit.edit({ facts: sent });
        }}
      >
        <fieldset disabled={job.closed} className="grid gap-x-3 sm:grid-cols-2 xl:grid-cols-4">
          <legend className="sr-only">Facts</legend>
          {factKindNames.map((kind) => {
            const common = {
              label: factKinds[kind].label,
              value: form[kind] ?? '',
              onChange: (event: { target: { value: string } }) =>
                setForm((before) => ({ ...before, [kind]: event.target.value })),
            };
            const offered = choices[kind];
            if (offered) {
              return (
                <SelectField
                  key={kind}
                  {...common}
                  empty="Not looked at"
                  choices={offered.map((value) => ({ value, label: value }))}
                />
              );
            }
            const type =
              factKinds[kind].value === 'month'
                ? 'month'
                : factKinds[kind].value === 'year'
                  ? 'number'
                  : 'text';
            return <TextField key={kind} {...common} type={type} maxLength={80} />;
          })}
        </fieldset>
        <EditOutcome
          edit={edit}
          mine={form}
          fields={factKindNames.map((kind) => ({ field: kind, label: factKinds[kind].label }))}
        />
        {!job.closed && (
          <Button type="submit" className="self-start" busy={edit.pending}>
            Keep the facts
          </Button>
        )}
      </form>
    </Panel>
  );
}
