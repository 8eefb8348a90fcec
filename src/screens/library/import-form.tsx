'use client';

import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { useRef, useState } from 'react';
import { v7 as uuid } from 'uuid';
import type { ColumnMapping } from '@/core/catalogue/column-mapping';
import type { ImportState } from '@/core/catalogue/imports';
import { type ListName, listNames, listOf } from '@/core/catalogue/lists/lists';
import { formatDay, localMoment } from '@/core/kinds/local-time';
import type { Result } from '@/core/kinds/result';
import { Button, ButtonWords, buttonClass } from '@/ui/button';
import { Field, SelectField } from '@/ui/field';
import { Badge, Notice, type Tone } from '@/ui/notice';
import { Page } from '@/ui/page';
import { Panel } from '@/ui/panel';
import type { FileHeader } from '@/usecases/library/read-header';
import { stateWords } from './import-states';
import { MapColumns } from './map-columns';

interface ImportFormProps {
  /** The list that is chosen when the page opens. */
  readonly list: ListName | undefined;
  readonly imports: readonly {
    readonly id: string;
    readonly list: ListName | 'library';
    readonly fileName: string;
    readonly state: ImportState;
    readonly rowsTotal: number | null;
    readonly startedAt: Date;
    readonly by: string;
  }[];
  readonly zone: string;
  readonly onHeader: (data: unknown) => Promise<Result<FileHeader>>;
}

/** A file to be read; what it would do is shown before anything of it is stored. */
export function ImportForm({ list: first, imports, zone, onHeader }: ImportFormProps) {
  const router = useRouter();
  const [list, setList] = useState<ListName | 'library'>(first ?? 'applications');
  const [file, setFile] = useState<File>();
  const [problem, setProblem] = useState<string>();
  const [busy, setBusy] = useState(false);
  const [header, setHeader] = useState<FileHeader>();
  const [mapping, setMapping] = useState<ColumnMapping>({});
  const asked = useRef(0);

  /** Looks at the columns of a file; what they fill is asked where they are not the list's own. */
  const look = async (chosen: File | undefined, of: ListName | 'library') => {
    asked.current += 1;
    const own = asked.current;
    setHeader(undefined);
    setMapping({});
    if (!chosen || of === 'library') return;
    const text = await chosen.slice(0, lookedAt).text();
    const read = await onHeader({ list: of, text }).catch(() => undefined);
    // What is wrong with the file is said when it is read.
    if (!read?.ok || read.value.fits || own !== asked.current) return;
    setHeader(read.value);
    setMapping(read.value.mapping);
  };

  const send = () => {
    if (!file) {
      setProblem('Choose a file.');
      return;
    }
    const id = uuid();
    setBusy(true);
    setProblem(undefined);
    const search = new URLSearchParams({
      list,
      name: file.name,
      ...(header && { columns: JSON.stringify(mapping) }),
    });
    // The next page watches it being read; it goes on while that page opens.
    const sent = fetch(`/api/v1/imports/${id}?${search}`, {
      method: 'POST',
      body: file,
      headers: { 'content-type': list === 'library' ? 'application/json' : 'text/csv' },
    });
    sent.then(
      async (response) => {
        if (response.ok) {
          router.push(`/library/import/${id}`);
          return;
        }
        const told = await response.json().catch(() => ({}));
        setProblem(typeof told.detail === 'string' ? told.detail : 'The server could not read it.');
        setBusy(false);
      },
      () => {
        setProblem('The server cannot be reached. Nothing was stored.');
        setBusy(false);
      },
    );
    if (file.size > watchedFrom) router.push(`/library/import/${id}`);
  };
  return (
    <Page
      title="Import data"
      note="A file is read first and shown: what it adds, changes, leaves and why rows are refused. Then all of it is stored, or nothing."
      actions={
        <Link href="/library" prefetch={false} className={buttonClass('plain')}>
          <ButtonWords>Library</ButtonWords>
        </Link>
      }
    >
      <Panel title="File">
        <form
          className="flex flex-wrap items-start gap-3"
          onSubmit={(event) => {
            event.preventDefault();
            send();
          }}
        >
          <SelectField
            label="What it holds"
            className="w-72"
            value={list}
            choices={[
              ...listNames.map((name) => ({ value: name, label: `${listOf(name).title}, CSV` })),
              { value: 'library' as const, label: 'All lists, JSON' },
            ]}
            onChange={(next) => {
              setList(next);
              void look(file, next);
            }}
          />
          <Field label="File" className="min-w-[min(18rem,100%)] flex-1" error={problem}>
            {(props) => (
              <input
                {...props}
                type="file"
                accept={list === 'library' ? '.json,application/json' : '.csv,.txt,text/csv'}
                className="min-h-12 w-full rounded-lg border-[1.5px] border-edge bg-biscuit p-2.5 aria-invalid:border-oxide"
                onChange={(event) => {
                  const chosen = event.target.files?.[0];
                  setFile(chosen);
                  setProblem(undefined);
                  void look(chosen, list);
                }}
              />
            )}
          </Field>
          <Button type="submit" look="main" className="mt-[22px]" disabled={busy}>
            {busy ? 'Reading' : 'Read it'}
          </Button>
        </form>
        <div className="mt-3 flex flex-col gap-3">
          {header && list !== 'library' && (
            <MapColumns list={list} header={header} mapping={mapping} onMapping={setMapping} />
          )}
          <Columns list={list} />
          <Notice tone="plain">
            To begin with:{' '}
            <a href="/api/starter" download className="underline">
              files to fill in
            </a>
            , each list with an example and what its columns hold; or a{' '}
            <a href="/api/starter?form=json" download className="underline">
              small made-up library
            </a>{' '}
            that is imported as all lists, JSON.
          </Notice>
        </div>
      </Panel>
      <Panel title="Files of late">
        {imports.length === 0 ? (
          <p className="text-mute">No file was brought yet.</p>
        ) : (
          <ul>
            {imports.map(({ id, list: of, fileName, state, rowsTotal, startedAt, by }) => {
              const { day, hour } = localMoment(startedAt, zone);
              return (
                <li
                  key={id}
                  className="flex flex-wrap items-center gap-x-3 border-t border-line py-2 first:border-0"
                >
                  <Link href={`/library/import/${id}`} prefetch={false} className="font-semibold underline">
                    {fileName}
                  </Link>
                  <span>{of === 'library' ? 'All lists' : listOf(of).title}</span>
                  {rowsTotal !== null && <span className="text-mute">{rowsTotal} rows</span>}
                  <span className="text-small text-mute">
                    {by}, {formatDay(day, '')} {hour}
                  </span>
                  <Badge tone={tones[state]}>{stateWords[state]}</Badge>
                </li>
              );
            })}
          </ul>
        )}
      </Panel>
    </Page>
  );
}

