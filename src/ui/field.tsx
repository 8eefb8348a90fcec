import { type ComponentProps, type ReactNode, useId } from 'react';
import { classNames } from './class-names';

interface FieldProps {
  readonly label: string;
  readonly hint?: ReactNode;
  readonly error?: string | undefined;
  readonly className?: string | undefined;
  /** It stands in a table, whose head and row say what it is: the label is for those who do not see them. */
  readonly inTable?: boolean | undefined;
  readonly children: (props: {
    id: string;
    'aria-describedby': string;
    'aria-invalid': boolean;
  }) => ReactNode;
}

/** A label, what goes in, and below it the hint or the clear word about what is wrong. */
export function Field({ label, hint, error, className, inTable = false, children }: FieldProps) {
  const id = useId();
  return (
    <div className={classNames('flex flex-col gap-1', className)}>
      <label htmlFor={id} className={inTable ? 'sr-only' : 'text-small font-semibold text-mute'}>
        {label}
      </label>
      {children({ id, 'aria-describedby': `${id}-note`, 'aria-invalid': error !== undefined })}
      <p id={`${id}-note`} className={inTable && !error ? 'sr-only' : 'text-small'}>
        {error ? (
          <span className="text-oxide">{error}</span>
        ) : hint ? (
          <span className="text-mute">{hint}</span>
        ) : null}
      </p>
    </div>
  );
}

const box =
  'min-h-12 w-full rounded-lg border-[1.5px] border-edge bg-biscuit px-3 text-ink aria-invalid:border-oxide disabled:bg-shelf';

type TextFieldProps = Omit<FieldProps, 'children'> &
  Omit<ComponentProps<'input'>, 'className'> & { mono?: boolean };

export function TextField({ label, hint, error, className, inTable, mono, ...input }: TextFieldProps) {
  return (
    <Field label={label} hint={hint} error={error} className={className} inTable={inTable}>
      {(props) => (
        <input {...props} className={classNames(box, mono && 'font-mono')} autoComplete="off" {...input} />
      )}
    </Field>
  );
}

type TextAreaFieldProps = Omit<FieldProps, 'children'> & Omit<ComponentProps<'textarea'>, 'className'>;

export function TextAreaField({ label, hint, error, className, ...area }: TextAreaFieldProps) {
  return (
    <Field label={label} hint={hint} error={error} className={className}>
      {(props) => <textarea {...props} className={classNames(box, 'py-2')} rows={2} {...area} />}
    </Field>
  );
}

export interface Choice<Value = string> {
  readonly value: Value;
  readonly label: string;
}

/** The values of a list with their words, in its order. */
export function choicesOf<Value extends string>(words: Readonly<Record<Value, string>>): Choice<Value>[] {
  return (Object.entries(words) as [Value, string][]).map(([value, label]) => ({ value, label }));
}

/** Values that are their own words. */
export function plainChoices<Value extends string>(values: readonly Value[]): Choice<Value>[] {
  return values.map((value) => ({ value, label: value }));
}

type SelectFieldProps<Value extends string> = Omit<FieldProps, 'children'> &
  Omit<ComponentProps<'select'>, 'className' | 'value' | 'onChange'> & {
    readonly value: NoInfer<Value> | '';
    readonly choices: readonly Choice<Value>[];
    /** What an empty choice says, where there may be none. */
    readonly empty?: string | undefined;
    readonly onChange: (value: Value) => void;
  };

/** The device's own list: best under a gloved thumb and for the keyboard. */
export function SelectField<Value extends string>({
  label,
  hint,
  error,
  className,
  choices,
  empty,
  inTable,
  onChange,
  ...select
}: SelectFieldProps<Value>) {
  return (
    <Field label={label} hint={hint} error={error} className={className} inTable={inTable}>
      {(props) => (
        <select
          {...props}
          className={box}
          onChange={(event) => onChange(event.target.value as Value)}
          {...select}
        >
          {empty !== undefined && <option value="">{empty}</option>}
          {choices.map((choice) => (
            <option key={choice.value} value={choice.value}>
              {choice.label}
            </option>
          ))}
        </select>
      )}
    </Field>
  );
}
