'use client';

import { Search } from 'lucide-react';
import { type ReactNode, useRef } from 'react';
import { Button } from './button';
import { useShortcut } from './use-shortcut';

interface SearchLineProps {
  /** What is searched, for those who do not see the field. */
  readonly label: string;
  readonly placeholder: string;
  readonly value: string;
  readonly onChange: (value: string) => void;
  readonly onFind: () => void;
  /** Further buttons after Find. */
  readonly children?: ReactNode;
}

/** A line that searches the list below it; `/` leads there. */
export function SearchLine({ label, placeholder, value, onChange, onFind, children }: SearchLineProps) {
  const field = useRef<HTMLInputElement>(null);
  useShortcut('/', () => field.current?.focus(), { preventDefault: true });
  return (
    <search>
      <form
        className="flex flex-wrap gap-2"
        onSubmit={(event) => {
          event.preventDefault();
          onFind();
        }}
      >
        <label className="relative min-w-60 flex-1">
          <span className="sr-only">{label}</span>
          <Search aria-hidden size={20} className="absolute top-3.5 left-3 text-mute" />
          <input
            ref={field}
            type="search"
            value={value}
            maxLength={100}
            placeholder={placeholder}
            onChange={(event) => onChange(event.target.value)}
            className="min-h-12 w-full rounded-lg border-[1.5px] border-edge bg-biscuit pr-3 pl-10"
          />
        </label>
        <Button type="submit">Find</Button>
        {children}
      </form>
    </search>
  );
}
