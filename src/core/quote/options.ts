import { addWorkingDays, daysBetween, type LocalDay, weekdayOf } from '@/core/kinds/local-time';
import { roundUpTo, scaleMinor } from '@/core/kinds/money';
import { routeNames } from '@/core/programming/route';
import type {
  OptionKind,
  Payee,
  QuoteLine,
  QuoteOption,
  QuoteRequest,
  QuoteSnapshot,
  SupplierKind,
  SupplierPrice,
  TaxClass,
} from './quote';
import { taxLines } from './tax';

type NetLine = Omit<QuoteLine, 'taxMinor'>;
type Draft =
  | {
      readonly ok: true;
      readonly lines: readonly NetLine[];
      readonly drivesOn: LocalDay;
      readonly notes: readonly string[];
    }
  | { readonly ok: false; readonly reason: string };

const most = 5;

/**
 * Every sourcing option of a quote: its lines, tax, total and the day the car drives; or why it does not exist.
 * Order: lines, minimum charge, rounding, tax. Deterministic: a function of its two arguments.
 */
export function quoteOptions(request: QuoteRequest, snapshot: QuoteSnapshot): QuoteOption[] {
  const kinds: OptionKind[] = ['shopOriginal', 'shopAftermarket', 'customerBuys', 'franchiseDesk'];
  if (request.route === 'repair') kinds.unshift('shopRepair');
  return kinds.map((kind) => option(kind, request, snapshot));
}

function option(kind: OptionKind, request: QuoteRequest, snapshot: QuoteSnapshot): QuoteOption {
  const draft = draftOf(kind, request, snapshot);
  if (!draft.ok) return { kind, available: false, reason: draft.reason };
  const lines = taxLines(draft.lines, snapshot.taxBasisPoints);
  const netMinor = sum(lines.map((line) => line.netMinor));
  const taxMinor = sum(lines.map((line) => line.taxMinor));
  return {
    kind,
    available: true,
    lines,
    netMinor,
    taxMinor,
    totalMinor: netMinor + taxMinor,
    furtherKeyMinor: furtherKey(kind, request, snapshot, netMinor + taxMinor),
    drivesOn: draft.drivesOn,
    days: daysBetween(snapshot.at.day, draft.drivesOn),
    notes: draft.notes,
  };
}

/** One more key at the margin of the same session: the difference of two whole quotes. */
function furtherKey(
  kind: OptionKind,
  request: QuoteRequest,
  snapshot: QuoteSnapshot,
  totalMinor: number,
): number | null {
  if (kind === 'shopRepair' || request.keys >= most) return null;
  const more = draftOf(kind, { ...request, keys: request.keys + 1 }, snapshot);
  if (!more.ok) return null;
  return (
    sum(taxLines(more.lines, snapshot.taxBasisPoints).map((line) => line.netMinor + line.taxMinor)) -
    totalMinor
  );
}

/** What the franchise desk takes in all; undefined where there is none or it has no price. */
export function deskTotalMinor(request: QuoteRequest, snapshot: QuoteSnapshot): number | undefined {
  const desk = option('franchiseDesk', { ...request, route: 'desk' }, snapshot);
  return desk.available ? desk.totalMinor : undefined;
}

function draftOf(kind: OptionKind, request: QuoteRequest, snapshot: QuoteSnapshot): Draft {
  if (kind === 'shopRepair') return repair(request, snapshot);
  if (request.route === 'repair')
    return { ok: false, reason: 'The route is a repair: no new key is sourced.' };
  if (request.keys === 0) return { ok: false, reason: 'No new key is wanted.' };
  if (request.route === 'desk' && kind !== 'franchiseDesk')
    return { ok: false, reason: 'The route is the franchise desk.' };
  switch (kind) {
    case 'shopOriginal':
      return shopSupplies('original', request, snapshot);
    case 'shopAftermarket':
      return shopSupplies('aftermarket', request, snapshot);
    case 'customerBuys':
      return customerBuys(request, snapshot);
    case 'franchiseDesk':
      return franchiseDesk(request, snapshot);
  }
}

function shopSupplies(kind: SupplierKind, request: QuoteRequest, snapshot: QuoteSnapshot): Draft {
  const found = pricesOf(kind, request, snapshot);
  if (!found.ok) return found;
  const { book } = snapshot;
  const articles = found.prices.map((price) =>
    line(
      `${price.article}${times(request.keys)}`,
      'shop',
      'goods',
      request.keys * scaleMinor(price.priceMinor, 100 + book.keyMarkupPercent, 100),
    ),
  );
  const months = Math.min(...found.prices.map((price) => price.warrantyMonths));
  return {
    ok: true,
    lines: shopTotal([...articles, ...shopWork(request, snapshot)], snapshot),
    drivesOn: arrival(found.prices, snapshot),
    notes: [
      `From ${supplierNames(found.prices)}, ${months === 0 ? 'no warranty' : `${months} months warranty`} on the article.`,
    ],
  };
}

function customerBuys(request: QuoteRequest, snapshot: QuoteSnapshot): Draft {
  const found = pricesOf('online', request, snapshot);
  if (!found.ok) return found;
  const articles = found.prices.map((price) =>
    line(
      `${price.article}${times(request.keys)}, bought by the customer`,
      'seller',
      'goods',
      request.keys * price.priceMinor,
    ),
  );
  return {
    ok: true,
    lines: [
      ...articles,
      line('Shipping to the customer', 'seller', 'goods', snapshot.book.onlineShippingMinor),
      ...shopTotal(shopWork(request, snapshot), snapshot),
    ],
    drivesOn: arrival(found.prices, snapshot),
    notes: [
      'The customer bears it when the article is wrong or not virgin; a second visit is a second bill.',
    ],
  };
}

