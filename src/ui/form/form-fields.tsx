'use client';

import { type ComponentProps, type ReactNode, useEffect } from 'react';
import {
  type FieldPath,
  type FieldPathValue,
  type FieldValues,
  type RefCallBack,
  useController,
} from 'react-hook-form';
import { DayTicks } from '../day-ticks';
import { type Choice, SelectField, TextAreaField, TextField } from '../field';
import { Tick } from '../tick';
import { belongsTo, problemsIn } from './problems-in';
import type { FormOf } from './use-form-of';

interface Of<Draft extends FieldValues, Name extends FieldPath<Draft>> {
  readonly of: FormOf<Draft>;
  readonly name: Name;
  readonly label: string;
}

interface FieldState<Value> {
  readonly value: Value;
  readonly error: string | undefined;
  readonly onChange: (value: Value) => void;
  /** Where the focus goes when its row is new. */
  readonly ref: RefCallBack;
}

interface FormFieldProps<Draft extends FieldValues, Name extends FieldPath<Draft>> extends Of<Draft, Name> {
  /** How a value of it is read. */
  readonly show?: (value: unknown) => string;
  readonly children: (state: FieldState<FieldPathValue<Draft, Name>>) => ReactNode;
}

/** Any field of a form: what stands in it, and the word about what is wrong with it. */
export function FormField<Draft extends FieldValues, Name extends FieldPath<Draft>>({
  of,
  name,
  label,
  show,
  children,
}: FormFieldProps<Draft, Name>) {
  const { field, fieldState } = useController({ control: of.form.control, name });
  const { shown } = of;
  useEffect(() => {
    shown.set(name, { label, show });
    return () => {
      shown.delete(name);
    };
  });
  const error = [...problemsIn({ [name]: fieldState.error }), ...of.sender.problems].find(belongsTo(name));
  return children({ value: field.value, error: error?.message, onChange: field.onChange, ref: field.ref });
}

type Rest<Props> = Omit<
  Props,
  'ref' | 'name' | 'label' | 'value' | 'error' | 'onChange' | 'checked' | 'choices'
>;

/** What a field of words takes of its state. */
const wordsOf = <Value,>({ value, error, onChange, ref }: FieldState<Value>) => ({
  ref,
  error,
  value: value === undefined || value === null ? '' : String(value),
  onChange: (event: { readonly target: { readonly value: string } }) => onChange(event.target.value as Value),
});

export function FormText<Draft extends FieldValues, Name extends FieldPath<Draft>>({
  of,
  name,
  label,
  ...rest
}: Of<Draft, Name> & Rest<ComponentProps<typeof TextField>>) {
  return (
    <FormField of={of} name={name} label={label}>
      {(state) => <TextField label={label} {...wordsOf(state)} {...rest} />}
    </FormField>
  );
}

/** A number or an amount as it is typed. */
export function FormNumber<Draft extends FieldValues, Name extends FieldPath<Draft>>(
  props: Of<Draft, Name> & Rest<ComponentProps<typeof TextField>>,
) {
  return <FormText mono inputMode="decimal" {...props} />;
}

export function FormArea<Draft extends FieldValues, Name extends FieldPath<Draft>>({
  of,
  name,
  label,
  ...rest
}: Of<Draft, Name> & Rest<ComponentProps<typeof TextAreaField>>) {
  return (
    <FormField of={of} name={name} label={label}>
      {(state) => <TextAreaField label={label} {...wordsOf(state)} {...rest} />}
    </FormField>
  );
}

interface OfChoices<Value> {
  /** In the values that the field may have. */
  readonly choices: readonly Choice<Value>[];
}

export function FormSelect<Draft extends FieldValues, Name extends FieldPath<Draft>>({
  of,
  name,
  label,
  choices,
  ...rest
}: Of<Draft, Name> & OfChoices<FieldPathValue<Draft, Name>> & Rest<ComponentProps<typeof SelectField>>) {
  const show = (value: unknown) =>
    choices.find((choice) => choice.value === value)?.label ?? rest.empty ?? 'not said';
  return (
    <FormField of={of} name={name} label={label} show={show}>
      {({ value, error, onChange, ref }) => (
        <SelectField
          ref={ref}
          label={label}
          value={value ?? ''}
          error={error}
          choices={choices}
          onChange={(next) => onChange(next as typeof value)}
          {...rest}
        />
      )}
    </FormField>
  );
}

export function FormTick<Draft extends FieldValues, Name extends FieldPath<Draft>>({
  of,
  name,
  label,
}: Of<Draft, Name>) {
  return (
    <FormField of={of} name={name} label={label}>
      {({ value, error, onChange }) => (
        <Tick
          label={label}
          checked={Boolean(value)}
          error={error}
          onChange={(checked) => onChange(checked as typeof value)}
        />
      )}
    </FormField>
  );
}

/** Several boxes to tick, whose values make a list in the order of the choices. */
export function FormTicks<Draft extends FieldValues, Name extends FieldPath<Draft>>({
  of,
  name,
  label,
  choices,
}: Of<Draft, Name> & { readonly choices: readonly Choice[] }) {
  return (
    <FormField of={of} name={name} label={label}>
      {({ value, error, onChange }) => (
        <fieldset className="flex flex-wrap gap-x-5">
          <legend className="text-small font-semibold text-mute">{label}</legend>
          {choices.map((choice) => (
            <Tick
              key={choice.value}
              label={choice.label}
              checked={(value as readonly string[]).includes(choice.value)}
              onChange={(checked) =>
                onChange(
                  choices
                    .map((one) => one.value)
                    .filter((one) =>
                      one === choice.value ? checked : (value as readonly string[]).includes(one),
                    ) as typeof value,
                )
              }
            />
          ))}
          {error && (
            <p data-wrong className="w-full text-small text-oxide">
              {error}
            </p>
          )}
        </fieldset>
      )}
    </FormField>
  );
}

export function FormDays<Draft extends FieldValues, Name extends FieldPath<Draft>>({
  of,
  name,
  label,
}: Of<Draft, Name>) {
  return (
    <FormField of={of} name={name} label={label}>
      {({ value, error, onChange }) => (
        <DayTicks
          label={label}
          days={value}
          error={error}
          onChange={(days) => onChange(days as typeof value)}
        />
      )}
    </FormField>
  );
}
