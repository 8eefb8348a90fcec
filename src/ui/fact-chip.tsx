'use client';

import { Popover } from 'radix-ui';
import type { ReactNode } from 'react';
import { classNames } from './class-names';

export type ChipState = 'told' | 'readAs' | 'corrected' | 'ask' | 'wrong';

interface FactChipProps {
  readonly label: string;
  readonly value: string;
  readonly state: ChipState;
  /** The editor that corrects it. */
  readonly children: ReactNode;
}

const looks: Record<ChipState, string> = {
  told: 'border-edge bg-biscuit',
  readAs: 'border-ochre bg-ochre-wash text-ochre',
  corrected: 'border-smalt bg-smalt-wash text-smalt',
  ask: 'border-dashed border-terra text-terra',
  wrong: 'border-oxide bg-oxide-wash text-oxide',
};

const prefixes: Record<ChipState, string> = {
  told: '',
  readAs: ', read as',
  corrected: ', by hand',
  ask: '',
  wrong: ', check',
};

/** A fact of the call as a chip; pressed, it opens its editor. */
export function FactChip({ label, value, state, children }: FactChipProps) {
  return (
    <Popover.Root>
      <Popover.Trigger
        className={classNames(
          'min-h-11 max-w-full rounded-lg border-[1.5px] px-3 py-1 text-left',
          looks[state],
        )}
      >
        {state === 'ask' ? (
          <span>ask: {label}?</span>
        ) : (
          <>
            <span className={classNames(state === 'told' && 'text-mute')}>
              {label}
              {prefixes[state]}
            </span>{' '}
            <span className="font-semibold break-words">{value}</span>
          </>
        )}
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          align="start"
          sideOffset={6}
          collisionPadding={12}
          aria-label={`Correct ${label}`}
          className="z-30 flex max-h-(--radix-popover-content-available-height) w-80 max-w-(--radix-popover-content-available-width) flex-col gap-2 overflow-y-auto rounded-lg border-[1.5px] border-ink bg-biscuit p-4"
        >
          {children}
          <Popover.Close className="min-h-11 rounded-lg border-[1.5px] border-ink font-semibold">
            Done
          </Popover.Close>
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
