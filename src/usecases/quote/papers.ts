import { colourWords } from '@/core/job/colour-words';
import { carName, formatJobNumber } from '@/core/job/job';
import type { Actor } from '@/core/kinds/actor';
import { formatDay, localMoment } from '@/core/kinds/local-time';
import { formatMoney } from '@/core/kinds/money';
import { type DistanceUnit, formatDistance, formatMinutes } from '@/core/kinds/units';
import { makesKey, routeNames } from '@/core/programming/route';
import { firstOption, tripOf } from '@/core/quote/options';
import type { QuotePaper } from '@/core/quote/paper';
import type { KeyArticles } from '@/core/quote/quote';
import type { Trip } from '@/core/travel/trip';
import { findJob } from '@/data/jobs';
import { findLabelJob, labelIds } from '@/data/key-labels';
import { type FrozenQuote, findFrozenQuote, findQuoteByNumber } from '@/data/quotes';
import { listReservations } from '@/data/reservations';
import { getShopOrThrow } from '@/data/shop';
import type { JobSheet } from '@/formats/pdf/job-sheet-pdf';
import type { KeyLabel } from '@/formats/pdf/labels-pdf';
import type { QuoteHead } from '@/formats/pdf/quote-pdf';
import { changeAs, readAs } from '../asking/read-as';
import { drawForShop } from '../shop/draw-paper';
import { firmOf } from '../shop/firm';
import { carOnPaper, readJobView } from '../view/job-view';

/** A quote as PDF; undefined for a number nobody has. */
export async function drawQuote(actor: Actor, number: number): Promise<Uint8Array | undefined> {
  const found = await readQuotePaper(actor, number);
  return found && drawForShop({ kind: 'quote', ...found });
}

/** The job sheet as PDF, with the name of its job. */
export async function drawJobSheet(
  actor: Actor,
  number: number,
): Promise<{ readonly name: string; readonly bytes: Uint8Array } | undefined> {
  const sheet = await readJobSheet(actor, number);
  return sheet && { name: sheet.jobName, bytes: await drawForShop({ kind: 'sheet', sheet }) };
}

/** Labels for the keys of a job as PDF; the first time makes their ids. */
export async function drawKeyLabels(
  actor: Actor,
  number: number,
  origin: string,
): Promise<Uint8Array | undefined> {
  const labels = await readKeyLabels(actor, number, origin);
  return labels && drawForShop({ kind: 'labels', labels });
}

/** A quote as it was frozen, ready for paper; undefined for a number nobody has. */
export async function readQuotePaper(
  actor: Actor,
  number: number,
): Promise<{ readonly head: QuoteHead; readonly paper: QuotePaper } | undefined> {
  const db = readAs(actor);
  const quote = await findQuoteByNumber(db, number);
  if (!quote) return undefined;
  const shop = await getShopOrThrow(db);
  const job = await findJob(db, quote.jobNumber);
  return (
    job && {
      paper: quote.paper,
      head: {
        quoteNumber: quote.number,
        jobName: formatJobNumber(quote.jobNumber),
        firm: firmOf(shop),
        customer: job.call.name,
        madeOn: localMoment(quote.madeAt, shop.zone).day,
        validUntil: quote.validUntil,
        locale: shop.locale,
      },
    }
  );
}

/** All that a quote froze, for programs. */
export async function readFrozenQuote(actor: Actor, number: number): Promise<FrozenQuote | undefined> {
  const db = readAs(actor);
  const [frozen, quote] = await Promise.all([findFrozenQuote(db, number), findQuoteByNumber(db, number)]);
  const job = quote && (await findJob(db, quote.jobNumber));
  return frozen && job && frozen;
}

