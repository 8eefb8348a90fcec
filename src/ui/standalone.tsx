import type { ReactNode } from 'react';

interface StandaloneProps {
  readonly title: string;
  /** Names the document too: for pages that have no metadata of their own. */
  readonly named?: boolean;
  readonly children: ReactNode;
}

/** A page without the rail: sign-in, set-up, and when something is away. */
export function Standalone({ title, named, children }: StandaloneProps) {
  return (
    <main className="mx-auto flex min-h-dvh max-w-xl flex-col justify-center px-4 py-8">
      {named && <title>{`${title} · Kilnsman`}</title>}
      <p className="mb-2 flex items-center gap-2 text-small font-semibold tracking-wide text-mute">
        <KilnMark /> Kilnsman
      </p>
      <div className="rounded-tag border-[1.5px] border-ink bg-biscuit p-6">
        <h1 className="mb-3 text-title font-semibold">{title}</h1>
        {children}
      </div>
    </main>
  );
}

/** The mark: a tag with its punched hole. */
export function KilnMark() {
  return (
    <svg aria-hidden width="26" height="16" viewBox="0 0 26 16" className="text-terra">
      <path
        d="M1 5 6 1h17a2 2 0 0 1 2 2v10a2 2 0 0 1-2 2H6l-5-4z"
        fill="none"
        stroke="currentColor"
        strokeWidth="1.6"
      />
      <circle cx="7" cy="8" r="2.2" fill="none" stroke="currentColor" strokeWidth="1.6" />
    </svg>
  );
}
