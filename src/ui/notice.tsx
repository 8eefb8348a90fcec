import type { ReactNode } from 'react';
import { classNames } from './class-names';

export type Tone = 'glaze' | 'ochre' | 'oxide' | 'smalt' | 'plain';

export const washes: Record<Tone, string> = {
  glaze: 'bg-glaze-wash text-glaze',
  ochre: 'bg-ochre-wash text-ochre',
  oxide: 'bg-oxide-wash text-oxide',
  smalt: 'bg-smalt-wash text-smalt',
  plain: 'bg-shelf text-ink',
};

/** A caution or a fact, said where it matters. `role` is `alert` where it answers what was just done; `said` where it comes by itself. */
export function Notice({
  tone,
  role,
  said = false,
  children,
}: {
  tone: Tone;
  role?: 'alert';
  said?: boolean;
  children: ReactNode;
}) {
  return (
    <div
      role={role}
      data-said={said || undefined}
      className={classNames('rounded-lg border-l-4 border-current px-3 py-2', washes[tone])}
    >
      {children}
    </div>
  );
}

/** A short word with a tone: never the colour alone. */
export function Badge({ tone, children }: { tone: Tone; children: ReactNode }) {
  return (
    <span
      className={classNames('inline-block rounded-md px-2 py-0.5 text-small font-semibold', washes[tone])}
    >
      {children}
    </span>
  );
}
