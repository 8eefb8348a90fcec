'use client';

import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { isSold, type OptionKind, optionKinds, optionName } from '@/core/quote/option-kinds';
import { bookStyles, type PriceRules, roundingModes } from '@/core/quote/price-rules';
import type { TaxClass } from '@/core/quote/quote';
import { Button } from '@/ui/button';
import { SelectField, TextField } from '@/ui/field';
import { Panel } from '@/ui/panel';
import { Problems } from '@/ui/problems';
import { Tick } from '@/ui/tick';
import { useSubmit } from '@/ui/use-submit';
import type { PriceEffect } from '@/usecases/quote/price-settings';
import type { Action } from './actions';
import { draftOfRules, type RulesDraft, sentOfDraft } from './draft';
import { EffectTable } from './effect-table';
import { BandsPanel, HoursPanel, MenuPanel } from './rule-lists';

interface RulesFormProps {
  readonly bookId: string | null;
  readonly rules: PriceRules;
  readonly taxBasisPoints: Readonly<Record<TaxClass, number>>;
  readonly currency: string;
  readonly locale: string;
  readonly onEffect: Action<readonly PriceEffect[]>;
  readonly onSave: Action<{ id: string }>;
}

type Plain = readonly (readonly [field: string, label: string, unit?: string])[];

const rates: Plain = [
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
const charges: Plain = [
  ['minimumMinor', 'Minimum charge', 'money'],
  ['depositPercent', 'Deposit where something is ordered', '%'],
  ['cancellationHours', 'Cancelling is free until', 'h before'],
  ['cancellationMinor', 'Cancelled later', 'money'],
  ['noShowMinor', 'Nobody there, beside the trip', 'money'],
  ['flexiblePercent', 'Flexible time, at most', '%'],
  ['flexibleDays', 'A flexible customer waits', 'days'],
  ['lossPercent', 'Last key lost within a year', '%'],
];
const others: Plain = [
  ['towBaseMinor', 'Tow, base', 'money'],
  ['towPerKmMinor', 'Tow, each kilometre', 'money'],
  ['onlineShippingMinor', 'Shipping to a customer', 'money'],
  ['staleDays', 'Supplier prices are old after', 'days'],
];

/** The rules in one form; what they would change is shown on closed jobs before they are saved. */
export function RulesForm(props: RulesFormProps) {
  const { bookId, rules, taxBasisPoints, currency, locale, onEffect, onSave } = props;
  const router = useRouter();
  const [draft, setDraft] = useState<RulesDraft>(() => draftOfRules(rules, taxBasisPoints, currency));
  const [effect, setEffect] = useState<readonly PriceEffect[]>();
  const look = useSubmit(onEffect);
  const save = useSubmit(onSave);
  const change = (more: Partial<RulesDraft>) => {
    setEffect(undefined);
    setDraft({ ...draft, ...more });
  };
  const set = (field: string, value: string) => change({ plain: { ...draft.plain, [field]: value } });
  const problemOf = (field: string) => look.problemOf(field) ?? save.problemOf(field);
  const problems = [...look.problems, ...save.problems];
  const fields = (list: Plain) => (
    <div className="grid gap-x-4 sm:grid-cols-2 lg:grid-cols-4">
      {list.map(([field, label, unit]) => (
        <TextField
          key={field}
          label={`${label}${unit ? `, ${unit === 'money' ? currency : unit}` : ''}`}
          mono
          inputMode="decimal"
          value={draft.plain[field] ?? ''}
          error={problemOf(field)}
          onChange={(event) => set(field, event.target.value)}
        />
      ))}
    </div>
  );
  const sent = () => sentOfDraft(draft, bookId, currency);
  return (
    <form
      className="flex flex-col gap-4"
      onSubmit={(event) => {
        event.preventDefault();
        if (effect) save.submit(sent(), () => router.refresh());
        else look.submit(sent(), ({ value }) => setEffect(value));
      }}
    >
      <Panel title="Rates" note={`Amounts in ${currency}, before tax unless the tax is in the prices.`}>
        <div className="mb-2 grid gap-x-4 sm:grid-cols-2 lg:grid-cols-4">
          <SelectField
            label="Quotes go by"
            choices={Object.entries(bookStyles).map(([value, label]) => ({ value, label }))}
            value={draft.plain.style}
            onChange={(event) => set('style', event.target.value)}
          />
        </div>
        {fields(rates)}
      </Panel>
      <Panel title="Tax and rounding">
        <div className="grid gap-x-4 sm:grid-cols-2 lg:grid-cols-4">
          {(
            [
              ['goodsTaxBasisPoints', 'Tax on goods, %'],
              ['labourTaxBasisPoints', 'Tax on labour, %'],
              ['roundingMinor', `Rounded to, ${currency}`],
            ] as const
          ).map(([field, label]) => (
            <TextField
              key={field}
              label={label}
              mono
              inputMode="decimal"
              value={draft.plain[field] ?? ''}
              error={problemOf(field)}
              onChange={(event) => set(field, event.target.value)}
            />
          ))}
          <SelectField
            label="Rounded"
            choices={Object.entries(roundingModes).map(([value, label]) => ({ value, label }))}
            value={draft.plain.roundingMode}
            onChange={(event) => set('roundingMode', event.target.value)}
          />
        </div>
        <Tick
          label="Prices are stated with the tax in them"
          checked={draft.taxIncluded}
          onChange={(taxIncluded) => change({ taxIncluded })}
        />
      </Panel>
      <MenuPanel draft={draft} problemOf={problemOf} onChange={change} />
      <BandsPanel draft={draft} problemOf={problemOf} onChange={change} />
      <HoursPanel draft={draft} problemOf={problemOf} onChange={change} />
      <Panel title="Charges, discounts, and what else counts">
        {fields(charges)}
        <TextField
          label="What the chance of a loss rests on"
          value={draft.plain.lossNote ?? ''}
          maxLength={300}
          error={problemOf('lossNote')}
          onChange={(event) => set('lossNote', event.target.value)}
        />
        {fields(others)}
      </Panel>
      <Panel title="Warranties of the shop" note="Months; 0 or empty where the customer bears a comeback.">
        <div className="grid gap-x-4 sm:grid-cols-2 lg:grid-cols-4">
          {optionKinds
            .filter((kind) => isSold(kind))
            .map((kind: OptionKind) => (
              <TextField
                key={kind}
                label={optionName(kind)}
                mono
                inputMode="numeric"
                value={draft.warranties[kind] ?? ''}
                onChange={(event) =>
                  change({ warranties: { ...draft.warranties, [kind]: event.target.value } })
                }
              />
            ))}
        </div>
      </Panel>
      <Panel
        title="Effect"
        note="The latest closed jobs, quoted once more by these rules. Nothing is stored before it was seen."
      >
        {effect && <EffectTable effect={effect} currency={currency} locale={locale} />}
        <Problems problems={problems} />
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
    </form>
  );
}
