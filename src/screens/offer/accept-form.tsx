'use client';

import dynamic from 'next/dynamic';
import { type ReactNode, useActionState, useEffect, useState } from 'react';
import { Button } from '@/ui/button';
import { TextField } from '@/ui/field';
import { type FormSend, problemIn } from '@/ui/form-answer';
import { Panel } from '@/ui/panel';
import { Problems } from '@/ui/problems';

const SignatureField = dynamic(
  () => import('../parts/signature-field').then(({ SignatureField }) => SignatureField),
  { ssr: false },
);

interface AcceptFormProps {
  readonly version: number;
  /** Where the car was said to stand. */
  readonly place: string | null;
  /** The options as radio buttons called `option`. */
  readonly options: ReactNode;
  /** What is read before it is accepted. */
  readonly before: ReactNode;
  readonly onAccept: FormSend;
}

/** Chooses and accepts. It works as a form of the browser; where scripts run it can be signed too. */
export function AcceptForm({ version, place, options, before, onAccept }: AcceptFormProps) {
  const [answer, send, pending] = useActionState(onAccept, null);
  const [signature, setSignature] = useState('');
  // The signature loads once the page can be read and accepted.
  const [runs, setRuns] = useState(false);
  useEffect(() => setRuns(true), []);
  const typed = answer?.typed;
  return (
    <form action={send} className="flex flex-col gap-4">
      <input type="hidden" name="version" value={version} />
      {options}
      {before}
      <Panel title="Accept" note="Accepting is binding for both sides within the validity of the quote.">
        <div className="flex flex-col gap-2">
          <TextField
            label="When would suit you?"
            name="when"
            defaultValue={typed?.when ?? ''}
            maxLength={200}
            error={problemIn(answer, 'when')}
          />
          <TextField
            label="Where does the car stand?"
            name="where"
            defaultValue={typed?.where ?? place ?? ''}
            maxLength={200}
            error={problemIn(answer, 'where')}
          />
          {runs && (
            <details>
              <summary className="min-h-11 cursor-pointer py-2 underline">
                Sign it by finger, if you like
              </summary>
              <SignatureField
                label="Your signature"
                value={signature}
                error={problemIn(answer, 'signature')}
                onChange={setSignature}
              />
            </details>
          )}
          <input type="hidden" name="signature" value={signature} />
          <Button
            type="submit"
            look="main"
            className="self-start"
            busy={pending}
            follows="what is chosen above"
          >
            Accept this one
          </Button>
          <Problems
            problems={(answer?.problems ?? []).filter(
              ({ field }) => field === undefined || field === 'option' || field === 'version',
            )}
          />
        </div>
      </Panel>
    </form>
  );
}
