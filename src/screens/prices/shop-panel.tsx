'use client';

import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { Button } from '@/ui/button';
import { DayTicks } from '@/ui/day-ticks';
import { TextAreaField, TextField } from '@/ui/field';
import { Panel } from '@/ui/panel';
import { Problems } from '@/ui/problems';
import { useSubmit } from '@/ui/use-submit';
import type { PriceEffect } from '@/usecases/quote/price-settings';
import type { Action } from './actions';
import { typedNumber } from './draft';
import { EffectTable } from './effect-table';

interface ShopPanelProps {
  readonly open: { readonly days: readonly number[]; readonly from: string; readonly to: string };
  readonly holidays: readonly { readonly day: string; readonly name: string }[];
  readonly currency: string;
  readonly onOpen: Action;
  readonly locale: string;
  readonly onCurrency: Action;
  readonly onEffect: Action<readonly PriceEffect[]>;
}

/** When the vans drive out, and the currency of the shop. */
export function ShopPanel({
  open,
  holidays,
  currency,
  locale,
  onOpen,
  onCurrency,
  onEffect,
}: ShopPanelProps) {
  const router = useRouter();
  const hours = useSubmit(onOpen);
  const money = useSubmit(onCurrency);
  const [draft, setDraft] = useState({ days: open.days, from: open.from, to: open.to });
  const [free, setFree] = useState(holidays.map(({ day, name }) => `${day} ${name}`).join('\n'));
  const look = useSubmit(onEffect);
  const [other, setOther] = useState({ currency: '', worth: '' });
  const [effect, setEffect] = useState<readonly PriceEffect[]>();
  const change = (more: Partial<typeof other>) => {
    setEffect(undefined);
    setOther({ ...other, ...more });
  };
  const code = other.currency.trim().toUpperCase();
  const problemOf = (field: string) => look.problemOf(field) ?? money.problemOf(field);
  return (
    <>
      <Panel title="When the vans drive out" note="In these hours a free time is looked for.">
        <form
          className="flex flex-wrap items-start gap-3"
          onSubmit={(event) => {
            event.preventDefault();
            hours.submit({ ...draft, holidays: holidaysOf(free) }, () => router.refresh());
          }}
        >
          <DayTicks label="Days" days={draft.days} onChange={(days) => setDraft({ ...draft, days })} />
          <TextField
            label="From"
            className="w-24"
            mono
            value={draft.from}
            error={hours.problemOf('from')}
            onChange={(event) => setDraft({ ...draft, from: event.target.value })}
          />
          <TextField
            label="To"
            className="w-24"
            mono
            value={draft.to}
            error={hours.problemOf('to')}
            onChange={(event) => setDraft({ ...draft, to: event.target.value })}
          />
          <TextAreaField
            label="Holidays, a line each: day and name"
            className="w-80"
            rows={3}
            value={free}
            error={hours.problems.find(({ field }) => field?.startsWith('holidays'))?.message}
            hint="Nobody drives out and nothing is brought; asked for, such a day costs as a Sunday."
            onChange={(event) => setFree(event.target.value)}
          />
          <Button type="submit" className="mt-6" busy={hours.pending}>
            Save the hours
          </Button>
        </form>
        <Problems
          problems={hours.problems.filter(
            ({ field }) => field !== 'from' && field !== 'to' && !field?.startsWith('holidays'),
          )}
        />
      </Panel>
      <Panel
        title={`Currency: ${currency}`}
        note="Another currency restates every price that holds now; look through them afterwards. Quotes that were made keep theirs."
      >
        <form
          className="flex flex-wrap items-start gap-3"
          onSubmit={(event) => {
            event.preventDefault();
            const sent = { currency: code, worth: typedNumber(other.worth) };
            if (effect) money.submit(sent, () => window.location.reload());
            else look.submit(sent, ({ value }) => setEffect(value));
          }}
        >
          <TextField
            label="Another currency"
            className="w-40"
            mono
            maxLength={3}
            value={other.currency}
            error={problemOf('currency')}
            onChange={(event) => change({ currency: event.target.value })}
          />
          <TextField
            label={`1 ${currency} is worth`}
            className="w-40"
            mono
            inputMode="decimal"
            value={other.worth}
            error={problemOf('worth')}
            onChange={(event) => change({ worth: event.target.value })}
          />
          {effect ? (
            <Button type="submit" look="danger" className="mt-6" busy={money.pending}>
              Restate all prices
            </Button>
          ) : (
            <Button type="submit" className="mt-6" busy={look.pending}>
              {look.pending ? 'Quoting closed jobs…' : 'Show the effect in it'}
            </Button>
          )}
        </form>
        {effect && (
          <div className="mt-3">
            <EffectTable effect={effect} currency={currency} afterCurrency={code} locale={locale} />
          </div>
        )}
        <Problems problems={[...look.general, ...money.general]} />
      </Panel>
    </>
  );
}

/** Lines such as '2027-12-27 Winter holiday'; what is no day is told by the server. */
function holidaysOf(text: string): { day: string; name: string }[] {
  return text
    .split('\n')
    .map((line) => line.trim())
    .filter(Boolean)
    .map((line) => {
      const [day = '', ...name] = line.split(/\s+/);
      return { day, name: name.join(' ') };
    });
}
