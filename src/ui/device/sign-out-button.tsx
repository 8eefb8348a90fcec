'use client';

import { useState, useTransition } from 'react';
import { Button, type ButtonLook } from '../button';
import { DeviceStore, dropFromDevice } from './device-store';

interface SignOutButtonProps {
  readonly personId: string;
  readonly look?: ButtonLook;
  readonly children: string;
  readonly onSignOut: () => Promise<void>;
}

/** Signs out and drops what this browser keeps for the person; what was not sent yet is told of first. */
export function SignOutButton({ personId, look = 'plain', children, onSignOut }: SignOutButtonProps) {
  const [pending, startTransition] = useTransition();
  const [waiting, setWaiting] = useState(0);
  const press = () =>
    startTransition(async () => {
      // A browser that keeps nothing has nothing to drop.
      const left = waiting > 0 ? 0 : await waitingFor(personId).catch(() => 0);
      setWaiting(left);
      if (left > 0) return;
      await dropFromDevice(personId).catch(() => {});
      await onSignOut();
    });
  return (
    <Button
      look={waiting > 0 ? 'danger' : look}
      busy={pending}
      onClick={press}
      follows={
        waiting > 0
          ? `${waiting === 1 ? '1 entry of a run waits' : `${waiting} entries of a run wait`} here unsent and would be lost`
          : undefined
      }
    >
      {waiting > 0 ? 'Sign out all the same' : children}
    </Button>
  );
}

async function waitingFor(personId: string): Promise<number> {
  const store = await DeviceStore.open(personId);
  try {
    return await store.waiting();
  } finally {
    store.close();
  }
}
