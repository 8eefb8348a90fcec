'use client';

import { ChevronRight } from 'lucide-react';
import { type ReactNode, useEffect, useRef, useState } from 'react';
import { classNames } from './class-names';

interface FoldProps {
  readonly title: string;
  /** What it holds now, in a line. */
  readonly says?: string;
  /** It stands open at first; `wide` on all but a phone. */
  readonly open?: boolean | 'wide';
  readonly note?: ReactNode;
  readonly children: ReactNode;
}

/** A group of fields that is folded until somebody wants it, or something in it is wrong. */
export function Fold({ title, says, note, open: first = false, children }: FoldProps) {
  const [open, setOpen] = useState(first !== false);
  useEffect(() => {
    if (first === 'wide' && window.matchMedia('(max-width: 639px)').matches) setOpen(false);
  }, [first]);
  const inside = useRef<HTMLDivElement>(null);
  useEffect(() => {
    // What is wrong is never hidden.
    if (inside.current?.querySelector('[aria-invalid="true"]')) setOpen(true);
  });
  return (
    <details
      open={open}
      onToggle={(event) => setOpen(event.currentTarget.open)}
      className="rounded-lg border border-line bg-biscuit px-4"
    >
      <summary className="flex min-h-12 cursor-pointer flex-wrap items-center gap-x-3 py-2">
        <ChevronRight aria-hidden size={18} className={classNames('flex-none', open && 'rotate-90')} />
        <h2 className="font-semibold">{title}</h2>
        {says && <span className="text-small text-mute">{says}</span>}
      </summary>
      <div ref={inside} className="pb-4">
        {note && <p className="mb-3 text-small text-mute">{note}</p>}
        {children}
      </div>
    </details>
  );
}
