import type { ReactNode } from 'react';
import { classNames } from './class-names';
import { Table, Td, Th, Tr } from './table';

/**
 * `name` is what a row is known by, `number` stands right, `code` in equal letters, `press` holds what can be done, with its
 * head for those who do not see the table.
 */
type ColumnLook = 'name' | 'words' | 'number' | 'code' | 'press';

export interface TableColumn<Item> {
  readonly head: string;
  readonly look?: ColumnLook;
  readonly cell: (item: Item) => ReactNode;
  readonly differs?: (item: Item) => boolean;
}

interface ListTableProps<Item> {
  readonly label: string;
  readonly items: readonly Item[];
  readonly keyOf: (item: Item) => string | number;
  /** Said where there is none. */
  readonly none?: string;
  readonly className?: string;
  readonly columns: readonly (TableColumn<Item> | false | undefined)[];
}

const looks: Record<ColumnLook, string | undefined> = {
  name: undefined,
  words: undefined,
  number: 'text-right font-mono whitespace-nowrap',
  code: 'font-mono',
  press: 'text-right',
};

/** A list as a table: a row for each item, its columns said once. */
export function ListTable<Item>({ label, items, keyOf, none, className, columns }: ListTableProps<Item>) {
  if (items.length === 0 && none !== undefined) return <p className="text-mute">{none}</p>;
  const shown = columns.filter((column) => column !== false && column !== undefined);
  return (
    <Table label={label} {...(className !== undefined && { className })}>
      <thead>
        <Tr>
          {shown.map(({ head, look = 'words' }) => (
            <Th key={head} className={look === 'number' ? 'text-right' : undefined}>
              {look === 'press' ? <span className="sr-only">{head}</span> : head}
            </Th>
          ))}
        </Tr>
      </thead>
      <tbody>
        {items.map((item) => (
          <Tr key={keyOf(item)}>
            {shown.map(({ head, look = 'words', cell, differs }) =>
              look === 'name' ? (
                <Th key={head} row>
                  <span className="text-ink">{cell(item)}</span>
                </Th>
              ) : (
                <Td key={head} className={classNames(looks[look])} differs={differs?.(item) ?? false}>
                  {cell(item)}
                </Td>
              ),
            )}
          </Tr>
        ))}
      </tbody>
    </Table>
  );
}
