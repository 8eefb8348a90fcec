import type { Platform } from '@/core/catalogue/platform';
import type { Actor } from '@/core/kinds/actor';
import { localMoment } from '@/core/kinds/local-time';
import { done, type Failed, failed, type Result } from '@/core/kinds/result';
import { type Advice, adviseRoute } from '@/core/programming/advice';
import { countKeys, type KeyCount } from '@/core/programming/key-count';
import { type KeyPlan, keyPlans } from '@/core/programming/key-plans';
import type { KeySituation } from '@/core/programming/keys';
import { orderOfSources, type SourceStep, systemTypeOrder } from '@/core/programming/pin';
import type { RankTest } from '@/core/programming/rank-test';
import { type Ring, ringFor } from '@/core/programming/ring';
import type { Route, RouteRequest } from '@/core/programming/route';
import { findRoutes } from '@/core/programming/routes';
import { dealerOf, moneyOf } from '@/core/quote/recommend';
import { listPlatformNames, listPlatforms } from '@/data/catalogue';
import { findNamed, listMakes, listMarkets } from '@/data/names';
import { readPriceLists } from '@/data/prices';
import { findRankTest } from '@/data/rank-tests';
import { listRouteRecords } from '@/data/route-records';
import { getShopOrThrow } from '@/data/shop';
import { listVans } from '@/data/vans';
import type { BenchKeyInput, KeyCountInput, RoutesInput } from '@/inputs/key-inputs';
import { nobody, readAs } from '../asking/read-as';
import { articlesUsedUp } from '../view/pricing';

export interface RoutesFound {
  readonly platform: string;
  readonly van: string;
  readonly routes: readonly Route[];
  readonly advice: Advice | undefined;
  readonly ring: Ring;
  readonly pin: readonly SourceStep[];
  readonly systemTypes: readonly string[];
  readonly rank: RankTest | undefined;
  readonly currency: string;
  readonly locale: string;
}

/** Routes and order of attempts for keys on a platform, without a job; stores nothing. */
export async function findRoutesFor(actor: Actor, input: RoutesInput): Promise<Result<RoutesFound>> {
  const db = readAs(actor);
  const shop = await getShopOrThrow(db);
  const { day } = localMoment(actor.at, shop.zone);
  const platform = await platformNamed(input.platform);
  if (!platform) return failed('The library has no platform of this name.', 'platform');
  const vans = await listVans(db);
  const van = input.van === undefined ? vans[0] : vans.find(({ name }) => name === input.van);
  if (!van) return failed('There is no van of this name.', 'van');
  if (input.market !== undefined && !(await listMarkets(db)).includes(input.market))
    return failed('The library has no market of this name.', 'market');
  const make = input.make === undefined ? undefined : (await findNamed(db, input.make, undefined)).make;
  if (input.make !== undefined && !make) return failed('The library has no make of this name.', 'make');
  const situation = situationOf(input, { maximum: platform.slotsMaximum, minimum: platform.slotsMinimum });
  if ('ok' in situation) return situation;
  const prices = await readPriceLists(db, day, articlesUsedUp([platform]), make?.id ?? null);
  const records = await listRouteRecords(db, [platform.id]);
  const request: RouteRequest = {
    platform,
    situation,
    van: { ...van, day },
    market: input.market ?? null,
    stolen: input.stolen === true || situation.keys.some(({ presence }) => presence === 'stolen'),
    chosen: {},
    withRemote: true,
    failed: [],
    network: input.network ?? null,
    built: input.built === undefined ? null : { from: input.built, to: input.built },
    record: records[platform.id] ?? [],
    money: moneyOf(prices, shop),
    dealer: prices ? dealerOf(platform, situation, null, [], { ...prices, towKm: null }) : null,
  };
  const routes = findRoutes(request);
  const advice = adviseRoute(routes, request);
  const advised = routes.find(({ kind }) => kind === advice?.kind) ?? null;
  return done({
    platform: platform.name,
    van: van.name,
    routes,
    advice,
    ring: ringFor(situation, advised),
    pin: orderOfSources(request),
    systemTypes: systemTypeOrder(platform, request.record),
    rank: await findRankTest(db, platform.id),
    currency: shop.currency,
    locale: shop.locale,
  });
}

export interface KeysCounted {
  readonly count: KeyCount;
  readonly plans: readonly KeyPlan[];
  readonly ring: Ring;
}

/** Holds what the car says against the keys there are; stores nothing. */
export async function countKeysFor(_actor: Actor, input: KeyCountInput): Promise<Result<KeysCounted>> {
  if (input.minimum > input.maximum) return failed('More than the maximum.', 'minimum');
  const situation = situationOf(input, input);
  if ('ok' in situation) return situation;
  return done({
    count: countKeys(situation),
    plans: keyPlans(situation),
    ring: ringFor(situation, null),
  });
}

/** Keys as a bench tells them; copies share the identity of the key they name. */
function situationOf(
  {
    keys,
    known,
    wanted,
  }: { keys: readonly BenchKeyInput[]; known: KeySituation['memory']['knownCount']; wanted: number },
  { maximum, minimum }: { readonly maximum: number; readonly minimum: number },
): KeySituation | Failed {
  const rootOf = (at: number): number | undefined => {
    const seen = new Set<number>();
    for (let place = at; ; ) {
      if (seen.has(place)) return undefined;
      seen.add(place);
      const copyOf = keys[place]?.copyOf;
      if (copyOf === undefined) return keys[place] ? place : undefined;
      place = copyOf - 1;
    }
  };
  const roots = keys.map((_, at) => rootOf(at));
  const strange = roots.indexOf(undefined);
  if (strange >= 0) return failed('A copy names another key of the list.', `keys.${strange}.copyOf`);
  return {
    keys: keys.map(({ presence, rank, blade, faults }, at) => ({
      id: `key-${at + 1}`,
      tag: at + 1,
      name: roots[at] === at ? 'Key' : `Copy of ${(roots[at] ?? 0) + 1}`,
      presence,
      rank: rank ?? 'unknown',
      blade: blade ?? 'good',
      faults: faults ?? [],
      madeHere: false,
      identityId: `identity-${(roots[at] ?? at) + 1}`,
    })),
    identities: keys.flatMap((key, at) =>
      roots[at] === at ? [{ id: `identity-${at + 1}`, known: key.known ?? 'yes' }] : [],
    ),
    memory: { knownCount: known, maximum, minimum, ...(maximum === 0 && { none: true }) },
    wanted,
  };
}

async function platformNamed(name: string): Promise<Platform | undefined> {
  const found = (await listPlatformNames(readAs(nobody))).find((one) => one.name === name);
  return found && (await listPlatforms(readAs(nobody), [found.id]))[0];
}

export interface BenchNames {
  readonly platforms: readonly string[];
  readonly vans: readonly string[];
  readonly makes: readonly string[];
  readonly markets: readonly string[];
}

/** What can be chosen at the Route bench. */
export async function readBenchNames(actor: Actor): Promise<BenchNames> {
  const db = readAs(actor);
  const [platforms, vans, makes, markets] = await Promise.all([
    listPlatformNames(db),
    listVans(db),
    listMakes(db),
    listMarkets(db),
  ]);
  return {
    platforms: platforms.map(({ name }) => name),
    vans: vans.map(({ name }) => name),
    makes: makes.map(({ name }) => name),
    markets,
  };
}
