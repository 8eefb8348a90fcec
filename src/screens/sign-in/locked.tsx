'use client';

import { useState } from 'react';
import { Button } from '@/ui/button';
import { SignOutButton } from '@/ui/device/sign-out-button';
import { TextField } from '@/ui/field';
import { LockedOut } from '@/ui/locked-out';
import { Problems } from '@/ui/problems';
import { sendPasscode } from '@/ui/send-passcode';
import { Standalone } from '@/ui/standalone';
import { useSubmit } from '@/ui/use-submit';
import { useSweptDrafts } from '../parts/use-swept-drafts';

interface LockedProps {
  readonly name: string;
  readonly personId: string;
  readonly to: string;
  readonly onSignOut: () => Promise<void>;
}

/** The lock screen: the passcode alone brings the person back to where they were. */
export function Locked({ name, personId, to, onSignOut }: LockedProps) {
  useSweptDrafts();
  const [passcode, setPasscode] = useState('');
  const { send, pending, problemOf, general } = useSubmit((data) => sendPasscode('/api/unlock', data));
  return (
    <Standalone title={`Locked: ${name}`}>
      <form
        className="flex flex-col gap-4"
        onSubmit={(event) => {
          event.preventDefault();
          send({ passcode }, () => window.location.assign(to));
        }}
      >
        <p className="text-mute">
          The screen was idle or locked by hand. A call that was being typed is kept on this device; other
          words that were not saved are gone.
        </p>
        <TextField
          label="Your passcode"
          type="password"
          autoFocus
          autoComplete="current-password"
          value={passcode}
          error={problemOf('passcode')}
          onChange={(event) => setPasscode(event.target.value)}
        />
        <LockedOut message={problemOf('lockedOut')} />
        <Problems problems={general} />
        <Button type="submit" look="main" busy={pending}>
          Unlock
        </Button>
        <SignOutButton personId={personId} look="quiet" onSignOut={onSignOut}>
          Somebody else signs in
        </SignOutButton>
      </form>
    </Standalone>
  );
}
