import { gate } from '@/core/authority/gate';
import type { SecretRef } from '@/core/authority/secrets';
import { locksOfCar } from '@/core/catalogue/locks';
import { isOfBlank, withStep } from '@/core/catalogue/stepped-article';
import { type BladeCut, knownStep } from '@/core/job/events/log';
import type { PersonActor } from '@/core/kinds/actor';
import type { Purpose } from '@/core/kinds/purpose';
import type { Ladder } from '@/core/pellet/ladder';
import { type BittingSource, bittingSources } from '@/core/quote/bitting-sources';
import { cuttingArticle } from '@/core/quote/cut';
import type { PriceLists } from '@/core/quote/pricing';
import { isReady, type Piece } from '@/core/supply/movements';
import { listBureauTerms } from '@/data/bureau';
import { listLocksOf } from '@/data/keyways';
import { listMeters, type MeterRow } from '@/data/meters';
import { listLadders } from '@/data/pellets';
import { readPriceLists } from '@/data/prices';
import { listReservations } from '@/data/reservations';
import { listSecretRefs } from '@/data/secrets';
import { listSpareStock, listStock } from '@/data/stock';
import { readAs } from '../asking/read-as';
import { standingOf } from '../editing/gates';
import { type FirstStep, firstStep } from '../view/first-step';
import type { JobView } from '../view/job-view';

/** Pieces of a blank that lie in one place. */
export interface BlankPile {
  readonly piece: Piece;
  readonly place: string;
  readonly lies: number;
  /** Promised to this job. */
  readonly reserved: number;
}

/** Why each kind of work on the blade is closed; null where it may be done. */
export type BladeGates = Readonly<Record<'sheet' | BladeCut['where'], string | null>>;

export interface BladeCar {
  readonly blanks: readonly BlankPile[];
  /** Pieces of them in the van, where keys are tried; those in the workshop are not at hand. */
  readonly atHand: number;
  /** Of the blank, in the shop's currency: what one costs here or from the cheapest supplier; null where nobody says. */
  readonly blankMinor: number | null;
  /** Minutes of a try, and what they are worth. */
  readonly tryMinutes: number;
  readonly tryMinor: number;
  readonly gates: BladeGates;
  /** Cut first or program first, as Route has it; null where nothing is programmed. */
  readonly first: FirstStep | null;
  /** The ladder of the car's pellet with what it is measured by; null where the platform has none. */
  readonly pellet: CarPellet | null;
  readonly sources: readonly GatedSource[];
  /** The sheets of the job, sealed. */
  readonly sheets: readonly SecretRef[];
  readonly bittings: readonly SecretRef[];
}

/** A source with why the gate keeps it closed; null where it is open. */
export interface GatedSource extends BittingSource {
  readonly closed: string | null;
}

export interface CarPellet {
  readonly ladder: Ladder;
  readonly meters: readonly MeterRow[];
  readonly year: number | null;
  readonly profile: string;
  /** Why a hunt is closed; null where it may be done. */
  readonly closed: string | null;
}

/** Cutting one bitting more, walking to the car and trying it: stated. */
const tryMinutes = 5;

/** What lies ready for the blade of a job's car, what a try costs, and what the gate lets be done. */
export async function readBladeCar(actor: PersonActor, view: JobView): Promise<BladeCar | undefined> {
  const { job, application, van, now } = view;
  if (!application) return undefined;
  const db = readAs(actor);
  const { blank, keyway } = application;
  const article = cuttingArticle(keyway.profile);
  const [stock, reserved, spare, lists, secrets, standing, ladders, meters, terms, locks] = await Promise.all(
    [
      listStock(db),
      listReservations(db, job.id),
      van ? listSpareStock(db, van.id, [blank], job.id) : [],
      readPriceLists(db, now.day, [blank, article], application.makeId),
      listSecretRefs(db, job.id),
      standingOf(db, actor, job.id),
      listLadders(db),
      listMeters(db),
      listBureauTerms(db),
      listLocksOf(db, application.id),
    ],
  );
  const ladder = ladders.find(({ platform }) => platform === application.platform);
  const blanks = stock
    .filter(
      ({ article, state, vanId }) =>
        isOfBlank(article, blank) && isReady(state) && (vanId === null || vanId === van?.id),
    )
    .map(({ vanId, article, state, grade, place, quantity }) => ({
      piece: { vanId, article, state, grade },
      place: place ?? 'Workshop',
      lies: quantity,
      reserved: reserved
        .filter((one) => one.vanId === vanId && one.article === article && one.state === state)
        .filter((one) => one.grade === grade)
        .reduce((sum, { pieces }) => sum + pieces, 0),
    }));
  const step = knownStep(job.log.pellet);
  const isKnown = ({ piece }: BlankPile) => step !== null && piece.article === withStep(blank, step);
  const closed = (purpose: Purpose) => {
    const found = gate(purpose, standing);
    return found.open ? null : found.message;
  };
  return {
    blanks: blanks.sort((a, b) => b.reserved - a.reserved || Number(isKnown(b)) - Number(isKnown(a))),
    atHand: blanks.filter(({ piece }) => piece.vanId !== null).reduce((sum, { lies }) => sum + lies, 0),
    blankMinor: priceOf(blank, spare[0]?.costMinor ?? null, lists),
    tryMinutes,
    tryMinor: Math.round(((lists?.rules.rateMinor ?? 0) * tryMinutes) / 60),
    gates: {
      sheet: closed('readLock') ?? closed('cutFromCode'),
      car: closed('cutFromCode'),
      workshop: closed('cutInWorkshop'),
      ordered: closed('orderCut'),
    },
    first: firstStep(view.job, view.choices),
    pellet: ladder
      ? {
          ladder,
          meters,
          year: job.call.yearTo === null ? job.call.year : null,
          profile: keyway.profile,
          closed: closed('huntPellet'),
        }
      : null,
    sources: lists
      ? bittingSources({
          lists,
          article,
          codeTerms: terms.codeFromVin,
          book: job.terms.book ?? lists.rules.style,
          locks: locksOfCar(locks, job.call.ignition ?? application.ignition),
          hasVin: job.call.vin !== null,
          keyHere: job.keys.some(({ presence, madeHere }) => presence === 'here' && !madeHere),
          at: now,
          holidays: view.shop.holidays.map(({ day }) => day),
        }).map((source) => ({ ...source, closed: closed(source.purpose) }))
      : [],
    sheets: secrets.filter(({ kind, destroyed }) => kind === 'candidates' && !destroyed),
    bittings: secrets.filter(({ kind, destroyed }) => kind === 'bitting' && !destroyed),
  };
}

function priceOf(article: string, own: number | null, lists: PriceLists | undefined): number | null {
  if (own !== null) return own;
  const prices = (lists?.prices ?? []).filter((price) => price.article === article);
  return prices.length === 0 ? null : Math.min(...prices.map(({ priceMinor }) => priceMinor));
}
