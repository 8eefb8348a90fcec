'use client';

import { useRouter } from 'next/navigation';
import { useState } from 'react';
import type { Result } from '@/core/kinds/result';
import { Button } from '@/ui/button';
import { SelectField, TextField } from '@/ui/field';
import { LockedOut } from '@/ui/locked-out';
import { Notice } from '@/ui/notice';
import { Overlay } from '@/ui/overlay';
import { Problems } from '@/ui/problems';
import { useSubmit } from '@/ui/use-submit';

interface SecondPersonProps {
  readonly number: number;
  readonly people: readonly { readonly id: string; readonly name: string }[];
  /** Who stands beside the trainee now, and until when. */
  readonly second: { readonly name: string; readonly until: string } | null;
  readonly onSignIn: (data: unknown) => Promise<Result<{ name: string; until: Date }>>;
  readonly onEnd: (data: unknown) => Promise<Result<null>>;
}

/** A trainee works behind the gates only with a second person, who signs in on this screen for this job. */
export function SecondPerson({ number, people, second, onSignIn, onEnd }: SecondPersonProps) {
  const router = useRouter();
  const [open, setOpen] = useState(false);
  const [personId, setPersonId] = useState(people[0]?.id ?? '');
  const [passcode, setPasscode] = useState('');
  const signIn = useSubmit(onSignIn);
  const end = useSubmit(onEnd);
  return (
    <Notice tone={second ? 'glaze' : 'ochre'}>
      <div className="flex flex-wrap items-center justify-between gap-3">
        <span>
          {second
            ? `${second.name} stands beside you on this job until ${second.until}.`
            : 'You are a trainee: what opens cars needs a second person on this job.'}
        </span>
        {second ? (
          <Button
            look="quiet"
            busy={end.pending}
            onClick={() => end.submit({ number }, () => router.refresh())}
          >
            Second person leaves
          </Button>
        ) : (
          <Button onClick={() => setOpen(true)}>Second person signs in</Button>
        )}
      </div>
      <Overlay
        open={open}
        onOpenChange={setOpen}
        title="Second person"
        note="For this job and a few hours. What is done stays under the trainee’s name, and that you stood beside it is on record."
      >
        <form
          className="flex flex-col gap-3"
          onSubmit={(event) => {
            event.preventDefault();
            signIn.submit({ number, personId, passcode }, () => {
              setOpen(false);
              setPasscode('');
              router.refresh();
            });
          }}
        >
          <SelectField
            label="Who stands beside you"
            value={personId}
            error={signIn.problemOf('personId')}
            choices={people.map(({ id, name }) => ({ value: id, label: name }))}
            onChange={(event) => setPersonId(event.target.value)}
          />
          <TextField
            label="Passcode of the second person"
            type="password"
            autoComplete="off"
            value={passcode}
            error={signIn.problemOf('passcode')}
            onChange={(event) => setPasscode(event.target.value)}
          />
          <LockedOut message={signIn.problemOf('lockedOut')} />
          <Problems problems={signIn.general} />
          <Button type="submit" look="main" busy={signIn.pending}>
            Sign in beside the trainee
          </Button>
        </form>
      </Overlay>
    </Notice>
  );
}
