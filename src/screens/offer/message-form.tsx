'use client';

import { useActionState } from 'react';
import type { MessageKind } from '@/core/quote/customer-message';
import { Button } from '@/ui/button';
import { TextAreaField } from '@/ui/field';
import { type FormSend, problemIn } from '@/ui/form-answer';
import { Problems } from '@/ui/problems';

/** Writes to the shop: words, or the wish for another time. */
export function MessageForm({
  kind,
  label,
  done,
  onMessage,
}: {
  readonly kind: MessageKind;
  readonly label: string;
  /** What is said once it is sent. */
  readonly done: string;
  readonly onMessage: FormSend;
}) {
  const [answer, send, pending] = useActionState(onMessage, null);
  return (
    <form action={send} className="flex flex-col items-start gap-2">
      <input type="hidden" name="kind" value={kind} />
      <TextAreaField
        label={label}
        name="words"
        className="w-full"
        required
        defaultValue={answer?.typed.words ?? ''}
        maxLength={1000}
        error={problemIn(answer, 'words')}
      />
      <Button type="submit" look="quiet" busy={pending}>
        Send
      </Button>
      {answer?.done && <p data-said>{done}</p>}
      <Problems problems={(answer?.problems ?? []).filter(({ field }) => field !== 'words')} />
    </form>
  );
}
