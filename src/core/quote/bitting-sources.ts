import type { BureauTerms } from '@/core/authority/bureau';
import { readingHolds } from '@/core/blade/progression/tries';
import type { CarLock } from '@/core/catalogue/locks';
import type { LocalDay, LocalMoment } from '@/core/kinds/local-time';
import { scaleMinor } from '@/core/kinds/money';
import type { Purpose } from '@/core/kinds/purpose';
import { arrivalOf, parcelOf } from '@/core/supply/arrival';
import { lockStep, workPrice } from './before-work';
import { sourceChance } from './comeback';
import type { BookStyle } from './price-rules';
import type { PriceLists } from './pricing';

/** Where the bitting of a car, or its cut blade, can come from. */
export interface BittingSource {
  readonly kind: 'told' | 'vin' | 'stamped' | 'key' | 'lock' | 'vendor' | 'dealer';
  readonly name: string;
  /** What it takes to begin. */
  readonly takes: string;
  /** How often a blade by it fits, 0 to 1, and what that rests on. */
  readonly reliability: number;
  readonly rests: string;
  /** Minutes of one's own, half of all are quicker; 0 where others do it. */
  readonly minutes: number;
  /** What the customer is charged for it, without tax, as Quote has it; a look at a part or a key is no line of it. */
  readonly priceMinor: number;
  /** When a blade of it is here; null at once. */
  readonly ready: { readonly earliest: LocalDay; readonly mostly: LocalDay } | null;
  /** What the gate has to open for it. */
  readonly purpose: Purpose;
  /** Why it cannot be used here; null where it can. */
  readonly lacking: string | null;
}

export interface SourcesRequest {
  readonly lists: Pick<PriceLists, 'rules' | 'prices' | 'dealer' | 'codeService' | 'outcomes'>;
  /** The vendors' article for a blade of this kind. */
  readonly article: string;
  readonly codeTerms: BureauTerms | undefined;
  readonly book: BookStyle;
  readonly locks: readonly CarLock[];
  readonly hasVin: boolean;
  /** A key lies in hand that can be read. */
  readonly keyHere: boolean;
  readonly at: LocalMoment;
  readonly holidays: readonly LocalDay[];
}

/** Stated, not learned: a code that was told, a number on a part that may have been changed, a key before it was read. */
const stated = { told: 0.9, stamped: 0.8, key: 0.9, dealer: 0.98 };
const minutesOf = { told: 2, inSight: 6, covered: 18, key: 8 };

/** Every source side by side; those that cannot be used say why. */
export function bittingSources(request: SourcesRequest): BittingSource[] {
  return [
    told(),
    byVin(request),
    stamped(request),
    keyInHand(request),
    lockRead(request),
    ...vendors(request),
    ...dealer(request),
  ];
}

const atOnce = { ready: null, lacking: null } as const;

function told(): BittingSource {
  return {
    kind: 'told',
    name: 'Told by the customer',
    takes: 'a code on the tag, the handbook or an invoice',
    reliability: stated.told,
    rests: `stated ${percent(stated.told)}: of this car, copied down right`,
    minutes: minutesOf.told,
    priceMinor: 0,
    purpose: 'codeToBitting',
    ...atOnce,
  };
}

function byVin({ lists: { rules, codeService }, codeTerms, hasVin }: SourcesRequest): BittingSource {
  const minutes = codeTerms ? Math.round((codeTerms.minutesFrom + codeTerms.minutesTo) / 2) : 0;
  return {
    kind: 'vin',
    name: 'Code service, by VIN',
    takes: 'the VIN',
    reliability: codeService?.chance ?? 0,
    rests: codeService ? `it has a code for ${percent(codeService.chance)} of the VINs` : 'none is set up',
    minutes,
    priceMinor: codeService ? scaleMinor(codeService.feeMinor, 100 + rules.passPercent, 100) : 0,
    purpose: 'codeFromVin',
    ready: null,
    lacking: codeService ? (hasVin ? null : 'Note the VIN at Call first.') : 'The shop has no code service.',
  };
}

function stamped({ locks }: SourcesRequest): BittingSource {
  const part = locks.find(({ numberAt }) => numberAt !== null);
  const minutes = part?.seen === 'covered' ? minutesOf.covered : minutesOf.inSight;
  return {
    kind: 'stamped',
    name: 'Number on a part',
    takes: part ? `${part.numberAt}, at the ${part.lock}` : 'a part that bears a number',
    reliability: stated.stamped,
    rests: `stated ${percent(stated.stamped)}: the part may have been changed, or the number be that lock’s alone`,
    minutes,
    priceMinor: 0,
    purpose: 'codeToBitting',
    ready: null,
    lacking: part ? null : 'The library knows no number on a part of this car.',
  };
}

function keyInHand({ keyHere }: SourcesRequest): BittingSource {
  return {
    kind: 'key',
    name: 'Key in hand, measured',
    takes: 'the key, worn as it is',
    reliability: stated.key,
    rests: `stated ${percent(stated.key)} before it is read`,
    minutes: minutesOf.key,
    priceMinor: 0,
    purpose: 'decode',
    ready: null,
    lacking: keyHere ? null : 'No key is here to be read.',
  };
}

function lockRead({ lists: { rules }, book }: SourcesRequest): BittingSource {
  return {
    kind: 'lock',
    name: 'A lock read',
    takes: 'a lock of the car, and blanks for what it leaves open',
    reliability: readingHolds,
    rests: `stated ${percent(readingHolds)}; spaces that the lock lacks are tried in turn`,
    minutes: rules.lockMinutes,
    priceMinor: workPrice('lock', lockStep(rules), { book }, rules),
    purpose: 'readLock',
    ...atOnce,
  };
}

/** Who cuts for others: what each takes. */
function vendors({
  lists: { rules, prices, outcomes },
  article,
  at,
  holidays,
}: SourcesRequest): BittingSource[] {
  return prices
    .filter((price) => price.kind === 'cutting' && price.article === article)
    .map((price) => {
      const { earliest, p80 } = arrivalOf([parcelOf(price, at, holidays)], at, holidays);
      const chance = sourceChance(price.supplier, outcomes);
      return {
        kind: 'vendor' as const,
        name: `Cut by ${price.supplier}`,
        takes: 'a code, a measured key or a sample',
        reliability: 1 - chance.basisPoints / 10_000,
        rests: chance.rests,
        minutes: 0,
        priceMinor: scaleMinor(price.priceMinor + price.shippingMinor, 100 + rules.passPercent, 100),
        ready: { earliest: earliest.day, mostly: p80.day },
        purpose: 'orderCut' as const,
        lacking: null,
      };
    });
}

function dealer({ lists: { rules, dealer: desk }, at, holidays }: SourcesRequest): BittingSource[] {
  if (!desk || desk.cutMinor === null) return [];
  const parcel = parcelOf({ leadDays: 1, lateDays: 1, cutOff: '17:00' }, at, holidays);
  const { earliest, p80 } = arrivalOf([parcel], at, holidays);
  return [
    {
      kind: 'dealer',
      name: `Cut by ${desk.name}`,
      takes: 'the VIN with papers, or a code; no worn key',
      reliability: stated.dealer,
      rests: `stated ${percent(stated.dealer)}: by the maker’s own record`,
      minutes: 0,
      priceMinor: scaleMinor(desk.cutMinor, 100 + rules.passPercent, 100),
      ready: { earliest: earliest.day, mostly: p80.day },
      purpose: 'orderCut',
      lacking: null,
    },
  ];
}

const percent = (share: number) => `${Math.round(share * 100)} %`;
