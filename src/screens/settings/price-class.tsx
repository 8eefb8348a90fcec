'use client';

import { minorPlaces } from '@/core/kinds/money';
import type { Result } from '@/core/kinds/result';
import { Button } from '@/ui/button';
import { Form, FormOutcome } from '@/ui/form/form';
import { FormNumber } from '@/ui/form/form-fields';
import { numberOrText } from '@/ui/form/typed';
import { useFormOf } from '@/ui/form/use-form-of';
import { Panel } from '@/ui/panel';
import { useSave } from '@/ui/use-submit';

interface PriceClassProps {
  readonly minor: number;
  readonly currency: string;
  readonly onSet: (data: unknown) => Promise<Result<{ priceClassMinor: number }>>;
}

/** How far two totals may lie apart and still be one answer when a car is identified. */
export function PriceClass({ minor, currency, onSet }: PriceClassProps) {
  const of = useFormOf({
    values: { amount: String(minor / 10 ** minorPlaces(currency)) },
    check: async () => (await import('@/inputs/shop-input')).PriceClassInput,
    read: ({ amount }) => ({ amount: numberOrText(amount) }),
    sender: useSave(onSet),
  });
  return (
    <Panel
      title="Identify"
      note="A question is asked only where its answer changes what is made, ordered or charged."
    >
      <Form of={of} className="flex flex-wrap items-start gap-3">
        <FormNumber
          of={of}
          name="amount"
          label={`Totals count as one price in steps of, ${currency}`}
          className="w-80"
        />
        <Button type="submit" className="mt-[22px]" busy={of.busy}>
          Set it
        </Button>
      </Form>
      <FormOutcome of={of} />
    </Panel>
  );
}
