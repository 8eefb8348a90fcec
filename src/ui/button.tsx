import type { ComponentProps, ReactNode } from 'react';
import { classNames } from './class-names';

export type ButtonLook = 'main' | 'plain' | 'quiet' | 'danger';

const looks: Record<ButtonLook, string> = {
  main: 'bg-terra text-on-terra border-terra',
  plain: 'bg-biscuit text-ink border-ink',
  quiet: 'bg-transparent text-ink border-edge',
  danger: 'bg-oxide-wash text-oxide border-oxide',
};

interface ButtonProps extends ComponentProps<'button'> {
  readonly look?: ButtonLook;
  /** Its press is under way: it keeps the focus, says so, and another press does nothing. */
  readonly busy?: boolean | undefined;
  /** A second, smaller line that says what follows. */
  readonly follows?: ReactNode;
}

/** A touch target of at least 44 px. `main` stands once on a screen. */
export function Button({
  look = 'plain',
  follows,
  children,
  className,
  type = 'button',
  busy = false,
  onClick,
  ...rest
}: ButtonProps) {
  return (
    <button
      type={type}
      data-main={look === 'main' || undefined}
      className={buttonClass(look, className)}
      aria-disabled={busy || undefined}
      aria-busy={busy || undefined}
      onClick={busy ? swallow : onClick}
      {...rest}
    >
      <ButtonWords follows={follows}>{children}</ButtonWords>
    </button>
  );
}

function swallow(event: { preventDefault(): void }): void {
  event.preventDefault();
}

/** The same look for a link. */
export function buttonClass(look: ButtonLook, extra?: string): string {
  return classNames(
    'inline-flex min-h-12 flex-col items-center justify-center rounded-lg border-[1.5px] px-4 py-1.5 text-center font-semibold',
    'disabled:cursor-not-allowed disabled:border-line disabled:bg-shelf disabled:text-mute',
    'aria-disabled:cursor-progress aria-disabled:border-line aria-disabled:bg-shelf aria-disabled:text-mute',
    looks[look],
    extra,
  );
}

export function ButtonWords({ follows, children }: { follows?: ReactNode; children: ReactNode }) {
  return (
    <>
      <span>{children}</span>
      {follows !== undefined && <span className="text-small font-normal">{follows}</span>}
    </>
  );
}
