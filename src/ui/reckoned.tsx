import type { ReactNode } from 'react';

/** How a figure was reckoned, on demand. */
export function Reckoned({ title, children }: { readonly title: string; readonly children: ReactNode }) {
  return (
    <details className="text-small">
      <summary className="min-h-11 cursor-pointer content-center font-semibold text-mute">{title}</summary>
      <div className="flex flex-col gap-1 pb-2 text-mute">{children}</div>
    </details>
  );
}
