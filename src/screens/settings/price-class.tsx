'use client';

import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { minorPlaces } from '@/core/kinds/money';
import type { Result } from '@/core/kinds/result';
import { Button } from '@/ui/button';
import { TextField } from '@/ui/field';
import { Panel } from '@/ui/panel';
import { Problems } from '@/ui/problems';
import { useSubmit } from '@/ui/use-submit';

interface PriceClassProps {
  readonly minor: number;
  readonly currency: string;
  readonly onSet: (data: unknown) => Promise<Result<{ priceClassMinor: number }>>;
}

/** How far two totals may lie apart and still be one answer when a car is identified. */
export function PriceClass({ minor, currency, onSet }: PriceClassProps) {
  const router = useRouter();
  const [amount, setAmount] = useState(String(minor / 10 ** minorPlaces(currency)));
  const { submit, pending, problemOf, general } = useSubmit(onSet);
  return (
    <Panel
      title="Identify"
      note="A question is asked only where its answer changes what is made, ordered or charged."
    >
      <form
        className="flex flex-wrap items-start gap-3"
        onSubmit={(event) => {
          event.preventDefault();
          submit({ amount: amount.trim() === '' ? null : Number(amount) }, () => router.refresh());
        }}
      >
        <TextField
          label={`Totals count as one price in steps of, ${currency}`}
          className="w-80"
          mono
          inputMode="decimal"
          value={amount}
          error={problemOf('amount')}
          onChange={(event) => setAmount(event.target.value)}
        />
        <Button type="submit" className="mt-[22px]" busy={pending}>
          Set it
        </Button>
      </form>
      <Problems problems={general} />
    </Panel>
  );
}
