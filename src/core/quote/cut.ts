import { scaleMinor } from '@/core/kinds/money';
import { type Parcel, parcelOf } from '@/core/supply/arrival';
import type { SupplierPrice } from '@/core/supply/supplier-prices';
import { line, times } from './lines';
import type { BookStyle } from './price-rules';
import type { Cutting, NetLine, QuoteSnapshot } from './quote';
import { flatRate } from './work';

export type Cut =
  | {
      readonly ok: true;
      readonly lines: readonly NetLine[];
      readonly costs: readonly { readonly label: string; readonly minor: number }[];
      readonly minutes: number;
      /** Blades cut by others, on their way here; null where the van cuts. */
      readonly parcel: Parcel | null;
      readonly notes: readonly string[];
    }
  | { readonly ok: false; readonly reason: string };

/** Cuts blades on the van's machine; where it cannot cut this profile, by the cheaper of vendor and dealer. */
export function cutBlades(keys: number, book: BookStyle, snapshot: QuoteSnapshot): Cut {
  const { rules, cutting } = snapshot;
  if (cutting.own) {
    const minutes = keys * rules.cutMinutes;
    const minor =
      book === 'flatRates' ? flatRate(rules, 'cut', 'usual', keys) : scaleMinor(rules.rateMinor, minutes, 60);
    const lines = [line(`Cutting${times(keys)}`, 'cutting', 'labour', minor)];
    return { ok: true, lines, costs: [], minutes, parcel: null, notes: [] };
  }
  const [best] = elsewhere(keys, snapshot).sort((a, b) => a.minor - b.minor || (a.by < b.by ? -1 : 1));
  if (!best) return { ok: false, reason: `Nobody known cuts a blade of this kind (${cutting.profile}).` };
  return {
    ok: true,
    lines: [
      line(
        `Cutting by ${best.by}${times(keys)}`,
        'cutting',
        'labour',
        scaleMinor(best.minor, 100 + rules.passPercent, 100),
      ),
    ],
    costs: [{ label: `Cutting by ${best.by}`, minor: best.minor }],
    minutes: 0,
    parcel: best.parcel,
    notes: [`The van’s machine does not cut ${cutting.profile}: ${best.by} does.`],
  };
}

interface Elsewhere {
  readonly by: string;
  readonly minor: number;
  readonly parcel: Parcel;
}

function elsewhere(keys: number, { prices, cutting, dealer, at, holidays }: QuoteSnapshot): Elsewhere[] {
  const vendors = prices
    .filter((price) => price.kind === 'cutting' && price.article === cutting.article)
    .map((price: SupplierPrice) => ({
      by: price.supplier,
      minor: keys * price.priceMinor + price.shippingMinor,
      parcel: parcelOf(price, at, holidays),
    }));
  return dealer && dealer.cutMinor !== null
    ? [
        ...vendors,
        {
          by: dealer.name,
          minor: keys * dealer.cutMinor,
          parcel: parcelOf({ leadDays: 1, lateDays: 1, cutOff: '17:00' }, at, holidays),
        },
      ]
    : vendors;
}

/** Kinds of blade, as machines tell them apart: the first words of a profile. */
export const bladeKinds = ['edge', 'inside track', 'outside track', 'disc'] as const;
export type BladeKind = (typeof bladeKinds)[number];

/** The kind of blade of a profile. */
export function cuttingKind(profile: string): string {
  return profile.split(',')[0]?.trim() ?? '';
}

/** The vendors' article for a kind of blade: they take a code, a measured key or a sample. */
export function cuttingArticle(profile: string): Cutting['article'] {
  return `CUT-${cuttingKind(profile).toUpperCase().replaceAll(' ', '-')}`;
}
