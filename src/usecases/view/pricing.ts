import type { Application } from '@/core/catalogue/application';
import { compareRemotes, standInsFor } from '@/core/catalogue/equivalents';
import type { Platform } from '@/core/catalogue/platform';
import type { Job } from '@/core/job/job';
import { addDays, instantOf, type LocalMoment, localMoment } from '@/core/kinds/local-time';
import { cuttingArticle } from '@/core/quote/cut';
import type { PriceLists, Pricing } from '@/core/quote/pricing';
import type { KeyArticles } from '@/core/quote/quote';
import { askedTime } from '@/core/travel/asked-time';
import { type DriveOf, placeBefore, type Stop, waitingSaves } from '@/core/travel/detour';
import { freeGaps, gapsAround } from '@/core/travel/gaps';
import type { RoadNetwork } from '@/core/travel/roads';
import { toldTrip, tripBy } from '@/core/travel/trip';
import { listEquals, listMultiTypeChips, listRemotes, listUniversals } from '@/data/article-facts';
import type { Db } from '@/data/db';
import { findLadders } from '@/data/pellets';
import { readPriceLists } from '@/data/prices';
import { listAccounts, listCoupons } from '@/data/quote-terms';
import { readRoadNetwork } from '@/data/roads';
import type { ShopRow } from '@/data/shop';
import { listSpareStock } from '@/data/stock';
import { together } from '@/data/together';
import type { VanRow } from '@/data/vans';
import { listVisits, type VisitRow } from '@/data/visits';
import { roadsOf } from '../outside';
import { steppedBlanks, steppedPrices, stepsOf, unsteppedPieces } from './pellet-blanks';

/** Days ahead in which a free time of the van is looked for. */
const daysAhead = 28;
/** Minutes before and after an hour that is asked for in which the van may drive and work. */
const aroundMinutes = 180;

interface Asked {
  readonly job: Job;
  readonly shop: ShopRow;
  readonly now: LocalMoment;
  readonly van: VanRow | undefined;
  readonly applications: readonly Application[];
  readonly platforms: readonly Platform[];
}

/** Undefined where the day has no price book, or there is no van. */
export async function readPricing(db: Db, asked: Asked): Promise<Pricing | undefined> {
  const { job, now, van, applications, platforms } = asked;
  const { hand, works } = job.terms;
  const makeId = applications[0]?.makeId ?? job.call.makeId;
  if (!van || (applications.length === 0 && !hand && works.length === 0)) return undefined;
  const [ladders, plainArticles, accounts, coupons, day] = await together(
    db,
    (db) =>
      findLadders(
        db,
        platforms.flatMap(({ id, chipFamily }) => (chipFamily === 'PEL' ? [id] : [])),
      ),
    (db) => readKeyArticles(db, applications),
    async (db) => (job.terms.accountId === null ? [] : listAccounts(db, now.day)),
    async (db) => (job.terms.couponId === null ? [] : listCoupons(db, now.day)),
    (db) => loadDay(db, asked, van),
  );
  const steps = stepsOf(ladders, job);
  // A blank whose pellet's step is known is the article of both.
  const articlesFor = (application: Application): KeyArticles => {
    const [only, other] = steppedBlanks(application, steps);
    const articles = plainArticles(application);
    return only && !other ? { ...articles, blank: only } : articles;
  };
  const articles = [
    ...new Set([
      ...applications.flatMap((application) => namesOf(plainArticles(application))),
      ...applications.flatMap((application) => steppedBlanks(application, steps)),
      ...applications.map(({ keyway }) => cuttingArticle(keyway.profile)),
      ...articlesUsedUp(platforms),
      ...(hand?.articles.map(({ article }) => article) ?? []),
    ]),
  ];
  const [lists, lying] = await together(
    db,
    (db) => readPriceLists(db, now.day, articles, makeId),
    (db) => listSpareStock(db, van.id, articles, job.id),
  );
  if (!lists) return undefined;
  const blanks = applications.map((application) => ({
    blank: application.blank,
    stepped: steppedBlanks(application, steps),
  }));
  const stock = [...lying, ...blanks.flatMap(({ blank, stepped }) => unsteppedPieces(blank, stepped, lying))];
  const { accountId, couponId } = job.terms;
  const prices = [
    ...lists.prices,
    ...blanks.flatMap(({ blank, stepped }) =>
      stepped.flatMap((article) => steppedPrices(blank, article, lists.prices)),
    ),
  ];
  return {
    lists: { ...lists, prices },
    stock,
    account: withoutId(accounts.find(({ id }) => id === accountId)),
    coupon: withoutId(coupons.find(({ id }) => id === couponId)),
    articlesFor,
    holidays: holidaysOf(asked),
    ...dayOf(asked, lists, day, van),
    ...visitOf(asked),
  };
}