/** What a locksmith takes along for a job; nothing that opens a car. */
export async function readJobSheet(actor: Actor, number: number): Promise<JobSheet | undefined> {
  const view = await readJobView(actor, number);
  if (!view) return undefined;
  const { job, shop, now, van, ring, routes, advice, quote, quotes } = view;
  const route = routes.find(({ kind }) => kind === (job.route ?? advice?.kind));
  const way = route && quote?.snapshot.now.ways[route.kind];
  const kept = await listReservations(readAs(actor), job.id);
  const { visit, call } = job;
  const trip = quote && tripOf(firstOption(quote.options), quote.snapshot);
  const show = (minor: number) => formatMoney({ minor, currency: shop.currency }, shop.locale);
  const when = visit && {
    from: localMoment(visit.from, shop.zone),
    to: localMoment(visit.to, shop.zone),
  };
  const facts: (readonly [string, string | null | undefined | false])[] = [
    ['Customer', [call.name, call.phone].filter(Boolean).join(', ')],
    ['Place', [call.place, call.placeDetail].filter(Boolean).join(', ')],
    ['When', when && `${formatDay(when.from.day, now.day)}, ${when.from.hour} to ${when.to.hour}`],
    ['Van', van?.name],
    ['Way there', trip && wayWords(trip, shop.distanceUnit)],
    ['Car', carOnPaper(view)],
    ['VIN', call.vin],
    ['Route', route && routeNames[route.kind]],
    [
      'Time',
      route?.time &&
        `${formatMinutes(route.time.workP50Minutes)} of work, four in five by ${formatMinutes(route.time.workP80Minutes)}${route.time.waitSeconds > 0 ? `; wait ${formatMinutes(route.time.waitSeconds / 60)}` : ''}`,
    ],
    [
      'Quoted',
      quotes[0] && `Q-${quotes[0].number}: ${quotes[0].paper.chosen.name}, ${show(quotes[0].totalMinor)}`,
    ],
    ['Note', call.note],
  ];
  return {
    jobName: formatJobNumber(job.number),
    firm: firmOf(shop),
    car: carName(call),
    facts: facts.filter((fact): fact is [string, string] => Boolean(fact[1])),
    keys: ring.tags.map(({ tag, name, word }) => ({ tag, name, word })),
    take: [
      ...kept.map(({ article, pieces }) => `${pieces} ${article}, kept for this job`),
      ...(kept.length === 0 && quote && route && makesKey(route.kind)
        ? toLoad(quote.snapshot.articles, quote.request.keys)
        : []),
      ...(way?.credit ? [`Licence: ${way.credit.name}`] : []),
      ...(route?.needs ?? [])
        .filter(({ state, customers }) => state !== 'missing' && !customers)
        .map(({ words }) => words),
    ],
    steps: route ? [route.how, route.effect].filter(Boolean) : [],
    gate: [
      'Person, photo identity and proof of the right to the car, together with the plate; local law and the shop’s own rules prevail.',
      ...(shop.rules.forms === '' ? [] : [shop.rules.forms]),
    ],
    cautions: [
      ...(quotes[0]?.paper.cautions ?? []),
      'Ventilate where an engine runs; hands out of the wheel while the steering lock moves; airbag and high-voltage parts untouched.',
    ],
  };
}

/** What the van carries for new keys, where nothing is kept for the job yet: a remote carries its chip. */
function toLoad({ blank, remote, chip }: KeyArticles, keys: number): string[] {
  return [remote ?? chip, blank].filter((one): one is string => one !== null).map((one) => `${keys} ${one}`);
}

function wayWords({ distanceKm, minutes, from }: Trip, unit: DistanceUnit): string {
  if (minutes === 0) return 'The van is there before.';
  return `${formatDistance(distanceKm, unit)}, ${minutes} minutes from ${from}`;
}

/** A label for each key on the ring: its number, two colour words and an address that says nothing without signing in. */
export async function readKeyLabels(
  actor: Actor,
  number: number,
  origin: string,
): Promise<KeyLabel[] | undefined> {
  return changeAs(actor, async (db) => {
    const job = await findJob(db, number);
    if (!job) return undefined;
    const ids = await labelIds(
      db,
      job.id,
      job.keys.map(({ tag }) => tag),
      actor.at,
    );
    return job.keys.map(({ tag }) => {
      const id = ids.get(tag) ?? '';
      return { number: `${job.number}-${tag}`, words: colourWords(id), address: `${origin}/tag/${id}` };
    });
  });
}

/** The job behind a label. */
export function readLabel(actor: Actor, id: string): Promise<number | undefined> {
  return findLabelJob(readAs(actor), id);
}
