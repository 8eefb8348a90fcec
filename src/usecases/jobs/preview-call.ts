import { v7 as uuid } from 'uuid';
import type { VinSaid } from '@/core/identify/gathered-facts';
import type { Candidate } from '@/core/identify/posterior';
import { type Job, noCall } from '@/core/job/job';
import { toldOfKey } from '@/core/job/sight';
import type { PersonActor } from '@/core/kinds/actor';
import type { Advice } from '@/core/programming/advice';
import type { RingTag } from '@/core/programming/ring';
import type { RefusedRoute, Route } from '@/core/programming/route';
import { type FirstPrices, firstRange } from '@/core/quote/first-prices';
import type { PriceRange } from '@/core/quote/price-range';
import type { Quote, QuoteOption } from '@/core/quote/quote';
import { listMakes, listPlaces } from '@/data/names';
import type { PreviewCallInput } from '@/inputs/call-input';
import { readAs } from '../asking/read-as';
import { jobOf } from '../view/draft-job';
import { computeView } from '../view/job-view';

/** What a call comes to while it is typed. */
export interface CallPreview {
  readonly candidates: readonly Candidate[];
  readonly advice: Advice | undefined;
  readonly route: Route | undefined;
  readonly refused: readonly RefusedRoute[];
  readonly options: readonly QuoteOption[];
  readonly otherTime: Quote['otherTime'];
  /** Over all likely cars; null where only one is. */
  readonly firstPrices: FirstPrices | null;
  /** What the option to say first takes where a key works; null where the call says how many do. */
  readonly spare: PriceRange | null;
  readonly tags: readonly RingTag[];
  /** What the VIN says, the make by its id; null without one. */
  readonly vin: (Omit<VinSaid, 'make' | 'doubts'> & { readonly makeId: string | null }) | null;
  /** Where what was told and the VIN do not fit together. */
  readonly remarks: readonly string[];
  readonly currency: string;
  readonly locale: string;
  readonly today: string;
}

/** Candidates, advised route and first prices of a call that is not stored; stores nothing. */
export async function previewCall(actor: PersonActor, input: PreviewCallInput): Promise<CallPreview> {
  const makes = input.vin === null ? [] : await listMakes(readAs(actor));
  const make = makes.find(({ id }) => id === input.makeId)?.name ?? null;
  const view = await computeView(readAs(actor), actor, await draftJob(actor, input, make), input);
  const { vin, remarks } = view.gathered;
  const opensOnly = view.quote?.request.opens === true && view.quote.request.keys === 0;
  return {
    candidates: view.candidates,
    advice: view.advice,
    route: view.routes.find(({ kind }) => kind === (view.advice?.kind ?? view.quote?.snapshot.now.route)),
    refused:
      (view.advice && view.advice.kind !== 'dealer') || opensOnly ? [] : view.routes.flatMap(refusalOf),
    options: view.quote?.options ?? [],
    otherTime: view.quote?.otherTime ?? null,
    firstPrices: view.firstPrices,
    spare: saysOfKeys(input) ? null : await spareOf(actor, input, make),
    tags: view.ring.tags,
    currency: view.shop.currency,
    locale: view.shop.locale,
    today: view.now.day,
    vin: vin
      ? {
          makeId: makes.find(({ name }) => name === vin.make)?.id ?? null,
          market: vin.market,
          year: vin.year,
        }
      : null,
    remarks,
  };
}

/** Whether a call says anything of how many keys there are. */
function saysOfKeys({ why, working, lost }: PreviewCallInput): boolean {
  return why !== null || working !== null || lost !== null;
}

async function spareOf(
  actor: PersonActor,
  input: PreviewCallInput,
  make: string | null,
): Promise<PriceRange | null> {
  if (input.modelId === null) return null;
  const view = await computeView(
    readAs(actor),
    actor,
    await draftJob(actor, { ...input, why: 'spare' }, make),
    input,
  );
  return firstRange(view.firstPrices, view.quote?.options ?? []);
}

/** Routes that the platform lacks altogether have no time and are left out. */
function refusalOf({ kind, verdict, time }: Route): RefusedRoute[] {
  return verdict.feasible || time === null ? [] : [{ kind, fact: verdict.fact, lift: verdict.lift }];
}

async function draftJob(
  actor: PersonActor,
  {
    working,
    lost,
    wanted,
    keyCode: _,
    buttons,
    valet,
    erase,
    rival: __,
    codeTold: ___,
    ...call
  }: PreviewCallInput,
  make: string | null,
): Promise<Job> {
  const places = await listPlaces(readAs(actor));
  const place = places.find(({ id }) => id === call.placeId);
  const where = {
    place: place?.name ?? null,
    placeKm: place?.distanceKm ?? null,
    placeMinutes: place?.travelMinutes ?? null,
  };
  const job = jobOf(
    actor,
    { ...noCall, ...call, ...where, make },
    { working, lost, wanted, valet, erase },
    uuid,
  );
  return { ...job, given: toldOfKey(buttons, job.keys, job.call) };
}