function franchiseDesk(request: QuoteRequest, snapshot: QuoteSnapshot): Draft {
  const { desk, book, trip } = snapshot;
  if (!desk) return { ok: false, reason: 'No desk of this make is known.' };
  const found = pricesOf('original', request, snapshot);
  if (!found.ok) return found;
  const articles = found.prices.map((price) =>
    line(
      `${price.article}${times(request.keys)}`,
      'desk',
      'goods',
      request.keys * scaleMinor(price.priceMinor, 100 + desk.keyMarkupPercent, 100),
    ),
  );
  const lines = [
    ...articles,
    line('Labour of the desk', 'desk', 'labour', desk.labourMinor),
    line(
      `Programming fee of the desk${times(request.keys)}`,
      'desk',
      'labour',
      request.keys * desk.programmingMinor,
    ),
  ];
  if (request.allKeysLost) {
    const km = desk.towKm + (trip?.distanceKm ?? 0);
    lines.push(
      line(
        `Tow, ${Math.round(km)} km`,
        'desk',
        'labour',
        book.towBaseMinor + Math.round(km * book.towPerKmMinor),
      ),
    );
  }
  return {
    ok: true,
    lines,
    drivesOn: addWorkingDays(snapshot.at.day, desk.workingDays),
    notes: [
      request.allKeysLost
        ? `${desk.name}; the car must be towed.`
        : `${desk.name}; the customer drives there.`,
    ],
  };
}

function repair(request: QuoteRequest, snapshot: QuoteSnapshot): Draft {
  const menu = snapshot.menu.repair;
  if (!menu) return { ok: false, reason: 'The price book has no price for a repair.' };
  const lines = [line('Repair of the key', 'shop', 'labour', menu.firstMinor), ...tripLines(snapshot)];
  return {
    ok: true,
    lines: shopTotal(lines, snapshot),
    drivesOn: snapshot.at.day,
    notes:
      request.keys > 0
        ? ['The repair alone; a new key is another route.']
        : ['The key stays known to the car.'],
  };
}

/** Cutting, programming and the trip: what the shop does whoever brings the article. */
function shopWork(request: QuoteRequest, snapshot: QuoteSnapshot): NetLine[] {
  const { route, keys, keysAgain } = request;
  const cut = snapshot.menu.cut ?? { firstMinor: 0, furtherMinor: 0 };
  const work = snapshot.menu[route] ?? { firstMinor: 0, furtherMinor: 0 };
  const learned = keys + keysAgain;
  const lines = [
    line(`Cutting${times(keys)}`, 'shop', 'labour', cut.firstMinor + (keys - 1) * cut.furtherMinor),
  ];
  if (route !== 'none') {
    lines.push(
      line(
        `${routeNames[route]}${times(learned)}`,
        'shop',
        'labour',
        work.firstMinor + (learned - 1) * work.furtherMinor,
      ),
    );
  }
  return [...lines, ...tripLines(snapshot)];
}

function tripLines({ trip, book }: QuoteSnapshot): NetLine[] {
  if (!trip) return [];
  return [
    line(
      `Trip to ${trip.place}, there and back`,
      'shop',
      'labour',
      scaleMinor(book.rateMinor, 2 * trip.minutes, 60),
    ),
  ];
}

/** The shop's own lines with the minimum charge and the rounding, both in the tax class of labour. */
function shopTotal(lines: readonly NetLine[], { book }: QuoteSnapshot): NetLine[] {
  const all = [...lines];
  const short = book.minimumMinor - sum(all.map((one) => one.netMinor));
  if (short > 0) all.push(line('To the minimum charge', 'shop', 'labour', short));
  const total = sum(all.map((one) => one.netMinor));
  const rounding = roundUpTo(total, book.roundingMinor) - total;
  if (rounding > 0) all.push(line('Rounding', 'shop', 'labour', rounding));
  return all;
}

type FoundPrices =
  | { readonly ok: true; readonly prices: readonly SupplierPrice[] }
  | { readonly ok: false; readonly reason: string };

/** The cheapest price of each article among suppliers of one kind; of equal ones the quicker. */
function pricesOf(kind: SupplierKind, { articles }: QuoteRequest, { prices }: QuoteSnapshot): FoundPrices {
  const found: SupplierPrice[] = [];
  for (const article of articles) {
    const [best] = prices
      .filter((price) => price.kind === kind && price.article === article)
      .sort(
        (a, b) =>
          a.priceMinor - b.priceMinor || a.leadDays - b.leadDays || (a.supplier < b.supplier ? -1 : 1),
      );
    if (!best) return { ok: false, reason: `No ${kind} price for ${article}.` };
    found.push(best);
  }
  return { ok: true, prices: found };
}

/** The day on which the slowest article is here: working days from today, or from the next one after the cut-off. */
function arrival(prices: readonly SupplierPrice[], { at }: QuoteSnapshot): LocalDay {
  const days = prices.map((price) => {
    const late = at.hour >= price.cutOff || weekdayOf(at.day) === 0 || weekdayOf(at.day) === 6;
    return addWorkingDays(late ? addWorkingDays(at.day, 1) : at.day, price.leadDays);
  });
  return days.sort().at(-1) ?? at.day;
}

function supplierNames(prices: readonly SupplierPrice[]): string {
  return [...new Set(prices.map((price) => price.supplier))].join(' and ');
}

function line(label: string, payee: Payee, taxClass: TaxClass, netMinor: number): NetLine {
  return { label, payee, taxClass, netMinor };
}

function times(count: number): string {
  return count > 1 ? ` × ${count}` : '';
}

function sum(values: readonly number[]): number {
  return values.reduce((total, value) => total + value, 0);
}
