'use client';

import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { formatMoney, minorPlaces } from '@/core/kinds/money';
import type { Coupon } from '@/core/quote/price-rules';
import { Button } from '@/ui/button';
import { TextField } from '@/ui/field';
import { Panel } from '@/ui/panel';
import { Problems } from '@/ui/problems';
import { Table, Td, Th, Tr } from '@/ui/table';
import { Tick } from '@/ui/tick';
import { useSubmit } from '@/ui/use-submit';
import type { Action } from './actions';
import { typedNumber } from './draft';

const empty = { code: '', percent: '0', amount: '0', from: '0', days: '60' };

/** Coupons that hold today. */
export function CouponsPanel({
  coupons,
  currency,
  locale,
  onAdd,
  onEnd,
}: {
  coupons: readonly (Coupon & { readonly id: string })[];
  currency: string;
  locale: string;
  onAdd: Action;
  onEnd: Action;
}) {
  const router = useRouter();
  const add = useSubmit(onAdd);
  const end = useSubmit(onEnd);
  const [draft, setDraft] = useState(empty);
  const [withAccount, setWithAccount] = useState(false);
  const show = (minor: number) => formatMoney({ minor, currency }, locale);
  const minor = (text: string) => {
    const value = typedNumber(text);
    return value === null ? null : Math.round(value * 10 ** minorPlaces(currency));
  };
  const field = (name: keyof typeof empty, label: string, className: string, problem: string) => (
    <TextField
      label={label}
      className={className}
      mono
      value={draft[name]}
      error={add.problemOf(problem)}
      onChange={(event) => setDraft({ ...draft, [name]: event.target.value })}
    />
  );
  return (
    <Panel title="Coupons" note="Go off after the terms of an account, from a smallest sum on.">
      {coupons.length === 0 ? (
        <p className="text-mute">No coupon holds today.</p>
      ) : (
        <Table label="Coupons">
          <thead>
            <Tr>
              <Th>Code</Th>
              <Th>Off</Th>
              <Th>From</Th>
              <Th>Beside an account</Th>
              <Th>End</Th>
            </Tr>
          </thead>
          <tbody>
            {coupons.map(({ id, code, percent, amountMinor, fromMinor, withAccount: beside }) => (
              <Tr key={id}>
                <Th row>
                  <span className="font-mono">{code}</span>
                </Th>
                <Td className="font-mono">
                  {[percent > 0 && `${percent} %`, amountMinor > 0 && show(amountMinor)]
                    .filter(Boolean)
                    .join(' and ')}
                </Td>
                <Td className="font-mono">{show(fromMinor)}</Td>
                <Td>{beside ? 'yes' : 'no'}</Td>
                <Td>
                  <Button
                    look="quiet"
                    aria-label={`End coupon ${code}`}
                    busy={end.pending}
                    onClick={() => end.submit({ id }, () => router.refresh())}
                  >
                    End it
                  </Button>
                </Td>
              </Tr>
            ))}
          </tbody>
        </Table>
      )}
      <form
        className="mt-3 flex flex-wrap items-start gap-3"
        onSubmit={(event) => {
          event.preventDefault();
          add.submit(
            {
              code: draft.code,
              percent: typedNumber(draft.percent),
              amountMinor: minor(draft.amount),
              fromMinor: minor(draft.from),
              withAccount,
              days: typedNumber(draft.days),
            },
            () => {
              setDraft(empty);
              router.refresh();
            },
          );
        }}
      >
        {field('code', 'Code', 'w-44', 'code')}
        {field('percent', 'Off, %', 'w-24', 'percent')}
        {field('amount', `Off, ${currency}`, 'w-28', 'amountMinor')}
        {field('from', `From, ${currency}`, 'w-28', 'fromMinor')}
        {field('days', 'Holds for, days', 'w-32', 'days')}
        <div className="mt-6">
          <Tick label="Beside an account" checked={withAccount} onChange={setWithAccount} />
        </div>
        <Button type="submit" className="mt-6" busy={add.pending}>
          Add the coupon
        </Button>
      </form>
      <Problems problems={[...add.general, ...end.problems]} />
    </Panel>
  );
}
