import type { ReactNode } from 'react';
import { classNames } from './class-names';

/** A titled part of a page on biscuit. */
export function Panel({
  title,
  note,
  children,
  className,
  id,
}: {
  title: string;
  note?: ReactNode;
  children: ReactNode;
  className?: string;
  /** By which a link leads to it. */
  id?: string;
}) {
  return (
    <section
      id={id}
      className={classNames('scroll-mt-4 rounded-lg border border-line bg-biscuit p-4', className)}
    >
      <h2 className="font-semibold">{title}</h2>
      {note && <p className="mt-0.5 text-small text-mute">{note}</p>}
      <div className="mt-3">{children}</div>
    </section>
  );
}

/** The advice or question of a station: what matters now, with its reason. */
export function Lead({
  over,
  title,
  reason,
  children,
}: {
  over?: string;
  title: string;
  reason?: ReactNode;
  children?: ReactNode;
}) {
  return (
    <section className="rounded-lg border border-line border-l-[6px] border-l-terra bg-biscuit p-4">
      <div data-said>
        {over && <p className="text-small font-semibold text-mute">{over}</p>}
        <h2 className="text-ask font-semibold">{title}</h2>
        {reason && <p className="mt-0.5 text-mute">{reason}</p>}
      </div>
      {children && <div className="mt-3">{children}</div>}
    </section>
  );
}
