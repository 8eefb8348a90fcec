'use client';

import { formatMoney } from '@/core/kinds/money';
import type { DistanceUnit } from '@/core/kinds/units';
import { isSold, optionKinds, optionName } from '@/core/quote/option-kinds';
import { bookStyles, type PriceRules, roundingModes } from '@/core/quote/price-rules';
import type { TaxClass } from '@/core/quote/quote';
import { Button } from '@/ui/button';
import { choicesOf } from '@/ui/field';
import { Fold } from '@/ui/fold';
import { Form, FormOutcome } from '@/ui/form/form';
import { FormNumber, FormSelect, FormText, FormTick } from '@/ui/form/form-fields';
import { Panel } from '@/ui/panel';
import { useSave, useSubmit } from '@/ui/use-submit';
import type { PriceEffect } from '@/usecases/quote/price-settings';
import type { Action } from './actions';
import { draftOfRules, type RulesDraft, sentOfDraft } from './draft';
import { EffectTable } from './effect-table';
import { Bands, DearHours, FlatRates, OwnWorks } from './rule-lists';
import { useSeenEffect } from './use-seen-effect';

interface RulesFormProps {
  readonly bookId: string | null;
  readonly rules: PriceRules;
  readonly taxBasisPoints: Readonly<Record<TaxClass, number>>;
  readonly currency: string;
  readonly locale: string;
  readonly unit: DistanceUnit;
  readonly onEffect: Action<readonly PriceEffect[]>;
  readonly onSave: Action<{ id: string }>;
}

type Typed = readonly (readonly [
  field: Exclude<
    keyof RulesDraft,
    'taxIncluded' | 'flatRates' | 'ownWorks' | 'bands' | 'hours' | 'warranties'
  >,
  label: string,
  unit: string,
])[];

const rates: Typed = [
  ['rateMinor', 'An hour costs the customer', 'money'],
  ['marginRateMinor', 'An hour must earn', 'money'],
  ['keyMarkupPercent', 'Markup on articles', '%'],
  ['minimumMinor', 'Minimum charge', 'money'],
];
const times: Typed = [
  ['cutMinutes', 'Cutting a blade', 'min'],
  ['openMinutes', 'Opening a locked car', 'min'],
  ['lockMinutes', 'Reading a lock for its cut', 'min'],
  ['waitPercent', 'Waits, share of the rate', '%'],
];
const taxes: Typed = [
  ['goodsTaxBasisPoints', 'Tax on goods', '%'],
  ['labourTaxBasisPoints', 'Tax on labour', '%'],
  ['roundingMinor', 'Rounded to', 'money'],
];
const parts: Typed = [
  ['passPercent', 'On what is passed on', '%'],
  ['repairPartsMinor', 'Parts of a repair', 'money'],
  ['onlineShippingMinor', 'Shipping to a customer', 'money'],
  ['staleDays', 'Supplier prices are old after', 'days'],
  ['paymentBasisPoints', 'Share of a payment', '%'],
];
const charges: Typed = [
  ['depositPercent', 'Deposit where something is ordered', '%'],
  ['cancellationHours', 'Cancelling is free until', 'h before'],
  ['cancellationMinor', 'Cancelled later', 'money'],
  ['noShowMinor', 'Nobody there, beside the trip', 'money'],
  ['flexiblePercent', 'Flexible time, at most', '%'],
  ['flexibleDays', 'A flexible customer waits', 'days'],
  ['lossPercent', 'Last key lost within a year', '%'],
];
const trips = (distance: string): Typed => [
  ['beyondPerKmMinor', `A ${distance} beyond the bands`, 'money'],
  ['kmCostMinor', `A ${distance} costs the shop`, 'money'],
  ['towBaseMinor', 'Tow, base', 'money'],
  ['towPerKmMinor', `Tow, each ${distance}`, 'money'],
];
const distances: Readonly<Record<DistanceUnit, string>> = { km: 'kilometre', mi: 'mile' };
const sold = optionKinds.filter((kind) => isSold(kind));
const columns = 'grid gap-x-4 sm:grid-cols-2 lg:grid-cols-4';

