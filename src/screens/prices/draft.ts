import { type DistanceUnit, distanceIn, kmFrom } from '@/core/kinds/units';
import { isSold, optionKinds } from '@/core/quote/option-kinds';
import { type Difficulty, type FlatWork, flatWorks, type PriceRules } from '@/core/quote/price-rules';
import type { TaxClass } from '@/core/quote/quote';
import { minorAsTyped, typedBasisPoints, typedMinor, typedNumber } from '@/ui/form/typed';

/** Works that cost more where they are hard: those of routes, and the step of a pellet. */
const neverHard: ReadonlySet<FlatWork> = new Set(['cut', 'open', 'lock', 'cell', 'repair', 'remote']);
/** What a flat rate can be given for, in the order of the table. */
export const flatRateRows: readonly { readonly work: FlatWork; readonly difficulty: Difficulty }[] = flatWorks
  .filter((work) => work !== 'dealer' && work !== 'noProgramming')
  .flatMap((work) => [
    { work, difficulty: 'usual' as const },
    ...(neverHard.has(work) ? [] : [{ work, difficulty: 'hard' as const }]),
  ]);

/** How a plain field is typed. */
type FieldKind = 'amount' | 'perDistance' | 'number' | 'hundredths' | 'text';
type PlainField =
  | Exclude<keyof PriceRules, 'taxIncluded' | 'flatRates' | 'ownWorks' | 'bands' | 'hours' | 'warrantyMonths'>
  | 'goodsTaxBasisPoints'
  | 'labourTaxBasisPoints';

/** Rules as they are typed: amounts in the currency's units, shares in percent. */
export type RulesDraft = Record<PlainField, string> & {
  taxIncluded: boolean;
  /** One for each work and difficulty that there is; without an amount it has no flat rate. */
  flatRates: { work: FlatWork; difficulty: Difficulty; firstMinor: string; furtherMinor: string }[];
  ownWorks: { name: string; minor: string; minutes: string }[];
  bands: { toKm: string; minor: string }[];
  hours: { label: string; days: number[]; from: string; to: string; percent: string }[];
  warranties: { option: string; months: string }[];
};

const fieldKinds: Readonly<Record<PlainField, FieldKind>> = {
  style: 'text',
  rateMinor: 'amount',
  marginRateMinor: 'amount',
  keyMarkupPercent: 'number',
  passPercent: 'number',
  cutMinutes: 'number',
  repairPartsMinor: 'amount',
  waitPercent: 'number',
  minimumMinor: 'amount',
  roundingMinor: 'amount',
  roundingMode: 'text',
  depositPercent: 'number',
  cancellationHours: 'number',
  cancellationMinor: 'amount',
  noShowMinor: 'amount',
  paymentBasisPoints: 'hundredths',
  openMinutes: 'number',
  lockMinutes: 'number',
  kmCostMinor: 'perDistance',
  flexiblePercent: 'number',
  flexibleDays: 'number',
  towBaseMinor: 'amount',
  towPerKmMinor: 'perDistance',
  onlineShippingMinor: 'amount',
  beyondPerKmMinor: 'perDistance',
  staleDays: 'number',
  lossPercent: 'number',
  lossNote: 'text',
  goodsTaxBasisPoints: 'hundredths',
  labourTaxBasisPoints: 'hundredths',
};
const plainFields = Object.entries(fieldKinds) as [PlainField, FieldKind][];

/** The form of a set of rules. */
export function draftOfRules(
  rules: PriceRules,
  tax: Readonly<Record<TaxClass, number>>,
  currency: string,
  unit: DistanceUnit,
): RulesDraft {
  const amount = (minor: number) => minorAsTyped(minor, currency);
  const values = { ...rules, goodsTaxBasisPoints: tax.goods, labourTaxBasisPoints: tax.labour };
  const typed: Record<FieldKind, (value: string | number) => string> = {
    amount: (value) => amount(Number(value)),
    perDistance: (value) => amount(Math.round(Number(value) * kmFrom(1, unit))),
    hundredths: (value) => String(Number(value) / 100),
    number: String,
    text: String,
  };
  const plain = Object.fromEntries(plainFields.map(([field, kind]) => [field, typed[kind](values[field])]));
  return {
    ...(plain as Record<PlainField, string>),
    taxIncluded: rules.taxIncluded,
    flatRates: flatRateRows.map((row) => {
      const rate = rules.flatRates.find(
        ({ work, difficulty }) => work === row.work && difficulty === row.difficulty,
      );
      return {
        ...row,
        firstMinor: rate ? amount(rate.firstMinor) : '',
        furtherMinor: rate ? amount(rate.furtherMinor) : '',
      };
    }),
    ownWorks: rules.ownWorks.map(({ name, minor, minutes }) => ({
      name,
      minor: minor === null ? '' : amount(minor),
      minutes: String(minutes),
    })),
    bands: rules.bands.map(({ toKm, minor }) => ({
      toKm: String(distanceIn(toKm, unit)),
      minor: amount(minor),
    })),
    hours: rules.hours.map(({ percent, days, ...rule }) => ({
      ...rule,
      days: [...days],
      percent: String(percent),
    })),
    warranties: optionKinds
      .filter((kind) => isSold(kind))
      .map((option) => ({ option, months: String(rules.warrantyMonths[option] ?? 0) })),
  };
}

/** What is sent: whole minor units; what cannot be read goes as null and is refused with its field. */
export function sentOfDraft(draft: RulesDraft, basedOn: string | null, currency: string, unit: DistanceUnit) {
  const amount = (text: string) => typedMinor(text, currency);
  const read: Record<FieldKind, (text: string) => unknown> = {
    amount,
    perDistance: (text) => {
      const minor = amount(text);
      return minor === null ? null : Math.round((minor / kmFrom(1, unit)) * 10_000) / 10_000;
    },
    hundredths: typedBasisPoints,
    number: typedNumber,
    text: (text) => text,
  };
  return {
    ...draft,
    ...Object.fromEntries(plainFields.map(([field, kind]) => [field, read[kind](draft[field])])),
    basedOn,
    flatRates: draft.flatRates.map(({ firstMinor, furtherMinor, ...rate }) => ({
      ...rate,
      firstMinor: orNone(firstMinor, currency),
      furtherMinor: orNone(furtherMinor, currency),
    })),
    ownWorks: draft.ownWorks.map(({ name, minor, minutes }) => ({
      name,
      minor: orNone(minor, currency),
      minutes: typedNumber(minutes),
    })),
    bands: draft.bands.map(({ toKm, minor }) => ({ toKm: kmOf(toKm, unit), minor: amount(minor) })),
    hours: draft.hours.map(({ percent, ...rule }) => ({ ...rule, percent: typedNumber(percent) })),
    warranties: draft.warranties.map(({ option, months }) => ({
      option,
      months: months.trim() === '' ? 0 : typedNumber(months),
    })),
  };
}

/** An amount that may be left out: null then; what cannot be read goes as it is, to be refused with its field. */
function orNone(text: string, currency: string): number | string | null {
  return text.trim() === '' ? null : (typedMinor(text, currency) ?? text);
}

/** Kilometres with one decimal, of a distance in the shop's unit. */
function kmOf(text: string, unit: DistanceUnit): number | null {
  const distance = typedNumber(text);
  return distance === null ? null : Math.round(kmFrom(distance, unit) * 10) / 10;
}
