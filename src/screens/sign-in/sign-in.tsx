'use client';

import { RadioGroup } from 'radix-ui';
import { useState } from 'react';
import type { Role } from '@/core/kinds/actor';
import { Button } from '@/ui/button';
import { TextField } from '@/ui/field';
import { LockedOut } from '@/ui/locked-out';
import { Problems } from '@/ui/problems';
import { sendPasscode } from '@/ui/send-passcode';
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
  /** Of a demo shop only; elsewhere people type who they are. */
  readonly people: readonly Person[];
  /** Where the person was going. */
  readonly to: string;
}

export function SignIn({ shopName, people, to }: SignInProps) {
  const [who, setWho] = useState(people[0]?.id ?? '');
  const [passcode, setPasscode] = useState('');
  const { send, pending, problemOf, general } = useSubmit((data) => sendPasscode('/api/sign-in', data));
  const chosen = people.find((person) => person.id === who);
  return (
    <Standalone title={shopName}>
      <form
        className="flex flex-col gap-4"
        onSubmit={(event) => {
          event.preventDefault();
          send({ who, passcode }, () => window.location.assign(to));
        }}
      >
        {people.length > 0 ? (
          <PeopleOfDemo people={people} who={who} onChoose={setWho} />
        ) : (
          <TextField
            label="Your name"
            autoFocus
            autoCapitalize="words"
            autoComplete="username"
            value={who}
            onChange={(event) => setWho(event.target.value)}
            error={problemOf('who')}
          />
        )}
        <TextField
          label="Passcode"
          type="password"
          autoComplete="current-password"
          value={passcode}
          onChange={(event) => setPasscode(event.target.value)}
          error={problemOf('passcode')}
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
        <Button type="submit" look="main" busy={pending}>
          {pending ? 'Signing in' : 'Sign in'}
        </Button>
      </form>
    </Standalone>
  );
}

function PeopleOfDemo({
  people,
  who,
  onChoose,
}: {
  readonly people: readonly Person[];
  readonly who: string;
  readonly onChoose: (id: string) => void;
}) {
  return (
    <RadioGroup.Root
      value={who}
      onValueChange={onChoose}
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
  );
}
