'use client';

import { useState } from 'react';
import { readVolts, voltsProblem } from '@/core/kinds/volts';
import type { BoundNode } from '@/core/procedure/bind/bound';
import { said } from '@/core/procedure/document/step-words';
import { type Mark, type MarkName, markNames } from '@/core/run/run-log';
import { Button } from '@/ui/button';
import { TextField } from '@/ui/field';
import { PhotographButton } from '@/ui/photograph-button';
import type { RunShown } from './run-shown';

interface MarkBarProps {
  readonly shown: RunShown;
  readonly node: BoundNode | undefined;
  readonly jobNumber: number;
  readonly runId: string;
  readonly busy: boolean;
  readonly onMark: (mark: Omit<Mark, 'atMs' | 'node'>) => Promise<boolean>;
}

const hints: Readonly<Record<MarkName, string>> = {
  note: 'What is it?',
  volts: 'Volts, such as 12.4',
  tookLong: 'Why, where it is known (may be empty)',
  textWrong: 'What is wrong with this step? It goes to the library’s conflicts.',
};

/** What can be marked at any step, whatever comes of it: a note, the voltage, that it took long, that its text is wrong, a photograph. */
export function MarkBar({ shown, node, jobNumber, runId, busy, onMark }: MarkBarProps) {
  const [open, setOpen] = useState<MarkName | null>(null);
  const [words, setWords] = useState('');
  const [wrong, setWrong] = useState<string>();
  const { marks } = shown.log;
  const send = async (mark: MarkName) => {
    const volts = mark === 'volts' ? readVolts(words) : null;
    if (volts === undefined) return setWrong(voltsProblem);
    if ((mark === 'note' || mark === 'textWrong') && words.trim() === '')
      return setWrong('Write what it is.');
    if (!(await onMark({ mark, words: volts === null ? words.trim() : '', volts }))) return;
    setOpen(null);
    setWords('');
    setWrong(undefined);
  };
  return (
    <section aria-label="Marks at this step" className="flex flex-col gap-2">
      <div className="flex flex-wrap items-center gap-2">
        {(Object.keys(markNames) as MarkName[]).map((mark) => (
          <Button
            key={mark}
            look="quiet"
            aria-expanded={open === mark}
            disabled={!shown.drives}
            onClick={() => {
              setOpen(open === mark ? null : mark);
              setWrong(undefined);
            }}
          >
            {markNames[mark]}
          </Button>
        ))}
        <PhotographButton
          jobNumber={jobNumber}
          runId={runId}
          of={node ? said(node.step.say).slice(0, 120) : 'the end of the run'}
          disabled={!shown.online}
        />
      </div>
      {open && (
        <form
          className="flex flex-wrap items-start gap-2"
          onSubmit={(event) => {
            event.preventDefault();
            void send(open);
          }}
        >
          <TextField
            label={hints[open]}
            className="min-w-60 flex-1"
            value={words}
            maxLength={open === 'volts' ? 5 : 300}
            inputMode={open === 'volts' ? 'decimal' : 'text'}
            error={wrong}
            onChange={({ target }) => setWords(target.value)}
          />
          <Button type="submit" className="mt-[22px]" busy={busy}>
            Mark it
          </Button>
        </form>
      )}
      {marks.length > 0 && (
        <ul className="text-small text-mute">
          {marks.map((mark) => (
            <li key={`${mark.atMs} ${mark.mark} ${mark.words}`}>{markWords(mark)}</li>
          ))}
        </ul>
      )}
    </section>
  );
}

function markWords({ mark, words, volts }: Mark): string {
  const more = volts === null ? words : `${volts} V`;
  return more === '' ? markNames[mark] : `${markNames[mark]}: ${more}`;
}
