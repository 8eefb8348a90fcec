import { minorPlaces } from '@/core/kinds/money';
import type { OptionKind } from '@/core/quote/option-kinds';
import type { PriceRules } from '@/core/quote/price-rules';
import type { TaxClass } from '@/core/quote/quote';

/** Rules as they are typed: amounts in the currency's units, shares in percent. */
export interface RulesDraft {
  readonly plain: Readonly<Record<string, string>>;
  readonly taxIncluded: boolean;
  readonly flatRates: readonly MenuDraft[];
  readonly bands: readonly { readonly toKm: string; readonly price: string }[];
  readonly hours: readonly HourDraft[];
  readonly warranties: Readonly<Record<string, string>>;
}

export interface MenuDraft {
  readonly work: string;
  readonly difficulty: string;
  readonly first: string;
  readonly further: string;
}

export interface HourDraft {
  readonly label: string;
  readonly days: readonly number[];
  readonly from: string;
  readonly to: string;
  readonly percent: string;
}

/** How a plain field is typed. */
export type FieldKind = 'amount' | 'number' | 'hundredths' | 'text';
export type PlainField = Exclude<
  keyof PriceRules,
  'taxIncluded' | 'flatRates' | 'bands' | 'hours' | 'warrantyMonths'
>;

export const fieldKinds: Readonly<Record<PlainField, FieldKind>> = {
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
};

/** The form of a set of rules. */
export function draftOfRules(
  rules: PriceRules,
  tax: Readonly<Record<TaxClass, number>>,
  currency: string,
): RulesDraft {
  const amount = (minor: number) => typedAmount(minor, currency);
  const plain = Object.fromEntries(
    (Object.keys(fieldKinds) as PlainField[]).map((field) => {
      const value = rules[field];
      if (typeof value !== 'number') return [field, value];
      const kind = fieldKinds[field];
      return [
        field,
        kind === 'amount' ? amount(value) : kind === 'hundredths' ? String(value / 100) : String(value),
      ];
    }),
  );
  return {
    plain: {
      ...plain,
      goodsTaxBasisPoints: String(tax.goods / 100),
      labourTaxBasisPoints: String(tax.labour / 100),
    },
    taxIncluded: rules.taxIncluded,
    flatRates: rules.flatRates.map(({ work, difficulty, firstMinor, furtherMinor }) => ({
      work,
      difficulty,
      first: amount(firstMinor),
      further: amount(furtherMinor),
    })),
    bands: rules.bands.map(({ toKm, minor }) => ({ toKm: String(toKm), price: amount(minor) })),
    hours: rules.hours.map(({ percent, ...rule }) => ({ ...rule, percent: String(percent) })),
    warranties: Object.fromEntries(
      Object.entries(rules.warrantyMonths).map(([option, months]) => [option, String(months)]),
    ),
  };
}

/** What is sent: whole minor units; what cannot be read goes as null and is refused with its field. */
export function sentOfDraft(draft: RulesDraft, basedOn: string | null, currency: string) {
  const amount = (text: string | undefined) => {
    const value = typedNumber(text);
    return value === null ? null : Math.round(value * 10 ** minorPlaces(currency));
  };
  const hundredths = (text: string | undefined) => {
    const value = typedNumber(text);
    return value === null ? null : Math.round(value * 100);
  };
  const read: Record<FieldKind, (text: string | undefined) => unknown> = {
    amount,
    hundredths,
    number: typedNumber,
    text: (text) => text,
  };
  const plain = Object.fromEntries(
    (Object.keys(fieldKinds) as PlainField[]).map((field) => [
      field,
      read[fieldKinds[field]](draft.plain[field]),
    ]),
  );
  return {
    ...plain,
    basedOn,
    taxIncluded: draft.taxIncluded,
    goodsTaxBasisPoints: hundredths(draft.plain.goodsTaxBasisPoints),
    labourTaxBasisPoints: hundredths(draft.plain.labourTaxBasisPoints),
    flatRates: draft.flatRates.map(({ work, difficulty, first, further }) => ({
      work,
      difficulty,
      firstMinor: amount(first),
      furtherMinor: amount(further),
    })),
    bands: draft.bands.map(({ toKm, price }) => ({ toKm: typedNumber(toKm), minor: amount(price) })),
    hours: draft.hours.map(({ percent, ...rule }) => ({ ...rule, percent: typedNumber(percent) })),
    warranties: (Object.entries(draft.warranties) as [OptionKind, string][])
      .filter(([, months]) => months.trim() !== '')
      .map(([option, months]) => ({ option, months: typedNumber(months) })),
  };
}

/** A typed number with point or comma; null where it is none. */
export function typedNumber(text: string | undefined): number | null {
  const trimmed = (text ?? '').trim().replace(',', '.');
  return /^-?\d+(\.\d+)?$/.test(trimmed) ? Number(trimmed) : null;
}

export function typedAmount(minor: number, currency: string): string {
  const places = minorPlaces(currency);
  return (minor / 10 ** places).toFixed(places);
}
