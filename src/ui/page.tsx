import type { ReactNode } from 'react';

interface PageProps {
  readonly title: string;
  readonly note?: ReactNode;
  readonly actions?: ReactNode;
  readonly children: ReactNode;
}

/** A place: its title, what can be done, and what stands there. */
export function Page({ title, note, actions, children }: PageProps) {
  return (
    <main className="mx-auto flex max-w-[1180px] flex-col gap-4 px-4 py-5">
      <header className="flex flex-wrap items-end justify-between gap-3">
        <div>
          <h1 className="text-title font-semibold">{title}</h1>
          {note && <p className="text-mute">{note}</p>}
        </div>
        {actions}
      </header>
      {children}
    </main>
  );
}
