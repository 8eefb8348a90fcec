'use client';

import Link from 'next/link';
import { type ReactNode, useState } from 'react';
import type { Cells } from '@/core/catalogue/lists/description';
import { type ListName, listOf } from '@/core/catalogue/lists/lists';
import { formatDay, localMoment } from '@/core/kinds/local-time';
import { formatProbability } from '@/core/kinds/percent';
import { Button, ButtonWords, buttonClass } from '@/ui/button';
import { Badge } from '@/ui/notice';
import { Page } from '@/ui/page';
import { Panel } from '@/ui/panel';
import { Problems } from '@/ui/problems';
import { useSave } from '@/ui/use-submit';
import type { RowView } from '@/usecases/library/browse';
import type { FactStanding } from '@/usecases/library/check';
import { CellText, DocumentText } from './cell-text';
import { ChangedCell } from './changed-cell';
import { isCode } from './columns';
import { RowForm, type SaveAnswer } from './row-form';
import { SourceFields } from './source-fields';

interface RowPageProps {
  readonly list: ListName;
  /** Null where the row was taken out: only its history is left. */
  readonly row: { readonly id: string; readonly cells: Cells } | null;
  readonly id: string;
  readonly name: string;
  readonly changes: RowView['changes'];
  readonly facts: readonly FactStanding[];
  readonly choices: Readonly<Record<string, readonly string[]>>;
  readonly zone: string;
  /** What is to be read before its cells. */
  readonly top?: ReactNode;
  /** What else is said of it elsewhere. */
  readonly about?: ReactNode;
  /** What else this row has, for those who may see it. */
  readonly below?: ReactNode;
  readonly onSave: (data: unknown) => Promise<SaveAnswer>;
  readonly onRemove: (data: unknown) => Promise<SaveAnswer>;
  readonly onUndo: (data: unknown) => Promise<SaveAnswer>;
}

/** One row: what it says, how sure that is, who changed it and why; edited, undone, taken out. */
export function RowPage(props: RowPageProps) {
  const { list: name, row, facts } = props;
  const list = listOf(name);
  const [editing, setEditing] = useState(false);
  return (
    <Page
      title={props.name}
      note={row ? list.title : `${list.title}: this row was taken out.`}
      actions={
        <Link href={`/library/${name}`} prefetch={false} className={buttonClass('plain')}>
          <ButtonWords>{list.title}</ButtonWords>
        </Link>
      }
    >
      {props.top}
      {row && (
        <Panel title={editing ? 'Change it' : 'What it says'}>
          {editing ? (
            <RowForm
              key={JSON.stringify(row.cells)}
              list={name}
              id={row.id}
              cells={row.cells}
              choices={props.choices}
              onSave={props.onSave}
              onDone={() => setEditing(false)}
            />
          ) : (
            <>
              <dl className="grid gap-x-5 gap-y-2 sm:grid-cols-2 lg:grid-cols-3">
                {list.columns.map((column) => (
                  <div key={column.name} className={column.type.kind === 'document' ? 'col-span-full' : ''}>
                    <dt className="text-small text-mute">{column.label}</dt>
                    <dd className={isCode(column) ? 'font-mono' : ''}>
                      {column.type.kind === 'document' ? (
                        <DocumentText text={row.cells[column.name]} />
                      ) : (
                        <CellText column={column} value={row.cells[column.name]} />
                      )}
                    </dd>
                  </div>
                ))}
              </dl>
              <Button look="main" className="mt-4" onClick={() => setEditing(true)}>
                Change it
              </Button>
            </>
          )}
        </Panel>
      )}
      {props.about}
      {facts.length > 0 && <Facts facts={facts} />}
      <Changes changes={props.changes} list={name} zone={props.zone} onUndo={props.onUndo} />
      {row && <Remove list={name} row={row} onRemove={props.onRemove} />}
      {props.below}
    </Page>
  );
}

