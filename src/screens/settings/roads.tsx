'use client';

import { useState } from 'react';
import type { Result } from '@/core/kinds/result';
import { Button } from '@/ui/button';
import { Field, plainChoices, SelectField } from '@/ui/field';
import { Notice } from '@/ui/notice';
import { Panel } from '@/ui/panel';
import { Problems } from '@/ui/problems';
import { useSave, useSubmit } from '@/ui/use-submit';
import type { RoadsOnFile, RoadsPreview } from '@/usecases/shop/roads';

interface RoadsProps {
  readonly onFile: RoadsOnFile;
  readonly onPreview: (data: unknown) => Promise<Result<RoadsPreview>>;
  readonly onStore: (data: unknown) => Promise<Result<null>>;
  readonly onDrop: () => Promise<Result<null>>;
}

/** The roads of the district as a file, or none: trips then go by the distances of the places. */
export function Roads({ onFile, onPreview, onStore, onDrop }: RoadsProps) {
  const [text, setText] = useState('');
  const [unreadable, setUnreadable] = useState('');
  const [preview, setPreview] = useState<RoadsPreview>();
  const [workshop, setWorkshop] = useState('');
  const look = useSubmit(onPreview);
  const store = useSave(onStore);
  const drop = useSave(onDrop);
  const read = async (file: File | undefined) => {
    setPreview(undefined);
    setUnreadable('');
    setText('');
    if (!file) return;
    const content = file.size > 400_000 ? undefined : await file.text();
    if (content === undefined || content.length > 100_000 || content.includes('�'))
      setUnreadable('A file of text in UTF-8, up to 100,000 characters.');
    else setText(content);
  };
  return (
    <Panel
      title="Roads"
      note="With roads on file a trip is reckoned from where the van is at that hour, with the rush and the ferries. Without them it goes by the distance of the place."
    >
      <p>
        {onFile.roads === 0
          ? 'There are no roads on file.'
          : `${countWords(onFile)}; the workshop is at ${onFile.workshop ?? 'no place of them'}.`}
      </p>
      <form
        className="mt-2 flex flex-wrap items-start gap-3"
        onSubmit={(event) => {
          event.preventDefault();
          look.send({ text }, ({ value }) => {
            setPreview(value);
            setWorkshop(value.nodes.includes(onFile.workshop ?? '') ? (onFile.workshop ?? '') : '');
          });
        }}
      >
        <Field
          label="File of roads"
          className="w-80"
          hint="CSV: kind (road or ferry), from, to, km, km_per_hour, rush_percent; of a ferry minutes, first, last, every_minutes."
          error={unreadable || undefined}
        >
          {(props) => (
            <input
              {...props}
              type="file"
              accept=".csv,text/csv"
              className="min-h-12 w-full rounded-lg border-[1.5px] border-edge bg-biscuit px-3 py-2.5"
              onChange={(event) => void read(event.target.files?.[0])}
            />
          )}
        </Field>
        <Button type="submit" className="mt-6" busy={look.pending} disabled={text === ''}>
          Read it
        </Button>
        {onFile.roads > 0 && (
          <>
            <a
              href="/api/roads"
              className="mt-6 flex min-h-12 items-center rounded-lg border-[1.5px] border-edge px-4"
            >
              Export
            </a>
            <Button look="danger" className="mt-6" busy={drop.pending} onClick={() => drop.send(undefined)}>
              Go by distances alone
            </Button>
          </>
        )}
      </form>
      <Problems problems={[...look.problems, ...drop.problems]} />
      {preview && preview.problems.length > 0 && (
        <Notice tone="oxide" role="alert">
          <b>Nothing of it can be stored.</b>
          <ul>
            {preview.problems.map(({ line, reason }) => (
              <li key={`${line} ${reason}`}>{`Line ${line}: ${reason}`}</li>
            ))}
          </ul>
        </Notice>
      )}
      {preview && preview.problems.length === 0 && (
        <form
          className="mt-3 flex flex-col gap-2"
          onSubmit={(event) => {
            event.preventDefault();
            store.send({ text, workshop }, () => setPreview(undefined));
          }}
        >
          <p data-said>
            {`${countWords(preview)}.`}
            {preview.unknown.length > 0 &&
              ` Not on these roads, and reckoned by distance: ${preview.unknown.join(', ')}.`}
          </p>
          <div className="flex flex-wrap items-start gap-3">
            <SelectField
              label="Where is the workshop?"
              className="w-64"
              empty="Choose"
              choices={plainChoices(preview.nodes)}
              value={workshop}
              onChange={setWorkshop}
            />
            <Button
              type="submit"
              look="main"
              className="mt-6"
              busy={store.pending}
              disabled={workshop === ''}
            >
              Go by these roads
            </Button>
          </div>
          <Problems problems={store.problems} />
        </form>
      )}
    </Panel>
  );
}

function countWords({ roads, ferries, nodes }: Pick<RoadsOnFile, 'roads' | 'ferries' | 'nodes'>): string {
  const many = (count: number, one: string, more: string) => `${count} ${count === 1 ? one : more}`;
  return `${many(roads, 'road', 'roads')} and ${many(ferries, 'ferry', 'ferries')} between ${nodes.length} points`;
}
