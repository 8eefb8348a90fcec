import { isSold, optionKinds } from '@/core/quote/option-kinds';
import type { PriceRules } from '@/core/quote/price-rules';
import type { TaxClass } from '@/core/quote/quote';
import { minorAsTyped, typedBasisPoints, typedMinor, typedNumber } from '@/ui/form/typed';

/** How a plain field is typed. */
type FieldKind = 'amount' | 'number' | 'hundredths' | 'text';
type PlainField =
  | Exclude<keyof PriceRules, 'taxIncluded' | 'flatRates' | 'bands' | 'hours' | 'warrantyMonths'>
  | 'goodsTaxBasisPoints'
  | 'labourTaxBasisPoints';

/** Rules as they are typed: amounts in the currency's units, shares in percent. */
export type RulesDraft = Record<PlainField, string> & {
  taxIncluded: boolean;
  flatRates: { work: string; difficulty: string; firstMinor: string; furtherMinor: string }[];
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
  kmCostMinor: 'amount',
  flexiblePercent: 'number',
  flexibleDays: 'number',
  towBaseMinor: 'amount',
  towPerKmMinor: 'amount',
  onlineShippingMinor: 'amount',
  beyondPerKmMinor: 'amount',
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
): RulesDraft {
  const amount = (minor: number) => minorAsTyped(minor, currency);
  const values = { ...rules, goodsTaxBasisPoints: tax.goods, labourTaxBasisPoints: tax.labour };
  const typed: Record<FieldKind, (value: string | number) => string> = {
    amount: (value) => amount(Number(value)),
    hundredths: (value) => String(Number(value) / 100),
    number: String,
    text: String,
  };
  const plain = Object.fromEntries(plainFields.map(([field, kind]) => [field, typed[kind](values[field])]));
  return {
    ...(plain as Record<PlainField, string>),
    taxIncluded: rules.taxIncluded,
    flatRates: rules.flatRates.map(({ firstMinor, furtherMinor, ...rate }) => ({
      ...rate,
      firstMinor: amount(firstMinor),
      furtherMinor: amount(furtherMinor),
    })),
    bands: rules.bands.map(({ toKm, minor }) => ({ toKm: String(toKm), minor: amount(minor) })),
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
export function sentOfDraft(draft: RulesDraft, basedOn: string | null, currency: string) {
  const amount = (text: string) => typedMinor(text, currency);
  const read: Record<FieldKind, (text: string) => unknown> = {
    amount,
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
      firstMinor: amount(firstMinor),
      furtherMinor: amount(furtherMinor),
    })),
    bands: draft.bands.map(({ toKm, minor }) => ({ toKm: typedNumber(toKm), minor: amount(minor) })),
    hours: draft.hours.map(({ percent, ...rule }) => ({ ...rule, percent: typedNumber(percent) })),
    warranties: draft.warranties.map(({ option, months }) => ({
      option,
      months: months.trim() === '' ? 0 : typedNumber(months),
    })),
  };
}