/** As much of a file as its columns are looked for in. */
const lookedAt = 40_000;

/** Larger files are watched while they are read. */
const watchedFrom = 200_000;

const tones: Record<ImportState, Tone> = {
  reading: 'ochre',
  read: 'smalt',
  storing: 'ochre',
  stored: 'glaze',
  refused: 'oxide',
  cancelled: 'plain',
  failed: 'oxide',
};

function Columns({ list }: { readonly list: ListName | 'library' }) {
  if (list === 'library')
    return (
      <Notice tone="smalt">
        One document with all lists. Its{' '}
        <a href="/api/v1/schemas/library" className="underline">
          JSON Schema
        </a>{' '}
        says how; what was taken away from here goes in again as it is.
      </Notice>
    );
  const { columns, key } = listOf(list);
  return (
    <Notice tone="smalt">
      <p>
        A first line with these columns, in any order:{' '}
        {columns.map(({ name, optional }, at) => (
          <span key={name}>
            {at > 0 && ', '}
            <span className="font-mono">{name}</span>
            {optional && ' (may be left out)'}
          </span>
        ))}
        .
      </p>
      <p>
        A row with the same {key.join(', ')} as one of the library changes it; the others are added. Rows that
        are not in the file stay. A spreadsheet’s semicolons and decimal commas are understood.{' '}
        <a href={`/api/v1/lists/${list}`} download={`${list}.csv`} className="underline">
          The present list
        </a>{' '}
        is an example.
      </p>
    </Notice>
  );
}
