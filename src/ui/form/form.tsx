'use client';

import type { ReactNode } from 'react';
import { type FieldValues, useFormState } from 'react-hook-form';
import type { Problem } from '@/core/kinds/result';
import { Notice } from '../notice';
import { Problems } from '../problems';
import { StaleOutcome } from '../stale-outcome';
import { belongsTo, problemsIn } from './problems-in';
import type { FormOf } from './use-form-of';

interface FormProps<Draft extends FieldValues> {
  readonly of: FormOf<Draft>;
  readonly className?: string;
  readonly children: ReactNode;
}

/** The form itself; what is wrong is said by the page, not by the browser. */
export function Form<Draft extends FieldValues>({ of, className, children }: FormProps<Draft>) {
  return (
    <form noValidate className={className} onSubmit={of.onSubmit}>
      {children}
    </form>
  );
}

interface FormOutcomeProps<Draft extends FieldValues> {
  readonly of: FormOf<Draft>;
  /** Problems of other presses beside the form. */
  readonly more?: readonly Problem[];
  /** Said once what stands in the fields was stored. */
  readonly stored?: string;
}

/** What is wrong and stands beside no field, or both states where somebody was faster. */
export function FormOutcome<Draft extends FieldValues>({ of, more = [], stored }: FormOutcomeProps<Draft>) {
  const { errors } = useFormState({ control: of.form.control });
  const { stale, problems } = of.sender;
  if (stale) {
    const fields = [...of.shown].map(([field, shown]) => ({ field, ...shown }));
    return <StaleOutcome stale={stale} fields={fields.filter(({ field }) => field in stale.theirs)} />;
  }
  const said = [...problemsIn(errors), ...problems, ...more];
  if (of.isStored && stored && said.length === 0) return <Notice tone="glaze">{stored}</Notice>;
  const beside = [...of.shown.keys()];
  return <Problems problems={said.filter((problem) => !beside.some((name) => belongsTo(name)(problem)))} />;
}
