import type { Actor } from '@/core/kinds/actor';
import { localMoment } from '@/core/kinds/local-time';
import { done, failed, type Result } from '@/core/kinds/result';
import type { FirstPrices } from '@/core/quote/first-prices';
import type { PricedQuote } from '@/core/quote/recommend';
import { listPlaces } from '@/data/names';
import { listAccounts, listCoupons } from '@/data/quote-terms';
import type { QuoteCallInput } from '@/inputs/quote-call-input';
import { readAs } from '../asking/read-as';
import { carOnPaper, computeView, type JobView } from '../view/job-view';
import { tellCar } from './identify';

export interface QuotedCar {
  readonly car: string;
  readonly computedAt: Date;
  readonly quote: PricedQuote;
  /** Over all likely cars; null where only one is. */
  readonly firstPrices: FirstPrices | null;
}

/** Quotes a car that hangs on no job, by its likeliest candidate and the advised route; stores nothing. */
export async function quoteCar(actor: Actor, input: QuoteCallInput): Promise<Result<QuotedCar>> {
  const db = readAs(actor);
  const { wanted, place: placeName, book, prefer, flexible, account, coupon, ...car } = input;
  const told = await tellCar(db, actor, car, wanted);
  if (!told.ok) return told;
  const { job, shop } = told.value;
  const { day } = localMoment(actor.at, shop.zone);
  const places = await listPlaces(db);
  const place = places.find(({ id, name }) =>
    placeName === undefined ? id === job.call.placeId : name.toLowerCase() === placeName.toLowerCase(),
  );
  if (placeName !== undefined && !place) return failed('The shop knows no place of this name.', 'place');
  const accountId = (await listAccounts(db, day)).find(({ name }) => name === account)?.id ?? null;
  if (account !== undefined && accountId === null)
    return failed('There is no account of this name.', 'account');
  const code = coupon?.toUpperCase();
  const couponId = (await listCoupons(db, day)).find((one) => one.code === code)?.id ?? null;
  if (code !== undefined && couponId === null) return failed('No coupon of this code holds today.', 'coupon');
  const view = await computeView(db, actor, {
    ...job,
    call: {
      ...job.call,
      placeId: place?.id ?? null,
      place: place?.name ?? null,
      placeKm: place?.distanceKm ?? null,
      placeMinutes: place?.travelMinutes ?? null,
    },
    terms: {
      ...job.terms,
      book: book ?? null,
      prefer: prefer ?? 'price',
      flexible: flexible ?? false,
      accountId,
      couponId,
    },
  });
  if (!view.platform) return failed('The library has no car like this: name make, model and year.');
  if (!view.quote) return failed(whyNoPrice(view));
  return done({
    car: carOnPaper(view),
    computedAt: actor.at,
    quote: view.quote,
    firstPrices: view.firstPrices,
  });
}

/** What keeps a car that the library knows from having a price. */
function whyNoPrice({ routes, van }: JobView): string {
  if (!van) return 'The shop has no van yet.';
  const refused = routes.flatMap(({ verdict }) => (verdict.feasible ? [] : [verdict.fact]));
  if (refused.length < routes.length) return 'The shop has no prices today.';
  return `No route is open on this car: ${[...new Set(refused)].slice(0, 2).join(' ')}`;
}
