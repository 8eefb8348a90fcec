'use client';

import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { useEffect, useState } from 'react';
import { listOf, rowName } from '@/core/catalogue/lists/lists';
import type { ImportAnswer } from '@/formats/api/imports';
import { Button, ButtonWords, buttonClass } from '@/ui/button';
import { Notice } from '@/ui/notice';
import { Page } from '@/ui/page';
import { Lead, Panel } from '@/ui/panel';
import { Table, Td, Th, Tr } from '@/ui/table';
import { ChangedCell } from './changed-cell';

const watchMs = 400;

/** A file on its way: its progress, what it would do, and the yes that stores it. */
export function ImportView({ id, first }: { readonly id: string; readonly first: ImportAnswer | null }) {
  const { row, lost, watch } = useImport(id, first);
  if (!row)
    return (
      <Page title="File">
        <p className="text-mute" data-said>
          {lost ? 'There is no file of this number.' : 'Waiting for the first rows.'}
        </p>
      </Page>
    );
  return (
    <Page
      title={row.fileName}
      note={row.list === 'library' ? 'All lists' : listOf(row.list).title}
      actions={
        <Link href="/library/import" prefetch={false} className={buttonClass('plain')}>
          <ButtonWords>Import data</ButtonWords>
        </Link>
      }
    >
      <State row={row} onChanged={watch} />
      {row.preview && row.state !== 'cancelled' && <Preview row={row} preview={row.preview} />}
    </Page>
  );
}

/** The import, asked again while something goes on. */
function useImport(id: string, first: ImportAnswer | null) {
  const [row, setRow] = useState(first);
  const [lost, setLost] = useState(false);
  const [asked, setAsked] = useState(0);
  const busy = row === null || row.state === 'reading' || row.state === 'storing';
  useEffect(() => {
    if (!busy || asked > mostAsked) return;
    const timer = setTimeout(async () => {
      const response = await fetch(`/api/v1/imports/${id}`).catch(() => undefined);
      if (response?.ok) setRow(await response.json());
      else if (response?.status === 404 && asked > 10) setLost(true);
      setAsked((times) => times + 1);
    }, watchMs);
    return () => clearTimeout(timer);
  }, [busy, asked, id]);
  return {
    row,
    lost,
    watch: (changed: ImportAnswer) => {
      setRow(changed);
      setAsked((times) => times + 1);
    },
  };
}

const mostAsked = 5000;

function State({
  row,
  onChanged,
}: {
  readonly row: ImportAnswer;
  readonly onChanged: (row: ImportAnswer) => void;
}) {
  const router = useRouter();
  const [formulas, setFormulas] = useState(false);
  const [problem, setProblem] = useState<string>();
  const [pending, setPending] = useState(false);
  const send = async (method: 'POST' | 'DELETE', path: string, body?: object) => {
    setPending(true);
    setProblem(undefined);
    const response = await fetch(`/api/v1/imports/${row.id}${path}`, {
      method,
      ...(body ? { body: JSON.stringify(body), headers: { 'content-type': 'application/json' } } : {}),
    }).catch(() => undefined);
    const told = await response?.json().catch(() => undefined);
    setPending(false);
    if (response?.ok) onChanged(told);
    else setProblem(told?.detail ?? 'The server cannot be reached. Nothing was stored.');
    router.refresh();
  };
  const store = () => {
    onChanged({ ...row, state: 'storing', rowsDone: 0 });
    send('POST', '/store', row.preview && row.preview.formulas.length > 0 ? { formulas } : {});
  };
  const cancel = () => send('DELETE', '');
  const { state, preview } = row;
  const adds = preview?.lists.reduce((sum, { added, changed }) => sum + added + changed, 0) ?? 0;
  const wrong = problem && (
    <Notice tone="oxide" role="alert">
      {problem}
    </Notice>
  );
  switch (state) {
    case 'reading':
    case 'storing':
      return (
        <Lead over={state === 'reading' ? 'Being read' : 'Being stored'} title={progressWords(row)}>
          <progress
            aria-label="Rows"
            className="h-3 w-full"
            {...(row.rowsTotal ? { max: row.rowsTotal, value: row.rowsDone } : {})}
          />
          <Button className="mt-3" busy={pending && state === 'reading'} onClick={cancel}>
            Cancel
          </Button>
          {wrong}
        </Lead>
      );
    case 'read':
      return (
        <Lead
          over="Read, nothing stored yet"
          title={adds === 0 ? 'Everything in it is in the library already' : summary(row)}
          reason={preview?.remarks.join(' ')}
        >
          {preview && preview.formulas.length > 0 && (
            <label className="mb-3 flex min-h-11 items-center gap-2">
              <input
                type="checkbox"
                className="size-5 accent-(--terra)"
                checked={formulas}
                onChange={(event) => setFormulas(event.target.checked)}
              />
              Store the {preview.formulas.length} cells that a spreadsheet would run as formulas, as they
              stand
            </label>
          )}
          <div className="flex flex-wrap gap-2">
            <Button
              look="main"
              disabled={
                pending || adds === 0 || (preview !== null && preview.formulas.length > 0 && !formulas)
              }
              follows="all of it, or nothing"
              onClick={store}
            >
              Store it
            </Button>
            <Button look="quiet" busy={pending} onClick={cancel}>
              Drop it
            </Button>
          </div>
          {wrong}
        </Lead>
      );
    case 'refused':
      return (
        <Lead
          over="Refused, nothing was stored"
          title={`${preview?.refused ?? 0} ${preview?.refused === 1 ? 'row is' : 'rows are'} wrong`}
          reason="Mend the file and bring it again: all of it goes in, or nothing."
        />
      );
    case 'stored':
      return <Lead over="Stored" title={summary(row)} reason={preview?.remarks.join(' ')} />;
    case 'cancelled':
      return <Lead over="Cancelled" title="Nothing of it was stored" />;
    case 'failed':
      return <Lead over="Broken off" title="Nothing of it was stored" reason="Import the file again." />;
  }
}

