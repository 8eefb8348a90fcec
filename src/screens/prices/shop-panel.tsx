'use client';

import { Button } from '@/ui/button';
import { Form, FormOutcome } from '@/ui/form/form';
import { FormArea, FormDays, FormNumber, FormText } from '@/ui/form/form-fields';
import { typedNumber } from '@/ui/form/typed';
import { useFormOf } from '@/ui/form/use-form-of';
import { Panel } from '@/ui/panel';
import { forgetUnsaved } from '@/ui/unsaved';
import { useSave, useSubmit } from '@/ui/use-submit';
import type { PriceEffect } from '@/usecases/quote/price-settings';
import type { Action } from './actions';
import { EffectTable } from './effect-table';
import { useSeenEffect } from './use-seen-effect';

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
export function ShopPanel(props: ShopPanelProps) {
  return (
    <>
      <HoursPanel {...props} />
      <CurrencyPanel {...props} />
    </>
  );
}

function HoursPanel({ open, holidays, onOpen }: ShopPanelProps) {
  const of = useFormOf({
    values: {
      days: [...open.days],
      from: open.from,
      to: open.to,
      holidays: holidays.map(({ day, name }) => `${day} ${name}`).join('\n'),
    },
    check: async () => (await import('@/inputs/price-inputs')).OpenHoursInput,
    read: (draft) => ({ ...draft, holidays: holidaysOf(draft.holidays) }),
    sender: useSave(onOpen),
  });
  return (
    <Panel id="hours" title="When the vans drive out" note="In these hours a free time is looked for.">
      <Form of={of} className="flex flex-wrap items-start gap-3">
        <FormDays of={of} name="days" label="Days" />
        <FormText of={of} name="from" label="From" className="w-24" mono />
        <FormText of={of} name="to" label="To" className="w-24" mono />
        <FormArea
          of={of}
          name="holidays"
          label="Holidays, a line each: day and name"
          className="w-80"
          rows={3}
          hint="Nobody drives out and nothing is brought; asked for, such a day costs as a Sunday."
        />
        <Button type="submit" className="mt-6" busy={of.busy}>
          Save the hours
        </Button>
      </Form>
      <FormOutcome of={of} />
    </Panel>
  );
}

function CurrencyPanel({ currency, locale, onCurrency, onEffect }: ShopPanelProps) {
  const money = useSubmit(onCurrency);
  const look = useSubmit(onEffect);
  const { of, effect } = useSeenEffect({
    values: { currency: '', worth: '' },
    check: async () => (await import('@/inputs/price-inputs')).CurrencyInput,
    read: (draft) => ({ currency: codeOf(draft.currency), worth: typedNumber(draft.worth) }),
    look,
    save: money,
    onSaved: () => {
      forgetUnsaved();
      window.location.reload();
    },
  });
  return (
    <Panel
      title={`Currency: ${currency}`}
      note="Another currency restates every price that holds now; look through them afterwards. Quotes that were made keep theirs."
    >
      <Form of={of} className="flex flex-wrap items-start gap-3">
        <FormText of={of} name="currency" label="Another currency" className="w-40" mono maxLength={3} />
        <FormNumber of={of} name="worth" label={`1 ${currency} is worth`} className="w-40" />
        {effect ? (
          <Button type="submit" look="danger" className="mt-6" busy={money.pending}>
            Restate all prices
          </Button>
        ) : (
          <Button type="submit" className="mt-6" busy={of.busy}>
            {look.pending ? 'Quoting closed jobs…' : 'Show the effect in it'}
          </Button>
        )}
      </Form>
      {effect && (
        <div className="mt-3">
          <EffectTable
            effect={effect}
            currency={currency}
            afterCurrency={codeOf(of.form.getValues('currency'))}
            locale={locale}
          />
        </div>
      )}
      <FormOutcome of={of} />
    </Panel>
  );
}

function codeOf(text: string): string {
  return text.trim().toUpperCase();
}

/** Lines such as '2027-12-27 Winter holiday'; what is no day is told with its place. */
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
