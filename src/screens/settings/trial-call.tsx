'use client';

import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { formatDay } from '@/core/kinds/local-time';
import { formatMoney } from '@/core/kinds/money';
import type { Result } from '@/core/kinds/result';
import { Button } from '@/ui/button';
import { Form, FormOutcome } from '@/ui/form/form';
import { FormText } from '@/ui/form/form-fields';
import { useFormOf } from '@/ui/form/use-form-of';
import { handLine } from '@/ui/handed-line';
import { Notice } from '@/ui/notice';
import { Panel } from '@/ui/panel';
import { useSubmit } from '@/ui/use-submit';
import type { TrialPrice } from '@/usecases/benches/trial-call';

interface TrialCallProps {
  /** Of the library and the places; empty where the library has no car. */
  readonly line: string;
  /** Steps without which nothing has a price. */
  readonly missing: readonly string[];
  readonly onPrice: (data: unknown) => Promise<Result<TrialPrice>>;
}

/** A caller's line priced as a call would be: whether the shop can work. */
export function TrialCall({ line, missing, onPrice }: TrialCallProps) {
  const router = useRouter();
  const [priced, setPriced] = useState<TrialPrice>();
  const price = useSubmit(onPrice);
  const of = useFormOf({
    values: { line },
    check: async () => (await import('@/inputs/firm-inputs')).TrialLineInput,
    sender: {
      ...price,
      send: (data: unknown, onDone?: (answer: { ok: true; value: TrialPrice }) => void) => {
        setPriced(undefined);
        price.send(data, (answer) => {
          setPriced(answer.value);
          onDone?.(answer);
        });
      },
    },
  });
  return (
    <Panel
      title="A trial call"
      note={
        missing.length === 0
          ? 'What would you say to this caller? Nothing is stored.'
          : `Nothing has a price without: ${missing.join(', ')}.`
      }
    >
      <Form of={of} className="flex flex-wrap items-start gap-3">
        <FormText
          of={of}
          name="line"
          label="In the caller’s words"
          className="min-w-[min(18rem,100%)] flex-1"
          maxLength={300}
        />
        <Button type="submit" className="mt-6" busy={of.busy}>
          Price it
        </Button>
      </Form>
      <FormOutcome of={of} />
      {priced && (
        <Notice tone="glaze" said>
          <b>{priced.car}</b>
          {!priced.withTrip && ' (without a trip: no place of yours was named)'}
          <ul>
            {priced.options.map(({ name, totalMinor, readyBy }, at) => (
              <li key={name}>
                {at === 0 && 'Say first: '}
                {name},{' '}
                <span className="font-mono font-bold">
                  {formatMoney({ minor: totalMinor, currency: priced.currency }, priced.locale)}
                </span>{' '}
                with tax, ready by {formatDay(readyBy, priced.today)}.
              </li>
            ))}
          </ul>
        </Notice>
      )}
      {priced && (
        <Button
          look="main"
          className="mt-2"
          follows="opens nothing until you say so"
          onClick={() => {
            handLine(of.form.getValues('line'));
            router.push('/jobs/new');
          }}
        >
          Take this call
        </Button>
      )}
    </Panel>
  );
}
