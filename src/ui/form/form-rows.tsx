'use client';

import { type ReactNode, useRef } from 'react';
import { type FieldArray, type FieldArrayPath, type FieldValues, useFieldArray } from 'react-hook-form';
import { Button } from '../button';
import { classNames } from '../class-names';
import type { FormOf } from './use-form-of';

interface FormRowsProps<Draft extends FieldValues, Name extends FieldArrayPath<Draft>> {
  readonly of: FormOf<Draft>;
  readonly name: Name;
  /** What one row is called, as in 'Remove band 2'. */
  readonly one: string;
  readonly add: string;
  readonly empty: FieldArray<Draft, Name>;
  /** Said where there is none. */
  readonly none?: string;
  readonly className?: string;
  readonly rowClassName?: string;
  /** The fields of the row at a place. */
  readonly children: (at: number) => ReactNode;
}

/** Rows that can be added and taken away, with the focus on the row that is new, or on the way to the next. */
export function FormRows<Draft extends FieldValues, Name extends FieldArrayPath<Draft>>({
  of,
  name,
  one,
  add,
  empty,
  none,
  className = 'flex flex-col gap-1',
  rowClassName = 'flex flex-wrap items-start gap-2',
  children,
}: FormRowsProps<Draft, Name>) {
  const { fields, append, remove } = useFieldArray({ control: of.form.control, name, keyName: 'rowKey' });
  const adds = useRef<HTMLButtonElement>(null);
  return (
    <div className="flex flex-col items-start gap-1">
      <ul className={classNames('w-full', className)}>
        {fields.map((row, at) => (
          <li key={row.rowKey} className={rowClassName}>
            {children(at)}
            <Button
              look="quiet"
              className="mt-[22px]"
              aria-label={`Remove ${one} ${at + 1}`}
              onClick={() => {
                remove(at);
                adds.current?.focus();
              }}
            >
              Remove
            </Button>
          </li>
        ))}
        {fields.length === 0 && none && <li className="text-mute">{none}</li>}
      </ul>
      <Button ref={adds} look="quiet" onClick={() => append(empty)}>
        {add}
      </Button>
    </div>
  );
}
