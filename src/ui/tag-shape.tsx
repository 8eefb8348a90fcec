import type { ReactNode } from 'react';
import { classNames } from './class-names';
import type { Tone } from './notice';

export type Outline = 'solid' | 'dashed' | 'dotted';

interface TagShapeProps {
  readonly tone: Tone;
  readonly outline?: Outline;
  /** Width of the pointed end in px; the hole stands in it. */
  readonly tip?: number;
  readonly className?: string;
  readonly children: ReactNode;
}

const fills: Record<Tone, string> = {
  glaze: 'text-glaze [--fill:var(--glaze-wash)]',
  ochre: 'text-ochre [--fill:var(--ochre-wash)]',
  oxide: 'text-oxide [--fill:var(--oxide-wash)]',
  smalt: 'text-smalt [--fill:var(--smalt-wash)]',
  plain: 'text-ink [--fill:var(--biscuit)]',
};

const dashes: Record<Outline, string | undefined> = { solid: undefined, dashed: '6 4', dotted: '2 4' };

/** A paper tag with its punched hole: pointed on the left, round on the right. */
export function TagShape({ tone, outline = 'solid', tip = 30, className, children }: TagShapeProps) {
  return (
    <div className={classNames('flex min-w-0 items-stretch', fills[tone])}>
      <div className="relative flex-none" style={{ width: tip }}>
        <svg
          aria-hidden
          className="absolute inset-x-0 inset-y-px h-[calc(100%-2px)] w-full overflow-visible"
          viewBox="0 0 30 60"
          preserveAspectRatio="none"
        >
          <path
            d="M30.5 0H20L1 18V42L20 60H30.5"
            fill="var(--fill)"
            stroke="currentColor"
            strokeWidth="2"
            strokeDasharray={dashes[outline]}
            vectorEffect="non-scaling-stroke"
          />
        </svg>
        <span
          aria-hidden
          className="absolute top-1/2 left-[9px] size-[14px] -translate-y-1/2 rounded-full border-2 border-current bg-slip"
        />
      </div>
      <div
        className={classNames(
          'min-w-0 flex-1 rounded-r-tag border-2 border-l-0 border-current bg-(--fill)',
          outline === 'dashed' && 'border-dashed',
          outline === 'dotted' && 'border-dotted',
          className,
        )}
      >
        {children}
      </div>
    </div>
  );
}
