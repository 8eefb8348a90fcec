'use client';

import { useState } from 'react';
import type { Result } from '@/core/kinds/result';
import { Button } from '@/ui/button';
import { TextAreaField } from '@/ui/field';
import { Problems } from '@/ui/problems';
import { useSave } from '@/ui/use-submit';

export type OnAnswer = (data: unknown) => Promise<Result<null>>;

/** Writes to whoever holds the link to a quote. */
export function AnswerForm({
  jobNumber,
  quote,
  onAnswer,
}: {
  readonly jobNumber: number;
  readonly quote: number;
  readonly onAnswer: OnAnswer;
}) {
  const answer = useSave(onAnswer);
  const [words, setWords] = useState('');
  return (
    <form
      className="flex flex-wrap items-start gap-2"
      onSubmit={(event) => {
        event.preventDefault();
        answer.send({ number: jobNumber, quote, words }, () => setWords(''));
      }}
    >
      <TextAreaField
        label={`Answer on Q-${quote}: the customer’s page shows it`}
        className="min-w-0 flex-1 basis-60"
        value={words}
        maxLength={1000}
        error={answer.problemOf('words')}
        onChange={(event) => setWords(event.target.value)}
      />
      <Button
        type="submit"
        className="max-sm:basis-full sm:mt-6"
        busy={answer.pending}
        disabled={words.trim() === ''}
      >
        Send
      </Button>
      <Problems problems={answer.general} />
    </form>
  );
}
