'use client';

import { Eye } from 'lucide-react';
import { useEffect, useState } from 'react';
import { Button } from '@/ui/button';
import { LockedOut } from '@/ui/locked-out';
import { Problems } from '@/ui/problems';
import { sendPasscode } from '@/ui/send-passcode';
import { useSubmit } from '@/ui/use-submit';
import { PasscodeField } from '../parts/passcode-field';
import { turnedCookie } from './turned-cookie';

/** Whether a job is turned to the customer on this device: until the passcode, or until the job is left. */
export function useTurned(number: number, isTurned: boolean): readonly [boolean, (turned: boolean) => void] {
  const [turned, setTurned] = useState(isTurned);
  useEffect(() => () => keep(null), []);
  return [
    turned,
    (next) => {
      keep(next ? number : null);
      setTurned(next);
    },
  ];
}

/** As a cookie, so that a page that is loaded again never shows for a moment what is hidden. */
function keep(number: number | null): void {
  // biome-ignore lint/suspicious/noDocumentCookie: a word for this device alone; the store of cookies is not everywhere
  document.cookie = `${turnedCookie}=${number ?? ''}; path=/; SameSite=Lax${number === null ? '; max-age=0' : ''}`;
}

/** The press that hides what is the shop's own. */
export function TurnButton({ onTurn }: { readonly onTurn: () => void }) {
  return (
    <Button look="quiet" className="no-print" onClick={onTurn}>
      <span className="inline-flex items-center gap-2">
        <Eye aria-hidden size={18} /> Turn it to the customer
      </span>
    </Button>
  );
}

/** Says that the job is turned to the customer, and takes the passcode for the way back. */
export function TurnedBar({ onBack }: { readonly onBack: () => void }) {
  const [open, setOpen] = useState(false);
  const [passcode, setPasscode] = useState('');
  const { send, pending, problemOf, general } = useSubmit((data) => sendPasscode('/api/passcode', data));
  return (
    <section
      aria-label="Turned to the customer"
      className="no-print flex flex-wrap items-center gap-3 border-b border-line bg-shelf px-4 py-2"
    >
      <p className="flex-1 basis-60 font-semibold">Turned to the customer.</p>
      {open ? (
        <form
          className="flex flex-wrap items-start gap-2"
          onSubmit={(event) => {
            event.preventDefault();
            send({ passcode }, onBack);
          }}
        >
          <PasscodeField value={passcode} error={problemOf('passcode')} onChange={setPasscode} />
          <Button type="submit" className="mt-6" busy={pending}>
            Turn it back
          </Button>
          <LockedOut message={problemOf('lockedOut')} />
          <Problems problems={general} />
        </form>
      ) : (
        <Button look="quiet" onClick={() => setOpen(true)}>
          Turn it back
        </Button>
      )}
    </section>
  );
}