/** The rules in one form, folded by what they are about; what they would change is shown on closed jobs before they are saved. */
export function RulesForm(props: RulesFormProps) {
  const { bookId, rules, taxBasisPoints, currency, locale, unit, onEffect, onSave } = props;
  const look = useSubmit(onEffect);
  const save = useSave(onSave);
  const { of, effect } = useSeenEffect<RulesDraft>({
    values: draftOfRules(rules, taxBasisPoints, currency, unit),
    check: async () => (await import('@/inputs/price-inputs')).PriceRulesInput,
    read: (draft) => sentOfDraft(draft, bookId, currency, unit),
    look,
    save,
  });
  const show = (minor: number) => formatMoney({ minor, currency }, locale);
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
    <Form of={of} className="flex flex-col gap-3">
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
      <Fold
        title="Flat rates"
        says={rules.flatRates.length === 0 ? 'none yet' : `${rules.flatRates.length} prices`}
        open
      >
        <p className="mb-2 text-small text-mute">
          Empty where there is none. Hard is what often fails or takes more than an hour, and a pellet step
          that is hunted for; without a price of its own it costs as usual.
        </p>
        <FlatRates of={of} />
      </Fold>
      <Fold
        title="Other works"
        says={rules.ownWorks.length === 0 ? 'none yet' : rules.ownWorks.map(({ name }) => name).join(', ')}
        open={rules.ownWorks.length === 0}
      >
        <p className="mb-2 text-small text-mute">
          Chosen at the quote of a job, beside a key or without one. Without a price it costs the time it
          takes.
        </p>
        <OwnWorks of={of} />
      </Fold>
      <Fold title="Times" says={`cutting ${rules.cutMinutes} min, opening ${rules.openMinutes} min`}>
        <div className={columns}>{numbers(times)}</div>
      </Fold>
      <Fold
        title="Trips and tows"
        says={rules.bands.length === 0 ? 'no bands yet' : `${rules.bands.length} bands`}
      >
        <p className="mb-2 text-small text-mute">One way, by road; the price holds for the way back too.</p>
        <Bands of={of} unit={unit} />
        <div className={`${columns} mt-3`}>{numbers(trips(distances[unit]))}</div>
      </Fold>
      <Fold
        title="Hours that cost more"
        says={rules.hours.length === 0 ? 'none' : rules.hours.map(({ label }) => label).join(', ')}
      >
        <p className="mb-2 text-small text-mute">
          A share of the labour; where several hold, the dearest counts.
        </p>
        <DearHours of={of} />
      </Fold>
      <Fold
        title="Tax and rounding"
        says={`goods ${taxBasisPoints.goods / 100} %, labour ${taxBasisPoints.labour / 100} %, rounded to ${show(rules.roundingMinor)}`}
      >
        <div className={columns}>
          {numbers(taxes)}
          <FormSelect of={of} name="roundingMode" label="Rounded" choices={choicesOf(roundingModes)} />
        </div>
        <FormTick of={of} name="taxIncluded" label="Prices are stated with the tax in them" />
      </Fold>
      <Fold title="Deposits, cancelling, flexible time" says={`deposit ${rules.depositPercent} %`}>
        <div className={columns}>{numbers(charges)}</div>
        <FormText of={of} name="lossNote" label="What the chance of a loss rests on" maxLength={300} />
      </Fold>
      <Fold title="Parts and what is passed on" says={`${rules.passPercent} % on fees and credits`}>
        <div className={columns}>{numbers(parts)}</div>
      </Fold>
      <Fold title="Warranties of the shop" says="months, by option">
        <p className="mb-2 text-small text-mute">0 or empty where the customer bears a comeback.</p>
        <div className={columns}>
          {sold.map((kind, at) => (
            <FormNumber key={kind} of={of} name={`warranties.${at}.months`} label={optionName(kind)} />
          ))}
        </div>
      </Fold>
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
