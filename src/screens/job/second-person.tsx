'use client';

import dynamic from 'next/dynamic';
import { useState } from 'react';
import type { Result } from '@/core/kinds/result';
import { Button } from '@/ui/button';
import { Notice } from '@/ui/notice';
import { Overlay } from '@/ui/overlay';
import { useSave } from '@/ui/use-submit';

/** It comes when it is opened: no station waits for what only a trainee needs. */
const SecondPersonForm = dynamic(() => import('./second-person-form').then((one) => one.SecondPersonForm));

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
  const end = useSave(onEnd);
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
        <SecondPersonForm number={number} people={people} onSignIn={onSignIn} onDone={() => setOpen(false)} />
      </Overlay>
    </Notice>
  );
}