function withoutId<Row extends { readonly id: string }>(row: Row | undefined): Omit<Row, 'id'> | null {
  if (!row) return null;
  const { id: _, ...rest } = row;
  return rest;
}

/** The shop's holidays from today on. */
function holidaysOf({ shop, now }: Asked): string[] {
  return shop.holidays.map(({ day }) => day).filter((day) => day >= now.day);
}

/** The job's visit, unless it is over: then the first free time counts again. */
function visitOf({ job: { visit }, shop: { zone }, now }: Asked): Pick<Pricing, 'visit'> {
  if (!visit) return { visit: null };
  const end = localMoment(visit.to, zone);
  const over = end.day < now.day || (end.day === now.day && end.hour <= now.hour);
  return { visit: over ? null : localMoment(visit.from, zone) };
}

/** The van's other visits of the days ahead, and the roads where somebody said where the car stands. */
interface Day {
  readonly own: readonly VisitRow[];
  readonly network: RoadNetwork | null;
}

async function loadDay(db: Db, { job, shop, now }: Asked, van: VanRow): Promise<Day> {
  const { place, distanceKm } = job.call;
  const [visits, network] = await together(
    db,
    (db) =>
      listVisits(
        db,
        instantOf({ day: now.day, hour: '00:00' }, shop.zone),
        instantOf({ day: addDays(now.day, daysAhead), hour: '00:00' }, shop.zone),
      ),
    async (db) => (place === null || distanceKm !== null ? null : readRoadNetwork(db)),
  );
  const own = visits.filter(({ vanId, jobNumber }) => vanId === van.id && jobNumber !== job.number);
  return { own, network };
}

/** The trip from where the van will be, its free hours, and what waiting for a better time saves. */
function dayOf(
  request: Asked,
  { rules, dealer }: PriceLists,
  { own, network }: Day,
  { standsAt }: VanRow,
): Pick<Pricing, 'trip' | 'towKm' | 'gaps' | 'asked' | 'waitingSavesMinutes'> {
  const { job, shop, now } = request;
  const taken = takenBy(own, shop.zone);
  const asked = askedTime(job.call, shop.open, now, localMoment(job.openedAt, shop.zone).day);
  const gaps = [
    ...freeGaps(now, { ...shop.open, holidays: holidaysOf(request) }, taken, daysAhead),
    ...(asked ? gapsAround(asked, now, taken, aroundMinutes) : []),
  ].sort((a, b) =>
    a.day === b.day ? Number(a.outside ?? false) - Number(b.outside ?? false) : a.day < b.day ? -1 : 1,
  );
  const { place, distanceKm, placeKm, placeMinutes } = job.call;
  if (distanceKm !== null)
    return {
      trip: toldTrip(place ?? 'the car', distanceKm),
      towKm: null,
      gaps,
      asked,
      waitingSavesMinutes: 0,
    };
  if (place === null || !network) return { trip: null, towKm: null, gaps, asked, waitingSavesMinutes: 0 };
  // A place that the roads have no more is not where a van stands.
  const base = standsAt !== null && network.nodes.includes(standsAt) ? standsAt : network.workshop;
  const home = base ?? 'the workshop';
  const { drive }: { readonly drive: DriveOf } = roadsOf(network);
  const stops = stopsOf(own, shop.zone);
  const time = visitOf(request).visit ??
    (asked ? { day: asked.day, hour: asked.from } : undefined) ?? {
      day: gaps[0]?.day ?? now.day,
      hour: gaps[0]?.from ?? now.hour,
    };
  const tripAt = (day: string, hour: string) =>
    tripBy(drive, placeBefore(stops, day, hour, home), place, home, hour, base === network.workshop);
  const towKm = dealer?.place ? (drive(place, dealer.place, time.hour)?.km ?? null) : null;
  const trip = tripAt(time.day, time.hour);
  if (!trip) {
    const told =
      placeKm === null || placeMinutes === null
        ? null
        : { ...toldTrip(place, placeKm), minutes: placeMinutes, backMinutes: placeMinutes };
    return { trip: told, towKm, gaps, asked, waitingSavesMinutes: 0 };
  }
  const flexible = gaps
    .filter(({ day }) => day <= addDays(now.day, rules.flexibleDays))
    .map(({ day, from }) => ({ day, hour: from }));
  return {
    trip,
    towKm,
    gaps: gaps.map((gap) => ({ ...gap, trip: tripAt(gap.day, gap.from) ?? null })),
    asked,
    waitingSavesMinutes: waitingSaves({ ...time, place }, flexible, stops, home, drive),
  };
}

