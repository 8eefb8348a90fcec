'use client';

import { useState } from 'react';
import type { CountAnswer } from '@/core/programming/plan';
import { Button } from './button';
import { TextField } from './field';

interface CountFieldProps {
  readonly label: string;
  readonly answer: CountAnswer | null;
  readonly hint?: string | undefined;
  readonly problem?: string | undefined;
  readonly pending: boolean;
  readonly onCount: (answer: CountAnswer) => void;
}

/** How many keys the car knows: a number, or 'cannot say', which is an ordinary answer. */
export function CountField({ label, answer, hint, problem, pending, onCount }: CountFieldProps) {
  const [text, setText] = useState(typeof answer === 'number' ? String(answer) : '');
  const [wrong, setWrong] = useState<string>();
  return (
    <form
      className="flex flex-col gap-2"
      onSubmit={(event) => {
        event.preventDefault();
        const count = /^\d{1,2}$/.test(text.trim()) ? Number(text) : undefined;
        setWrong(count === undefined ? 'Type how many keys, 0 to 64.' : undefined);
        if (count !== undefined) onCount(count);
      }}
    >
      <TextField
        label={label}
        inputMode="numeric"
        mono
        value={text}
        hint={hint}
        error={wrong ?? problem}
        onChange={(event) => setText(event.target.value)}
      />
      <div className="grid grid-cols-2 gap-2">
        <Button type="submit" busy={pending}>
          Note the count
          <span className="sr-only">. {label}</span>
        </Button>
        <Button
          look={answer === 'cannotSay' ? 'plain' : 'quiet'}
          busy={pending}
          onClick={() => onCount('cannotSay')}
        >
          Car cannot say
          <span className="sr-only">. {label}</span>
        </Button>
      </div>
    </form>
  );
}
