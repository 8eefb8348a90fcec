import Link from 'next/link';
import type { Cells } from '@/core/catalogue/lists/description';
import { type ListName, listOf } from '@/core/catalogue/lists/lists';
import { ButtonWords, buttonClass } from '@/ui/button';
import { Page } from '@/ui/page';
import { Table, Td, Th, Tr } from '@/ui/table';
import { CellText } from './cell-text';
import { isCode } from './columns';

interface CompareRowsProps {
  readonly list: ListName;
  readonly rows: readonly { readonly id: string; readonly name: string; readonly cells: Cells }[];
}

/** Two rows side by side, with only what differs marked. */
export function CompareRows({ list: name, rows }: CompareRowsProps) {
  const list = listOf(name);
  const [first] = rows;
  const differing = list.columns.filter(({ name: of }) =>
    rows.some(({ cells }) => (cells[of] ?? '') !== (first?.cells[of] ?? '')),
  );
  return (
    <Page
      title="Side by side"
      note={
        differing.length === 0
          ? 'They say the same.'
          : `They differ in ${differing.map(({ label }) => label.toLowerCase()).join(', ')}.`
      }
      actions={
        <Link href={`/library/${name}`} prefetch={false} className={buttonClass('plain')}>
          <ButtonWords>{list.title}</ButtonWords>
        </Link>
      }
    >
      <Table label="Side by side">
        <thead>
          <Tr>
            <Th>
              <span className="sr-only">Column</span>
            </Th>
            {rows.map(({ id, name: of }) => (
              <Th key={id} className="whitespace-normal">
                <Link
                  href={`/library/${name}/row?id=${encodeURIComponent(id)}`}
                  prefetch={false}
                  className="underline"
                >
                  {of}
                </Link>
              </Th>
            ))}
          </Tr>
        </thead>
        <tbody>
          {list.columns.map((column) => (
            <Tr key={column.name}>
              <Th row>{column.label}</Th>
              {rows.map(({ id, cells }) => (
                <Td
                  key={id}
                  differs={(cells[column.name] ?? '') !== (first?.cells[column.name] ?? '')}
                  className={isCode(column) ? 'font-mono' : ''}
                >
                  <CellText column={column} value={cells[column.name]} />
                </Td>
              ))}
            </Tr>
          ))}
        </tbody>
      </Table>
    </Page>
  );
}
