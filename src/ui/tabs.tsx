'use client';

import { Tabs as Radix } from 'radix-ui';
import type { ReactNode } from 'react';
import { classNames } from './class-names';

interface TabsProps {
  readonly label: string;
  readonly tabs: readonly { readonly name: string; readonly label: string; readonly content: ReactNode }[];
  /** Which one lies on top, where something else than a press may turn to it. */
  readonly top?: string;
  readonly onTop?: (name: string) => void;
  /** Whole parts of a page with frames of their own, which keep what was typed while others lie on top. */
  readonly parts?: boolean;
}

/** Sheets that lie over one another, the first on top; arrow keys move between them. */
export function Tabs({ label, tabs, top, onTop, parts = false }: TabsProps) {
  const [first] = tabs;
  if (!first) return null;
  return (
    <Radix.Root
      defaultValue={first.name}
      {...(top === undefined ? {} : { value: top })}
      {...(onTop ? { onValueChange: onTop } : {})}
      className={classNames(!parts && 'rounded-lg border border-line bg-biscuit')}
    >
      <Radix.List aria-label={label} className="no-print flex flex-wrap border-b border-line">
        {tabs.map(({ name, label: text }) => (
          <Radix.Trigger
            key={name}
            value={name}
            className="min-h-12 border-b-4 border-transparent px-4 text-mute data-[state=active]:border-terra data-[state=active]:font-semibold data-[state=active]:text-ink"
          >
            {text}
          </Radix.Trigger>
        ))}
      </Radix.List>
      {tabs.map(({ name, content }) => (
        <Radix.Content
          key={name}
          value={name}
          {...(parts ? { forceMount: true } : {})}
          className={classNames(parts ? 'pt-4 data-[state=inactive]:hidden' : 'p-4')}
        >
          {content}
        </Radix.Content>
      ))}
    </Radix.Root>
  );
}
