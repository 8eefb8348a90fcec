'use client';

import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { type Cells, cellWords, type ListColumn } from '@/core/catalogue/lists/description';
import { type LibraryList, type ListName, listOf } from '@/core/catalogue/lists/lists';
import type { Failed } from '@/core/kinds/result';
import { Button, ButtonWords, buttonClass } from '@/ui/button';
import { Field, SelectField, TextAreaField, TextField } from '@/ui/field';
import { Problems } from '@/ui/problems';
import { StaleNotice } from '@/ui/stale-notice';
import { useSubmit } from '@/ui/use-submit';
import { isCode } from './columns';
import { SourceFields } from './source-fields';

export type SaveAnswer =
  | { readonly ok: true; readonly value: { readonly id: string } }
  | (Failed & { readonly theirs?: Cells | null });

interface RowFormProps {
  readonly list: ListName;
  /** Null for a new row. */
  readonly id: string | null;
  readonly cells: Cells;
  readonly choices: Readonly<Record<string, readonly string[]>>;
  readonly onSave: (data: unknown) => Promise<SaveAnswer>;
  readonly onDone?: () => void;
}

/** One row with its fields, where it is known from and why it is changed. */
export function RowForm({ list: name, id, cells: first, choices, onSave, onDone }: RowFormProps) {
  const list = listOf(name);
  const router = useRouter();
  const [cells, setCells] = useState<Cells>(() => laidOut(list, first));
  const [seen, setSeen] = useState<Cells>(first);
  const [words, setWords] = useState({ source: '', reason: '' });
  const [theirs, setTheirs] = useState<Cells | null>();
  const { send, pending, problems, problemOf } = useSubmit(onSave);
  const sendOver = (base: Cells) =>
    send(
      { list: name, id, cells, seen: id === null ? null : base, ...words },
      ({ value }) => {
        setTheirs(undefined);
        onDone?.();
        if (id === null) router.push(`/library/${name}/row?id=${encodeURIComponent(value.id)}`);
        else router.refresh();
      },
      (failure) => setTheirs((failure as Failed & { theirs?: Cells | null }).theirs),
    );
  const fields = list.columns.map(({ name: of }) => of);
  return (
    <form
      className="flex flex-col gap-3"
      onSubmit={(event) => {
        event.preventDefault();
        sendOver(seen);
      }}
    >
      <div className="grid gap-3 sm:grid-cols-2 lg:grid-cols-3">
        {list.columns.map((column) => (
          <CellField
            key={column.name}
            column={column}
            value={cells[column.name] ?? ''}
            choices={choices[column.name]}
            error={problemOf(column.name)}
            stays={id !== null && list.keyStays === true && list.key.includes(column.name)}
            onChange={(value) => setCells((before) => ({ ...before, [column.name]: value }))}
          />
        ))}
      </div>
      <div className="border-t border-line pt-3">
        <SourceFields value={words} problemOf={problemOf} onChange={setWords} />
      </div>
      {theirs && (
        <StaleNotice
          who="Somebody"
          what=""
          subject="this row"
          rows={list.columns
            .map(({ name: of, label }) => ({ label, mine: cells[of] ?? '', theirs: theirs[of] ?? '' }))
            .filter((row) => row.mine !== row.theirs)}
          onKeepMine={() => {
            setSeen(theirs);
            sendOver(theirs);
          }}
          onTakeTheirs={() => {
            setCells(laidOut(list, theirs));
            setSeen(theirs);
            setTheirs(undefined);
            router.refresh();
          }}
        />
      )}
      {!theirs && (
        <Problems
          problems={problems.filter(
            ({ field }) => field === undefined || ![...fields, 'source', 'reason'].includes(field),
          )}
        />
      )}
      <div className="flex flex-wrap gap-2">
        <Button type="submit" look="main" busy={pending}>
          {id === null ? `Add the ${list.one}` : 'Save the change'}
        </Button>
        {onDone ? (
          <Button look="quiet" onClick={onDone}>
            Leave it
          </Button>
        ) : (
          <Link href={`/library/${name}`} prefetch={false} className={buttonClass('quiet')}>
            <ButtonWords>Leave it</ButtonWords>
          </Link>
        )}
      </div>
    </form>
  );
}

/** Documents in lines, as people read and write them; the library keeps them in one. */
function laidOut({ columns }: LibraryList, cells: Cells): Cells {
  const documents = columns.filter(({ type }) => type.kind === 'document');
  const lines = documents.flatMap(({ name }) => {
    const text = cells[name];
    return text === undefined ? [] : [[name, JSON.stringify(JSON.parse(text), null, 2)] as const];
  });
  return { ...cells, ...Object.fromEntries(lines) };
}

interface CellFieldProps {
  readonly column: ListColumn;
  readonly value: string;
  readonly choices: readonly string[] | undefined;
  readonly error: string | undefined;
  /** The key of an article or code, which a row keeps. */
  readonly stays: boolean;
  readonly onChange: (value: string) => void;
}

function CellField({ column, value, choices, error, stays, onChange }: CellFieldProps) {
  const { name, type, optional } = column;
  const label = optional ? `${column.label} (may be empty)` : column.label;
  const values = type.kind === 'choice' ? type.values : type.kind === 'yesNo' ? ['yes', 'no'] : undefined;
  if (values)
    return (
      <SelectField
        label={label}
        value={value}
        error={error}
        empty={value === '' || optional ? 'Choose' : undefined}
        choices={values.map((one) => ({ value: one, label: cellWords(column, one) }))}
        onChange={onChange}
      />
    );
  if (choices && choices.length > 0)
    return (
      <Field label={label} error={error}>
        {(props) => (
          <>
            <input
              {...props}
              list={`${name}-values`}
              value={value}
              autoComplete="off"
              readOnly={stays}
              className="min-h-12 w-full rounded-lg border-[1.5px] border-edge bg-biscuit px-3 font-mono aria-invalid:border-oxide read-only:bg-shelf"
              onChange={(event) => onChange(event.target.value)}
            />
            <datalist id={`${name}-values`}>
              {choices.map((one) => (
                <option key={one} value={one} />
              ))}
            </datalist>
          </>
        )}
      </Field>
    );
  if (type.kind === 'document')
    return (
      <TextAreaField
        label={label}
        value={value}
        error={error}
        hint="JSON, as the schema of the library says"
        className="col-span-full font-mono"
        rows={24}
        spellCheck={false}
        onChange={(event) => onChange(event.target.value)}
      />
    );
  return (
    <TextField
      label={label}
      mono={isCode(column)}
      value={value}
      error={error}
      readOnly={stays}
      hint={column.hint ?? hintOf(column)}
      onChange={(event) => onChange(event.target.value)}
    />
  );
}

function hintOf({ type }: ListColumn): string | undefined {
  if (type.kind === 'whole' || type.kind === 'decimal') return `${type.min} to ${type.max}`;
  return type.kind === 'words' ? 'Separated by spaces' : undefined;
}
