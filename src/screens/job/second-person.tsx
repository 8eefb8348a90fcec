'use client';

import { useState } from 'react';
import type { Result } from '@/core/kinds/result';
import { Button } from '@/ui/button';
import { Form, FormOutcome } from '@/ui/form/form';
import { FormSelect, FormText } from '@/ui/form/form-fields';
import { useFormOf } from '@/ui/form/use-form-of';
import { LockedOut } from '@/ui/locked-out';
import { Notice } from '@/ui/notice';
import { Overlay } from '@/ui/overlay';
import { useSave } from '@/ui/use-submit';

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
  const [open, setOpen] = useState(false);
  const signIn = useSave(onSignIn);
  const end = useSave(onEnd);
  const of = useFormOf({
    values: { personId: people[0]?.id ?? '', passcode: '' },
    check: async () => (await import('@/inputs/job-inputs')).SecondPersonInput,
    read: (draft) => ({ number, ...draft }),
    sender: signIn,
    clears: true,
    onDone: () => setOpen(false),
  });
  const lockedOut = signIn.problemOf('lockedOut');
  return (
    <Notice tone={second ? 'glaze' : 'ochre'}>
      <div className="flex flex-wrap items-center justify-between gap-3">
        <span>
          {second
            ? `${second.name} stands beside you on this job until ${second.until}.`
            : 'You are a trainee: what opens cars needs a second person on this job.'}
        </span>
        {second ? (
          <Button look="quiet" busy={end.pending} onClick={() => end.send({ number })}>
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
        <Form of={of} className="flex flex-col gap-3">
          <FormSelect
            of={of}
            name="personId"
            label="Who stands beside you"
            choices={people.map(({ id, name }) => ({ value: id, label: name }))}
          />
          <FormText
            of={of}
            name="passcode"
            label="Passcode of the second person"
            type="password"
            autoComplete="off"
          />
          {lockedOut ? <LockedOut message={lockedOut} /> : <FormOutcome of={of} />}
          <Button type="submit" look="main" busy={of.busy}>
            Sign in beside the trainee
          </Button>
        </Form>
      </Overlay>
    </Notice>
  );
}
