'use client';

import { Tabs as Radix } from 'radix-ui';
import type { ReactNode } from 'react';

interface TabsProps {
  readonly label: string;
  readonly tabs: readonly { readonly name: string; readonly label: string; readonly content: ReactNode }[];
}

/** Sheets that lie over one another, the first on top; arrow keys move between them. */
export function Tabs({ label, tabs }: TabsProps) {
  const [first] = tabs;
  if (!first) return null;
  return (
    <Radix.Root defaultValue={first.name} className="rounded-lg border border-line bg-biscuit">
      <Radix.List aria-label={label} className="flex flex-wrap border-b border-line">
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
        <Radix.Content key={name} value={name} className="p-4">
          {content}
        </Radix.Content>
      ))}
    </Radix.Root>
  );
}
