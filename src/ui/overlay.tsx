'use client';

import { X } from 'lucide-react';
import { Dialog } from 'radix-ui';
import { type ReactNode, useRef } from 'react';

interface OverlayProps {
  readonly open: boolean;
  readonly onOpenChange: (open: boolean) => void;
  readonly title: string;
  readonly note?: string;
  readonly children: ReactNode;
}

/** A sheet over the page; Esc closes it and focus returns to where it came from. */
export function Overlay({ open, onOpenChange, title, note, children }: OverlayProps) {
  // Radix goes back to a trigger, which a sheet that is opened from elsewhere has not.
  const opener = useRef<Element>(null);
  return (
    <Dialog.Root open={open} onOpenChange={onOpenChange}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-20 bg-[rgb(0_0_0/0.5)]" />
        <Dialog.Content
          aria-describedby={undefined}
          onOpenAutoFocus={() => {
            opener.current = document.activeElement;
          }}
          onCloseAutoFocus={(event) => {
            event.preventDefault();
            if (opener.current instanceof HTMLElement) opener.current.focus();
          }}
          className="fixed inset-x-3 top-[8vh] z-30 mx-auto max-h-[84vh] max-w-2xl overflow-y-auto rounded-tag border-[1.5px] border-ink bg-biscuit p-5 text-ink"
        >
          <div className="mb-3 flex items-start justify-between gap-4">
            <div>
              <Dialog.Title className="text-title font-semibold">{title}</Dialog.Title>
              {note && <p className="text-mute">{note}</p>}
            </div>
            <Dialog.Close
              aria-label="Close"
              className="flex size-11 flex-none items-center justify-center rounded-lg border border-edge"
            >
              <X aria-hidden size={20} />
            </Dialog.Close>
          </div>
          {children}
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
