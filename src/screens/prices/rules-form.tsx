'use client';

import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { formatMoney } from '@/core/kinds/money';
import { type RouteKind, routeKinds, routeNames } from '@/core/programming/route';
import {
  bookStyles,
  difficulties,
  type OptionKind,
  optionKinds,
  optionNames,
  type PriceRules,
  roundingModes,
} from '@/core/quote/price-rules';
import type { TaxClass } from '@/core/quote/quote';
import { Button } from '@/ui/button';
import { DayTicks } from '@/ui/day-ticks';
import { SelectField, TextField } from '@/ui/field';
import { Panel } from '@/ui/panel';
import { Problems } from '@/ui/problems';
import { Table, Td, Th, Tr } from '@/ui/table';
import { Tick } from '@/ui/tick';
import { useSubmit } from '@/ui/use-submit';
import type { Action, EffectShown } from './actions';
import { draftOfRules, type RulesDraft, sentOfDraft } from './draft';

interface RulesFormProps {
  readonly bookId: string | null;
  readonly rules: PriceRules;
  readonly taxBasisPoints: Readonly<Record<TaxClass, number>>;
  readonly currency: string;
  readonly locale: string;
  readonly onEffect: Action<readonly EffectShown[]>;
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
  const [effect, setEffect] = useState<readonly EffectShown[]>();
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
      <Panel title="Warranties of the shop" note="Months; 0 or empty where the customer bears a redo.">
        <div className="grid gap-x-4 sm:grid-cols-2 lg:grid-cols-4">
          {optionKinds
            .filter((kind) => kind !== 'franchiseDesk')
            .map((kind: OptionKind) => (
              <TextField
                key={kind}
                label={optionNames[kind]}
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
        {effect && <Effect effect={effect} currency={currency} locale={locale} />}
        <Problems problems={problems} />
        <div className="mt-3 flex flex-wrap gap-3">
          <Button
            type="submit"
            look={effect ? 'plain' : 'main'}
            disabled={look.pending || effect !== undefined}
          >
            {look.pending ? 'Quoting closed jobs…' : 'Show the effect'}
          </Button>
          {effect && (
            <Button type="submit" look="main" disabled={save.pending} follows="from today on">
              Save these prices
            </Button>
          )}
        </div>
      </Panel>
    </form>
  );
}

function Effect({
  effect,
  currency,
  locale,
}: {
  effect: readonly EffectShown[];
  currency: string;
  locale: string;
}) {
  const show = (minor: number) => formatMoney({ minor, currency }, locale);
  if (effect.length === 0) return <p className="text-mute">No closed job can be quoted again.</p>;
  const sum = effect.reduce((total, { beforeMinor, afterMinor }) => total + afterMinor - beforeMinor, 0);
  return (
    <>
      <Table label="Effect on closed jobs">
        <thead>
          <Tr>
            <Th>Job</Th>
            <Th>Car</Th>
            <Th>Option</Th>
            <Th className="text-right">Now</Th>
            <Th className="text-right">By these rules</Th>
            <Th className="text-right">Change</Th>
          </Tr>
        </thead>
        <tbody>
          {effect.map(({ number, car, kind, beforeMinor, afterMinor }) => (
            <Tr key={number}>
              <Th row>
                <span className="font-mono">K-{number}</span>
              </Th>
              <Td>{car}</Td>
              <Td>{optionNames[kind]}</Td>
              <Td className="text-right font-mono">{show(beforeMinor)}</Td>
              <Td className="text-right font-mono">{show(afterMinor)}</Td>
              <Td className="text-right font-mono" differs={afterMinor !== beforeMinor}>
                {afterMinor > beforeMinor && '+'}
                {show(afterMinor - beforeMinor)}
              </Td>
            </Tr>
          ))}
        </tbody>
      </Table>
      <p className="mt-2" role="status">
        {sum === 0
          ? 'In all nothing changes.'
          : `In all ${show(Math.abs(sum))} ${sum > 0 ? 'more' : 'less'} on ${effect.length} jobs.`}
      </p>
    </>
  );
}

interface PartProps {
  readonly draft: RulesDraft;
  readonly problemOf: (field: string) => string | undefined;
  readonly onChange: (more: Partial<RulesDraft>) => void;
}

const works: readonly ('cut' | RouteKind)[] = ['cut', ...routeKinds.filter((kind) => kind !== 'desk')];
const workNames: Record<string, string> = { ...routeNames, cut: 'Cutting' };

function MenuPanel({ draft, problemOf, onChange }: PartProps) {
  const set = (at: number, more: Partial<RulesDraft['menu'][number]>) =>
    onChange({ menu: draft.menu.map((row, index) => (index === at ? { ...row, ...more } : row)) });
  return (
    <Panel title="Menu" note="By work and difficulty; hard is what often fails or takes more than an hour.">
      <ul className="flex flex-col gap-1">
        {draft.menu.map((row, at) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: rows are told apart by their place while they are typed
          <li key={at} className="flex flex-wrap items-start gap-2">
            <SelectField
              label={`Work ${at + 1}`}
              className="w-56"
              choices={works.map((value) => ({ value, label: workNames[value] ?? value }))}
              value={row.work}
              error={problemOf(`menu.${at}.work`)}
              onChange={(event) => set(at, { work: event.target.value })}
            />
            <SelectField
              label="Difficulty"
              className="w-28"
              choices={Object.entries(difficulties).map(([value, label]) => ({ value, label }))}
              value={row.difficulty}
              onChange={(event) => set(at, { difficulty: event.target.value })}
            />
            <TextField
              label="First key"
              className="w-28"
              mono
              value={row.first}
              error={problemOf(`menu.${at}.firstMinor`)}
              onChange={(event) => set(at, { first: event.target.value })}
            />
            <TextField
              label="Each further"
              className="w-28"
              mono
              value={row.further}
              error={problemOf(`menu.${at}.furtherMinor`)}
              onChange={(event) => set(at, { further: event.target.value })}
            />
            <Button
              look="quiet"
              className="mt-6"
              aria-label={`Remove work ${at + 1}`}
              onClick={() => onChange({ menu: draft.menu.filter((_, index) => index !== at) })}
            >
              Remove
            </Button>
          </li>
        ))}
      </ul>
      <Button
        look="quiet"
        onClick={() =>
          onChange({ menu: [...draft.menu, { work: 'cut', difficulty: 'usual', first: '', further: '' }] })
        }
      >
        Add a work
      </Button>
    </Panel>
  );
}

function BandsPanel({ draft, problemOf, onChange }: PartProps) {
  const set = (at: number, more: Partial<RulesDraft['bands'][number]>) =>
    onChange({ bands: draft.bands.map((row, index) => (index === at ? { ...row, ...more } : row)) });
  return (
    <Panel title="Distance bands" note="One way, by road; the price holds for the way back too.">
      <ul className="flex flex-wrap gap-x-6 gap-y-1">
        {draft.bands.map((row, at) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: rows are told apart by their place while they are typed
          <li key={at} className="flex items-start gap-2">
            <TextField
              label={`To km, band ${at + 1}`}
              className="w-28"
              mono
              value={row.toKm}
              error={problemOf(`bands.${at}.toKm`)}
              onChange={(event) => set(at, { toKm: event.target.value })}
            />
            <TextField
              label="Price"
              className="w-24"
              mono
              value={row.price}
              error={problemOf(`bands.${at}.minor`)}
              onChange={(event) => set(at, { price: event.target.value })}
            />
            <Button
              look="quiet"
              className="mt-6"
              aria-label={`Remove band ${at + 1}`}
              onClick={() => onChange({ bands: draft.bands.filter((_, index) => index !== at) })}
            >
              Remove
            </Button>
          </li>
        ))}
      </ul>
      <Button look="quiet" onClick={() => onChange({ bands: [...draft.bands, { toKm: '', price: '' }] })}>
        Add a band
      </Button>
    </Panel>
  );
}

