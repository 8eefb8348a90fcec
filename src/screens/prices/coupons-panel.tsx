'use client';

import { formatMoney } from '@/core/kinds/money';
import type { Coupon } from '@/core/quote/price-rules';
import { Button } from '@/ui/button';
import { Form, FormOutcome } from '@/ui/form/form';
import { FormNumber, FormText, FormTick } from '@/ui/form/form-fields';
import { typedMinor, typedNumber } from '@/ui/form/typed';
import { useFormOf } from '@/ui/form/use-form-of';
import { ListTable } from '@/ui/list-table';
import { Panel } from '@/ui/panel';
import { useSave } from '@/ui/use-submit';
import type { Action } from './actions';

interface CouponsPanelProps {
  readonly coupons: readonly (Coupon & { readonly id: string })[];
  readonly currency: string;
  readonly locale: string;
  readonly onAdd: Action;
  readonly onEnd: Action;
}

/** Coupons that hold today. */
export function CouponsPanel({ coupons, currency, locale, onAdd, onEnd }: CouponsPanelProps) {
  const end = useSave(onEnd);
  const of = useFormOf({
    values: { code: '', percent: '0', amountMinor: '0', fromMinor: '0', days: '60', withAccount: false },
    check: async () => (await import('@/inputs/price-inputs')).CouponInput,
    read: ({ percent, amountMinor, fromMinor, days, ...draft }) => ({
      ...draft,
      percent: typedNumber(percent),
      amountMinor: typedMinor(amountMinor, currency),
      fromMinor: typedMinor(fromMinor, currency),
      days: typedNumber(days),
    }),
    sender: useSave(onAdd),
    clears: true,
  });
  const show = (minor: number) => formatMoney({ minor, currency }, locale);
  return (
    <Panel title="Coupons" note="Go off after the terms of an account, from a smallest sum on.">
      <ListTable
        label="Coupons"
        items={coupons}
        keyOf={({ id }) => id}
        none="No coupon holds today."
        columns={[
          { head: 'Code', look: 'name', cell: ({ code }) => <span className="font-mono">{code}</span> },
          {
            head: 'Off',
            look: 'code',
            cell: ({ percent, amountMinor }) =>
              [percent > 0 && `${percent} %`, amountMinor > 0 && show(amountMinor)]
                .filter(Boolean)
                .join(' and '),
          },
          { head: 'From', look: 'code', cell: ({ fromMinor }) => show(fromMinor) },
          { head: 'Beside an account', cell: ({ withAccount }) => (withAccount ? 'yes' : 'no') },
          {
            head: 'End',
            look: 'press',
            cell: ({ id, code }) => (
              <Button
                look="quiet"
                aria-label={`End coupon ${code}`}
                busy={end.pending}
                onClick={() => end.send({ id })}
              >
                End it
              </Button>
            ),
          },
        ]}
      />
      <Form of={of} className="mt-3 flex flex-wrap items-start gap-3">
        <FormText of={of} name="code" label="Code" className="w-44" mono />
        <FormNumber of={of} name="percent" label="Off, %" className="w-24" />
        <FormNumber of={of} name="amountMinor" label={`Off, ${currency}`} className="w-28" />
        <FormNumber of={of} name="fromMinor" label={`From, ${currency}`} className="w-28" />
        <FormNumber of={of} name="days" label="Holds for, days" className="w-32" />
        <div className="mt-6">
          <FormTick of={of} name="withAccount" label="Beside an account" />
        </div>
        <Button type="submit" className="mt-6" busy={of.busy}>
          Add the coupon
        </Button>
      </Form>
      <FormOutcome of={of} more={end.problems} />
    </Panel>
  );
}