function Facts({ facts }: { readonly facts: readonly FactStanding[] }) {
  return (
    <Panel title="How sure" note="The source’s own certainty, moved by closed jobs that saw the fact.">
      <ul className="grid gap-x-5 gap-y-2 sm:grid-cols-2">
        {facts.map(({ label, value, certainty, source, confirmed, contradicted }) => (
          <li key={label}>
            <span className="text-small text-mute">{label}</span>{' '}
            <span className="font-mono font-semibold">{value}</span>{' '}
            <Badge tone={contradicted > 0 ? 'ochre' : 'glaze'}>{formatProbability(certainty)}</Badge>
            <span className="block text-small text-mute">
              {source}
              {confirmed > 0 && `; ${confirmed} ${confirmed === 1 ? 'job says' : 'jobs say'} so`}
              {contradicted > 0 && (
                <>
                  ;{' '}
                  <Link href="/library/conflicts" prefetch={false} className="text-ochre underline">
                    ≠ {contradicted} found something else
                  </Link>
                </>
              )}
            </span>
          </li>
        ))}
      </ul>
    </Panel>
  );
}

function Changes({
  changes,
  list: name,
  zone,
  onUndo,
}: {
  readonly changes: RowView['changes'];
  readonly list: ListName;
  readonly zone: string;
  readonly onUndo: RowPageProps['onUndo'];
}) {
  const list = listOf(name);
  const { send, pending, problems } = useSave(onUndo);
  return (
    <Panel title="History">
      <Problems problems={problems} />
      {changes.length === 0 ? (
        <p className="text-mute">As it was first loaded.</p>
      ) : (
        <ol className="flex flex-col gap-3">
          {changes.map((change, at) => {
            const { day, hour } = localMoment(change.at, zone);
            const fields = list.columns.filter(
              ({ name: of }) => (change.before?.[of] ?? '') !== (change.after?.[of] ?? ''),
            );
            return (
              <li key={change.id} className="border-t border-line pt-3 first:border-0 first:pt-0">
                <div className="flex flex-wrap items-start justify-between gap-3">
                  <div className="min-w-0">
                    <p>
                      <span className="font-semibold">{verbOf(change)}</span> by {change.by},{' '}
                      {formatDay(day, '')} {hour}
                    </p>
                    <p className="text-mute">
                      {change.reason}. Known from: {change.source}
                    </p>
                    {change.before && change.after && (
                      <ul className="mt-1">
                        {fields.map((column) => (
                          <li key={column.name}>
                            <ChangedCell
                              column={column}
                              was={change.before?.[column.name]}
                              is={change.after?.[column.name]}
                            />
                          </li>
                        ))}
                      </ul>
                    )}
                  </div>
                  {change.undoneBy === null && at === 0 && (
                    <Button busy={pending} onClick={() => send({ id: change.id })}>
                      Undo this
                    </Button>
                  )}
                  {change.undoneBy !== null && <Badge tone="plain">undone</Badge>}
                </div>
              </li>
            );
          })}
        </ol>
      )}
    </Panel>
  );
}

function verbOf({ before, after, undoes, importId }: RowView['changes'][number]): string {
  if (undoes) return 'Undone';
  const verb = before === null ? 'Added' : after === null ? 'Removed' : 'Changed';
  return importId === null ? verb : `${verb} by a file`;
}

function Remove({
  list: name,
  row,
  onRemove,
}: {
  readonly list: ListName;
  readonly row: { readonly id: string; readonly cells: Cells };
  readonly onRemove: RowPageProps['onRemove'];
}) {
  const [open, setOpen] = useState(false);
  const [words, setWords] = useState({ source: '', reason: '' });
  const { send, pending, problemOf, problems } = useSave(onRemove);
  if (!open)
    return (
      <Button look="quiet" className="self-start" onClick={() => setOpen(true)}>
        Remove this row
      </Button>
    );
  return (
    <Panel title="Remove this row" note="It stays in the history, and can be put back from there.">
      <form
        className="flex flex-col gap-3"
        onSubmit={(event) => {
          event.preventDefault();
          send({ list: name, id: row.id, seen: row.cells, ...words });
        }}
      >
        <SourceFields value={words} problemOf={problemOf} onChange={setWords} />
        <Problems problems={problems.filter(({ field }) => field === undefined)} />
        <div className="flex gap-2">
          <Button type="submit" look="danger" busy={pending}>
            Remove
          </Button>
          <Button look="quiet" onClick={() => setOpen(false)}>
            Leave it
          </Button>
        </div>
      </form>
    </Panel>
  );
}
