'use client';

import { RadioGroup } from 'radix-ui';
import { useState } from 'react';
import type { Role } from '@/core/kinds/actor';
import type { Failed } from '@/core/kinds/result';
import { Button } from '@/ui/button';
import { TextField } from '@/ui/field';
import { LockedOut } from '@/ui/locked-out';
import { Problems } from '@/ui/problems';
import { Standalone } from '@/ui/standalone';
import { useSubmit } from '@/ui/use-submit';

interface Person {
  readonly id: string;
  readonly name: string;
  readonly role: Role;
  readonly demoPasscode: string | null;
}

interface SignInProps {
  readonly shopName: string;
  readonly people: readonly Person[];
  readonly onSignIn: (data: unknown) => Promise<Failed>;
}

export function SignIn({ shopName, people, onSignIn }: SignInProps) {
  const [personId, setPersonId] = useState(people[0]?.id ?? '');
  const [passcode, setPasscode] = useState('');
  const { submit, pending, problemOf, general } = useSubmit(onSignIn);
  const chosen = people.find((person) => person.id === personId);
  return (
    <Standalone title={shopName}>
      <form
        className="flex flex-col gap-4"
        onSubmit={(event) => {
          event.preventDefault();
          submit({ personId, passcode });
        }}
      >
        <RadioGroup.Root
          value={personId}
          onValueChange={setPersonId}
          aria-label="Who are you"
          className="flex flex-col gap-2"
        >
          {people.map((person) => (
            <RadioGroup.Item
              key={person.id}
              value={person.id}
              className="flex min-h-12 items-center justify-between gap-3 rounded-lg border-[1.5px] border-edge px-4 text-left data-[state=checked]:border-ink data-[state=checked]:bg-shelf"
            >
              <span className="flex items-center gap-3 font-semibold">
                <span
                  aria-hidden
                  className="flex size-4 items-center justify-center rounded-full border-[1.5px] border-ink"
                >
                  <RadioGroup.Indicator className="size-2 rounded-full bg-ink" />
                </span>
                {person.name}
              </span>
              <span className="text-small text-mute">{person.role}</span>
            </RadioGroup.Item>
          ))}
        </RadioGroup.Root>
        <TextField
          label="Passcode"
          type="password"
          autoComplete="current-password"
          value={passcode}
          onChange={(event) => setPasscode(event.target.value)}
          error={problemOf('passcode') ?? problemOf('personId')}
          hint={
            chosen?.demoPasscode && (
              <>
                Demo shop: the passcode is <code className="font-mono text-ink">{chosen.demoPasscode}</code>
              </>
            )
          }
        />
        <LockedOut message={problemOf('lockedOut')} />
        <Problems problems={general} />
        <Button type="submit" look="main" disabled={pending}>
          {pending ? 'Signing in' : 'Sign in'}
        </Button>
      </form>
    </Standalone>
  );
}
