'use client';

import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import type { Cells } from '@/core/catalogue/lists/description';
import { type ListName, listOf, rowName } from '@/core/catalogue/lists/lists';
import { Button, ButtonWords, buttonClass } from '@/ui/button';
import { Page } from '@/ui/page';
import { SearchLine } from '@/ui/search-line';
import { Table, Td, Th, Tr } from '@/ui/table';
import { CellText } from './cell-text';
import { shownColumns } from './columns';

interface ListPageProps {
  readonly name: ListName;
  readonly rows: readonly { readonly id: string; readonly cells: Cells }[];
  /** Null where a search found more than this page. */
  readonly total: number | null;
  readonly next: readonly string[] | undefined;
  readonly search: string;
  readonly isFirst: boolean;
}

/** One list: searched, paged by its key, two rows ticked to compare them. */
export function ListPage({ name, rows, total, next, search, isFirst }: ListPageProps) {
  const list = listOf(name);
  const router = useRouter();
  const [text, setText] = useState(search);
  const [ticked, setTicked] = useState<readonly string[]>([]);
  const href = (words: string, after?: readonly string[]) => {
    const query = new URLSearchParams({
      ...(words ? { q: words } : {}),
      ...(after ? { after: JSON.stringify(after) } : {}),
    });
    return `/library/${name}${query.size > 0 ? `?${query}` : ''}`;
  };
  const tick = (id: string) =>
    setTicked((before) =>
      before.includes(id) ? before.filter((one) => one !== id) : [...before, id].slice(-2),
    );
  const columns = shownColumns(list);
  const [a, b] = ticked;
  return (
    <Page
      title={list.title}
      note={list.about}
      actions={
        <div className="flex flex-wrap gap-2">
          <a href={`/api/v1/lists/${name}`} download={`${name}.csv`} className={buttonClass('plain')}>
            <ButtonWords follows="CSV">Export</ButtonWords>
          </a>
          <Link href={`/library/import?list=${name}`} prefetch={false} className={buttonClass('plain')}>
            <ButtonWords follows="CSV">Import</ButtonWords>
          </Link>
          <Link href={`/library/${name}/new`} prefetch={false} className={buttonClass('main')} data-main>
            <ButtonWords>Add a row</ButtonWords>
          </Link>
        </div>
      }
    >
      <p className="text-small">
        <Link href="/library" prefetch={false} className="inline-flex min-h-11 items-center underline">
          Library
        </Link>{' '}
        <span className="text-mute">· {countWords(total, search)}</span>
      </p>
      <SearchLine
        label={`Words to find in ${list.title}`}
        placeholder="Words that stand in the row"
        value={text}
        onChange={setText}
        onFind={() => router.push(href(text.trim()))}
      >
        <Button
          disabled={ticked.length !== 2}
          follows={ticked.length === 2 ? 'side by side' : `tick two, ${ticked.length} so far`}
          onClick={() =>
            router.push(
              `/library/${name}/compare?${new URLSearchParams([
                ['id', a ?? ''],
                ['id', b ?? ''],
              ])}`,
            )
          }
        >
          Compare
        </Button>
      </SearchLine>
      {rows.length === 0 ? (
        <p className="rounded-lg border border-dashed border-edge p-6 text-center text-mute">
          {search ? `No row has all of “${search}”.` : 'Nothing here yet. Add a row, or import a file.'}
        </p>
      ) : (
        <Table label={list.title}>
          <thead>
            <Tr>
              <Th>
                <span className="sr-only">Compare</span>
              </Th>
              {columns.map((column) => (
                <Th key={column.name}>{column.label}</Th>
              ))}
            </Tr>
          </thead>
          <tbody>
            {rows.map(({ id, cells }) => (
              <Tr key={id}>
                <Td className="w-12 py-0!">
                  <label className="flex size-11 items-center justify-center">
                    <span className="sr-only">
                      Compare {columns.map(({ name: of }) => cells[of]).join(' ')}
                    </span>
                    <input
                      type="checkbox"
                      className="size-5 accent-(--terra)"
                      checked={ticked.includes(id)}
                      onChange={() => tick(id)}
                    />
                  </label>
                </Td>
                {columns.map(({ name: of, mono, column }, at) => (
                  <Td key={of} className={mono ? 'font-mono whitespace-nowrap' : ''}>
                    {at === 0 ? (
                      <Link
                        href={`/library/${name}/row?id=${encodeURIComponent(id)}`}
                        prefetch={false}
                        aria-label={rowName(list, cells)}
                        className="-my-2 inline-flex min-h-11 items-center font-semibold underline"
                      >
                        <CellText column={column} value={cells[of]} />
                      </Link>
                    ) : (
                      <CellText column={column} value={cells[of]} />
                    )}
                  </Td>
                ))}
              </Tr>
            ))}
          </tbody>
        </Table>
      )}
      <nav aria-label="Pages" className="flex justify-center gap-2">
        {!isFirst && (
          <Link href={href(search)} prefetch={false} className={buttonClass('plain')}>
            <ButtonWords>First page</ButtonWords>
          </Link>
        )}
        {next && (
          <Link href={href(search, next)} prefetch={false} className={buttonClass('plain')}>
            <ButtonWords>Next page</ButtonWords>
          </Link>
        )}
      </nav>
    </Page>
  );
}

function countWords(total: number | null, search: string): string {
  if (total === null) return 'more than one page found';
  return search ? `${total} found` : `${total} ${total === 1 ? 'row' : 'rows'}`;
}
