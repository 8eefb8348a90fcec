import type { ReactNode } from 'react';
import { classNames } from './class-names';

/**
 * A table on biscuit with ruled rows. Where the screen is narrow it scrolls sideways by itself, or its rows stack: the first cell with
 * the last one beside it, the others below by their `head`.
 */
export function Table({
  label,
  children,
  className,
  stacks,
}: {
  label: string;
  children: ReactNode;
  className?: string;
  stacks?: boolean;
}) {
  return (
    <section
      aria-label={label}
      // biome-ignore lint/a11y/noNoninteractiveTabindex: what scrolls sideways must be reachable by keyboard
      tabIndex={0}
      className={classNames('relative overflow-x-auto rounded-lg border border-line bg-biscuit', className)}
    >
      <table data-stacks={stacks || undefined} className="w-full border-collapse text-left">
        {children}
      </table>
    </section>
  );
}

const cell = 'px-3 py-2 align-top';

export function Th({
  children,
  className,
  row,
}: {
  children?: ReactNode;
  className?: string;
  row?: boolean;
}) {
  return (
    <th
      scope={row ? 'row' : 'col'}
      className={classNames(
        cell,
        row ? 'font-normal whitespace-nowrap text-mute' : 'font-semibold whitespace-nowrap',
        className,
      )}
    >
      {children}
    </th>
  );
}

export function Td({
  children,
  className,
  differs,
  head,
}: {
  children?: ReactNode;
  className?: string;
  differs?: boolean;
  /** What the cell is called where rows stack. */
  head?: string;
}) {
  return (
    <td data-head={head} className={classNames(cell, differs && 'bg-ochre-wash', className)}>
      {differs && (
        <span className="mr-1.5 font-bold text-ochre">
          <span aria-hidden>≠</span>
          <span className="sr-only">differs: </span>
        </span>
      )}
      {children}
    </td>
  );
}

export function Tr({ children }: { children: ReactNode }) {
  return <tr className="border-t border-line first:border-t-0">{children}</tr>;
}