function takenBy(visits: readonly VisitRow[], zone: string) {
  return visits.map(({ from, to }) => {
    const begin = localMoment(from, zone);
    const end = localMoment(to, zone);
    return { day: begin.day, from: begin.hour, to: end.day === begin.day ? end.hour : '24:00' };
  });
}

function stopsOf(visits: readonly VisitRow[], zone: string): Stop[] {
  return visits.flatMap(({ from, place }) => (place === null ? [] : [{ ...localMoment(from, zone), place }]));
}

/** The articles of each candidate's key, with equivalents and universals that can stand in for its remote. */
async function readKeyArticles(
  db: Db,
  applications: readonly Application[],
): Promise<Pricing['articlesFor']> {
  const remotes = [...new Set(applications.flatMap(({ remote }) => remote?.article ?? []))];
  const [own, equivalents, universals, multiTypes] = await together(
    db,
    async (db) => (remotes.length === 0 ? [] : listRemotes(db, remotes)),
    async (db) => (remotes.length === 0 ? [] : listEquals(db, remotes)),
    async (db) => (remotes.length === 0 ? [] : listUniversals(db, remotes)),
    async (db) => (applications.some(({ chip, remote }) => chip && !remote) ? listMultiTypeChips(db) : []),
  );
  return ({ blank, chip, remote }) => {
    const mine = own.find(({ article }) => article === remote?.article);
    const same = equivalents.filter(
      (one) => mine && one.equalOf === mine.article && compareRemotes(mine, one).differs.length === 0,
    );
    const standIns = mine
      ? standInsFor(
          mine,
          chip?.family ?? 'none',
          universals.filter((one) => one.remote === mine.article),
        )
      : [];
    return {
      blank,
      remote: remote?.article ?? null,
      chip: chip?.article ?? null,
      functions: mine?.layout ?? [],
      multiTypes: multiTypes
        .filter(({ families }) => chip && !remote && families.includes(chip.family))
        .map(({ article, setting }) => ({ article, setting })),
      equivalents: same.map(({ article, note }) => ({ article, note: note ?? 'the same board' })),
      universals: standIns.map(({ article, lost }) => ({ article, lost })),
    };
  };
}

function namesOf({ blank, remote, chip, equivalents, multiTypes = [], universals }: KeyArticles): string[] {
  return [
    blank,
    remote,
    chip,
    ...[...equivalents, ...multiTypes, ...universals].map(({ article }) => article),
  ].filter((one): one is string => one !== null);
}

/** What the ways of platforms use up beside the key. */
export function articlesUsedUp(platforms: readonly Platform[]): string[] {
  return platforms.flatMap(({ methods }) =>
    methods.flatMap(({ article }) => (article === null ? [] : [article])),
  );
}
