'use client';

import { isSold, optionKinds, optionName } from '@/core/quote/option-kinds';
import { bookStyles, type PriceRules, roundingModes } from '@/core/quote/price-rules';
import type { TaxClass } from '@/core/quote/quote';
import { Button } from '@/ui/button';
import { choicesOf } from '@/ui/field';
import { Form, FormOutcome } from '@/ui/form/form';
import { FormNumber, FormSelect, FormText, FormTick } from '@/ui/form/form-fields';
import { Panel } from '@/ui/panel';
import { useSave, useSubmit } from '@/ui/use-submit';
import type { PriceEffect } from '@/usecases/quote/price-settings';
import type { Action } from './actions';
import { draftOfRules, type RulesDraft, sentOfDraft } from './draft';
import { EffectTable } from './effect-table';
import { BandsPanel, HoursPanel, MenuPanel } from './rule-lists';
import { useSeenEffect } from './use-seen-effect';

interface RulesFormProps {
  readonly bookId: string | null;
  readonly rules: PriceRules;
  readonly taxBasisPoints: Readonly<Record<TaxClass, number>>;
  readonly currency: string;
  readonly locale: string;
  readonly onEffect: Action<readonly PriceEffect[]>;
  readonly onSave: Action<{ id: string }>;
}

type Typed = readonly (readonly [
  field: Exclude<keyof RulesDraft, 'taxIncluded' | 'flatRates' | 'bands' | 'hours' | 'warranties'>,
  label: string,
  unit: string,
])[];

const rates: Typed = [
  ['rateMinor', 'An hour costs the customer', 'money'],
  ['marginRateMinor', 'An hour must earn', 'money'],
  ['keyMarkupPercent', 'Markup on articles', '%'],
  ['passPercent', 'On what is passed on', '%'],
  ['cutMinutes', 'Cutting a blade', 'min'],
  ['waitPercent', 'Waits, share of the rate', '%'],
  ['repairPartsMinor', 'Parts of a repair', 'money'],
  ['kmCostMinor', 'A kilometre costs the shop', 'money'],
  ['beyondPerKmMinor', 'A kilometre beyond the bands', 'money'],
  ['paymentBasisPoints', 'Share of a payment', '%'],
];
const taxes: Typed = [
  ['goodsTaxBasisPoints', 'Tax on goods', '%'],
  ['labourTaxBasisPoints', 'Tax on labour', '%'],
  ['roundingMinor', 'Rounded to', 'money'],
];
const charges: Typed = [
  ['minimumMinor', 'Minimum charge', 'money'],
  ['depositPercent', 'Deposit where something is ordered', '%'],
  ['cancellationHours', 'Cancelling is free until', 'h before'],
  ['cancellationMinor', 'Cancelled later', 'money'],
  ['noShowMinor', 'Nobody there, beside the trip', 'money'],
  ['flexiblePercent', 'Flexible time, at most', '%'],
  ['flexibleDays', 'A flexible customer waits', 'days'],
  ['lossPercent', 'Last key lost within a year', '%'],
];
const others: Typed = [
  ['towBaseMinor', 'Tow, base', 'money'],
  ['towPerKmMinor', 'Tow, each kilometre', 'money'],
  ['onlineShippingMinor', 'Shipping to a customer', 'money'],
  ['staleDays', 'Supplier prices are old after', 'days'],
];
const sold = optionKinds.filter((kind) => isSold(kind));
const columns = 'grid gap-x-4 sm:grid-cols-2 lg:grid-cols-4';

/** The rules in one form; what they would change is shown on closed jobs before they are saved. */
export function RulesForm(props: RulesFormProps) {
  const { bookId, rules, taxBasisPoints, currency, locale, onEffect, onSave } = props;
  const look = useSubmit(onEffect);
  const save = useSave(onSave);
  const { of, effect } = useSeenEffect<RulesDraft>({
    values: draftOfRules(rules, taxBasisPoints, currency),
    check: async () => (await import('@/inputs/price-inputs')).PriceRulesInput,
    read: (draft) => sentOfDraft(draft, bookId, currency),
    look,
    save,
  });
  const numbers = (list: Typed) =>
    list.map(([field, label, unit]) => (
      <FormNumber
        key={field}
        of={of}
        name={field}
        label={`${label}, ${unit === 'money' ? currency : unit}`}
      />
    ));
  return (
    <Form of={of} className="flex flex-col gap-4">
      <Panel title="Rates" note={`Amounts in ${currency}, before tax unless the tax is in the prices.`}>
        <div className={columns}>
          <FormSelect
            of={of}
            name="style"
            label="Quotes go by"
            className="col-span-full sm:max-w-72"
            choices={choicesOf(bookStyles)}
          />
          {numbers(rates)}
        </div>
      </Panel>
      <Panel title="Tax and rounding">
        <div className={columns}>
          {numbers(taxes)}
          <FormSelect of={of} name="roundingMode" label="Rounded" choices={choicesOf(roundingModes)} />
        </div>
        <FormTick of={of} name="taxIncluded" label="Prices are stated with the tax in them" />
      </Panel>
      <MenuPanel of={of} />
      <BandsPanel of={of} />
      <HoursPanel of={of} />
      <Panel title="Charges, discounts, and what else counts">
        <div className={columns}>{numbers(charges)}</div>
        <FormText of={of} name="lossNote" label="What the chance of a loss rests on" maxLength={300} />
        <div className={columns}>{numbers(others)}</div>
      </Panel>
      <Panel title="Warranties of the shop" note="Months; 0 or empty where the customer bears a comeback.">
        <div className={columns}>
          {sold.map((kind, at) => (
            <FormNumber key={kind} of={of} name={`warranties.${at}.months`} label={optionName(kind)} />
          ))}
        </div>
      </Panel>
      <Panel
        title="Effect"
        note="The latest closed jobs, quoted once more by these rules. Nothing is stored before it was seen."
      >
        {effect && <EffectTable effect={effect} currency={currency} locale={locale} />}
        <FormOutcome of={of} />
        <div className="mt-3 flex flex-wrap gap-3">
          <Button
            type="submit"
            look={effect ? 'plain' : 'main'}
            busy={look.pending}
            disabled={effect !== undefined}
          >
            {look.pending ? 'Quoting closed jobs…' : 'Show the effect'}
          </Button>
          {effect && (
            <Button type="submit" look="main" busy={save.pending} follows="from today on">
              Save these prices
            </Button>
          )}
        </div>
      </Panel>
    </Form>
  );
}
