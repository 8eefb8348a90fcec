'use client';

import { useState } from 'react';
import { said } from '@/core/procedure/document/step-words';
import { typeNow } from '@/core/run/system-types';
import { Button, ButtonWords, buttonClass } from '@/ui/button';
import { classNames } from '@/ui/class-names';
import { CountField } from '@/ui/count-field';
import { plainChoices, SelectField, TextField } from '@/ui/field';
import { Notice } from '@/ui/notice';
import type { RunShown } from './run-shown';

interface EndProps {
  readonly shown: RunShown;
  readonly busy: boolean;
  /** The system type that the tool speaks to here; undefined where it is the person's own. */
  readonly spoken?: string | null | undefined;
  readonly onEnd: (count: number | 'cannotSay' | null, reason: string, systemType?: string) => void;
}

/** The end that was reached: a success with its count, or a stop that says what comes next. */
export function EndCard({ shown, busy, spoken, onEnd }: EndProps) {
  const types = shown.ground.basis.systemTypes ?? [];
  const [type, setType] = useState(typeNow(shown.ground.basis, shown.log) ?? spoken ?? '');
  const end = shown.ground.bound.ends.get(shown.log.walk.at);
  if (!end) return null;
  return (
    <section
      aria-label="The end"
      className="flex flex-col gap-3 rounded-lg border border-line border-l-[6px] border-l-terra bg-biscuit p-4"
    >
      <div data-said>
        <p className="text-small text-mute">{end.kind === 'success' ? 'It worked' : 'It stops here'}</p>
        <h2 className="text-ask font-semibold">{said(end.say)}</h2>
      </div>
      {end.kind === 'success' && types.length > 1 && (
        <SelectField
          label="System type that answered"
          className="max-w-md"
          value={type}
          hint="It is tried first next time."
          empty="Not told"
          choices={plainChoices(types)}
          onChange={setType}
        />
      )}
      {end.kind === 'success' ? (
        <CountField
          label="Keys that the car knows now"
          answer={null}
          hint={
            shown.ground.basis.count === 'cannotSay'
              ? 'This car cannot tell: say so.'
              : 'Ask the car once more.'
          }
          pending={busy}
          onCount={(count) => onEnd(count, '', type === '' ? undefined : type)}
        />
      ) : (
        <Button
          look="main"
          className="self-start"
          busy={busy}
          disabled={!shown.drives}
          onClick={() => onEnd(null, '')}
        >
          End the run
        </Button>
      )}
    </section>
  );
}

/** A run that is given up before its end; the car stays as it is, and that is said. */
export function GiveUp({ shown, busy, onEnd }: EndProps) {
  const [reason, setReason] = useState('');
  const [isOpen, setOpen] = useState(false);
  if (!isOpen)
    return (
      <Button look="quiet" className="self-start" onClick={() => setOpen(true)} disabled={!shown.drives}>
        Stop the run
      </Button>
    );
  return (
    <form
      className="flex flex-wrap items-end gap-2"
      onSubmit={(event) => {
        event.preventDefault();
        onEnd(null, reason);
      }}
    >
      <TextField
        className="min-w-[min(16rem,100%)] flex-1"
        label="Why is it stopped"
        maxLength={300}
        value={reason}
        hint={
          shown.log.erased
            ? 'The car has forgotten its keys: those not learned since do not start it.'
            : 'What was done to the car so far stays done.'
        }
        onChange={(event) => setReason(event.target.value)}
      />
      <Button type="submit" look="danger" busy={busy} disabled={!shown.drives}>
        Stop it as it stands
      </Button>
      <Button look="quiet" onClick={() => setOpen(false)}>
        Go on
      </Button>
    </form>
  );
}

/** How the run came to its end. */
export function Ended({ shown: { log } }: { readonly shown: RunShown }) {
  if (!log.ended) return null;
  const { result, count, reason } = log.ended;
  return (
    <Notice tone={result === 'worked' ? 'glaze' : 'ochre'} said>
      {result === 'worked'
        ? `The run is over: it worked. ${count === 'cannotSay' ? 'This car cannot tell how many keys it knows.' : `The car knows ${count}.`}`
        : `The run is over: ${reason}`}
    </Notice>
  );
}

/** What was said on the line, as a file; who takes it stands in the audit. */
export function TraceLink({ runId }: { readonly runId: string }) {
  return (
    <a
      href={`/api/v1/runs/${runId}/trace`}
      download
      className={classNames(buttonClass('quiet'), 'self-start')}
    >
      <ButtonWords follows="sealed here: it carries PIN, seeds and keys">
        Save what was said on the line
      </ButtonWords>
    </a>
  );
}
