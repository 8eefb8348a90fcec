'use client';

import { useState } from 'react';
import { Button } from '@/ui/button';
import { TextField } from '@/ui/field';
import { Notice } from '@/ui/notice';
import type { StepCardProps } from './step-props';

/** Where a key came from: it is taken from the stock once, as it is used. */
export function PieceAnswers({
  tag,
  name,
  pieces,
  busy,
  drives,
  onPiece,
}: Pick<StepCardProps, 'pieces' | 'busy' | 'onPiece'> & {
  readonly tag: number;
  readonly name: string;
  readonly drives: boolean;
}) {
  return (
    <>
      <p className="font-semibold">Where did {name} come from?</p>
      <div className="flex flex-wrap gap-2">
        {pieces.map((piece, at) => (
          <Button
            key={`${piece.article} ${piece.state} ${piece.grade}`}
            look={at === 0 ? 'main' : 'plain'}
            busy={busy}
            disabled={!drives}
            onClick={() => onPiece(tag, piece)}
            follows={`${piece.grade}, ${piece.state}: one less in the van`}
          >
            {piece.article}
          </Button>
        ))}
        <Button
          look={pieces.length === 0 ? 'main' : 'plain'}
          busy={busy}
          disabled={!drives}
          onClick={() => onPiece(tag, null)}
          follows="the customer’s, or counted elsewhere"
        >
          Not of the shop’s stock
        </Button>
      </div>
    </>
  );
}

export function PinAnswers({
  pins,
  held,
  busy,
  drives,
  online,
  onPin,
  onToldPin,
  onAnswer,
  follows,
}: Pick<StepCardProps, 'pins' | 'held' | 'busy' | 'onPin' | 'onToldPin' | 'onAnswer'> & {
  readonly drives: boolean;
  readonly online: boolean;
  readonly follows: (answer: string) => string | undefined;
}) {
  const [chosen, setChosen] = useState(pins[0]?.id ?? paper);
  const [told, setTold] = useState('');
  const [wrong, setWrong] = useState<string>();
  return (
    <>
      {held && !online && <Notice tone="ochre">{held}</Notice>}
      <fieldset className="flex flex-col gap-1">
        <legend className="text-small font-semibold text-mute">Which PIN</legend>
        {[
          ...pins,
          { id: paper, words: 'The one on the customer’s papers' },
          { id: other, words: 'Another one, sealed with the job now' },
        ].map(({ id, words }) => (
          <label key={id} className="flex min-h-11 items-center gap-3">
            <input
              type="radio"
              name="pin"
              className="size-5 accent-(--terra)"
              checked={chosen === id}
              onChange={() => setChosen(id)}
            />
            {words}
          </label>
        ))}
      </fieldset>
      {chosen === other && (
        <TextField
          label="PIN"
          mono
          type="password"
          inputMode="numeric"
          autoComplete="off"
          className="max-w-60"
          value={told}
          maxLength={20}
          error={wrong}
          onChange={({ target }) => setTold(target.value)}
        />
      )}
      <div className="flex flex-wrap gap-2">
        <Button
          look="main"
          busy={busy}
          disabled={!drives}
          onClick={() => {
            if (chosen !== other) return onPin(chosen === paper ? null : chosen);
            const isTold = told.trim().length >= 2;
            setWrong(isTold ? undefined : 'Type the PIN first.');
            if (isTold) onToldPin(told.trim());
          }}
          follows={follows('done')}
        >
          Entered
        </Button>
        <Button
          busy={busy}
          disabled={!drives}
          onClick={() => onAnswer('missing')}
          follows={follows('missing')}
        >
          Not to be had
        </Button>
      </div>
    </>
  );
}

const paper = 'paper';
const other = 'other';