function HoursPanel({ draft, problemOf, onChange }: PartProps) {
  const set = (at: number, more: Partial<RulesDraft['hours'][number]>) =>
    onChange({ hours: draft.hours.map((row, index) => (index === at ? { ...row, ...more } : row)) });
  return (
    <Panel title="Hours that cost more" note="A share of the labour; where several hold, the dearest counts.">
      <ul className="flex flex-col gap-2">
        {draft.hours.map((row, at) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: rows are told apart by their place while they are typed
          <li key={at} className="flex flex-wrap items-start gap-2">
            <TextField
              label={`Name, hour ${at + 1}`}
              className="w-36"
              value={row.label}
              error={problemOf(`hours.${at}.label`)}
              onChange={(event) => set(at, { label: event.target.value })}
            />
            <DayTicks
              label={`Days of ${row.label || `hour ${at + 1}`}`}
              days={row.days}
              onChange={(days) => set(at, { days })}
            />
            <TextField
              label="From"
              className="w-24"
              mono
              value={row.from}
              error={problemOf(`hours.${at}.from`)}
              onChange={(event) => set(at, { from: event.target.value })}
            />
            <TextField
              label="To"
              className="w-24"
              mono
              value={row.to}
              error={problemOf(`hours.${at}.to`)}
              onChange={(event) => set(at, { to: event.target.value })}
            />
            <TextField
              label="More, %"
              className="w-20"
              mono
              value={row.percent}
              error={problemOf(`hours.${at}.percent`)}
              onChange={(event) => set(at, { percent: event.target.value })}
            />
            <Button
              look="quiet"
              className="mt-6"
              aria-label={`Remove hour ${at + 1}`}
              onClick={() => onChange({ hours: draft.hours.filter((_, index) => index !== at) })}
            >
              Remove
            </Button>
          </li>
        ))}
      </ul>
      <Button
        look="quiet"
        onClick={() =>
          onChange({
            hours: [
              ...draft.hours,
              { label: '', days: [1, 2, 3, 4, 5], from: '18:00', to: '22:00', percent: '' },
            ],
          })
        }
      >
        Add an hour
      </Button>
    </Panel>
  );
}