function progressWords({ state, rowsDone, rowsTotal }: ImportAnswer): string {
  const done = rowsDone.toLocaleString('en-US');
  return state === 'reading' || rowsTotal === null
    ? `${done} rows read`
    : `${done} of ${rowsTotal.toLocaleString('en-US')} rows stored`;
}

function summary({ preview }: ImportAnswer): string {
  const sum = (of: 'added' | 'changed' | 'left') =>
    preview?.lists.reduce((total, list) => total + list[of], 0).toLocaleString('en-US') ?? '0';
  return `${sum('added')} added, ${sum('changed')} changed, ${sum('left')} left as they are`;
}

function Preview({
  row,
  preview,
}: {
  readonly row: ImportAnswer;
  readonly preview: NonNullable<ImportAnswer['preview']>;
}) {
  return (
    <>
      {preview.problems.length > 0 && (
        <Panel
          title="Refused"
          note={
            preview.problems.length < preview.refused
              ? `The first ${preview.problems.length}.`
              : 'Line in the file, column and reason.'
          }
        >
          <Problems problems={preview.problems} withList={row.list === 'library'} />
        </Panel>
      )}
      {preview.formulas.length > 0 && row.state !== 'stored' && (
        <Panel
          title="Cells that would run as formulas"
          note="They begin with = + - or @. Opened in a spreadsheet they may do something; here they stay text."
        >
          <Problems problems={preview.formulas} withList={row.list === 'library'} />
        </Panel>
      )}
      {preview.lists.length > 1 && (
        <Table label="Lists">
          <thead>
            <Tr>
              <Th>List</Th>
              <Th>Rows</Th>
              <Th>Added</Th>
              <Th>Changed</Th>
              <Th>Left</Th>
            </Tr>
          </thead>
          <tbody>
            {preview.lists.map(({ list, rows, added, changed, left }) => (
              <Tr key={list}>
                <Th row>{listOf(list).title}</Th>
                {[rows, added, changed, left].map((count, at) => (
                  // biome-ignore lint/suspicious/noArrayIndexKey: four counts in a fixed order
                  <Td key={at} className="font-mono">
                    {count}
                  </Td>
                ))}
              </Tr>
            ))}
          </tbody>
        </Table>
      )}
      {preview.changes.length > 0 && row.state !== 'refused' && <Changes changes={preview.changes} />}
    </>
  );
}

function Problems({
  problems,
  withList,
}: {
  readonly problems: NonNullable<ImportAnswer['preview']>['problems'];
  readonly withList: boolean;
}) {
  return (
    <Table label="Rows that are wrong">
      <thead>
        <Tr>
          {withList && <Th>List</Th>}
          <Th>Line</Th>
          <Th>Column</Th>
          <Th>Reason</Th>
        </Tr>
      </thead>
      <tbody>
        {problems.map(({ list, line, column, reason }) => (
          <Tr key={`${list} ${line} ${column} ${reason}`}>
            {withList && <Td>{listOf(list).title}</Td>}
            <Td className="font-mono">{line}</Td>
            <Td className="font-mono">{column ?? '–'}</Td>
            <Td>{reason}</Td>
          </Tr>
        ))}
      </tbody>
    </Table>
  );
}

type Change = NonNullable<ImportAnswer['preview']>['changes'][number];

function Changes({ changes }: { readonly changes: readonly Change[] }) {
  return (
    <Panel title="What it does" note="Changed rows first; up to 60 are shown.">
      <ul className="flex flex-col gap-2">
        {changes.map(({ list, line, before, after }) => {
          const fields = listOf(list).columns.filter(
            ({ name }) => before && (before[name] ?? '') !== (after[name] ?? ''),
          );
          return (
            <li key={`${list} ${line}`} className="border-t border-line pt-2 first:border-0 first:pt-0">
              <span className="text-small text-mute">Line {line}</span>{' '}
              <span className="font-semibold">{rowName(listOf(list), after)}</span>{' '}
              <span className={before ? 'text-ochre' : 'text-glaze'}>{before ? '≠ changed' : '+ added'}</span>
              {fields.map((column) => (
                <div key={column.name} className="pl-4">
                  <ChangedCell column={column} was={before?.[column.name]} is={after[column.name]} />
                </div>
              ))}
            </li>
          );
        })}
      </ul>
    </Panel>
  );
}
