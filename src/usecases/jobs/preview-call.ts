import { v7 as uuid } from 'uuid';
import type { Candidate } from '@/core/identify/posterior';
import { type Job, noCall } from '@/core/job/job';
import type { PersonActor } from '@/core/kinds/actor';
import type { Advice } from '@/core/programming/advice';
import type { RingTag } from '@/core/programming/ring';
import type { RefusedRoute, Route } from '@/core/programming/route';
import type { QuoteOption } from '@/core/quote/quote';
import { listPlaces } from '@/data/names';
import type { OpenJobInput } from '@/inputs/call-input';
import { database } from '../database';
import { jobOf } from '../view/draft-job';
import { computeView } from '../view/job-view';

/** What a call comes to while it is typed. */
export interface CallPreview {
  readonly candidates: readonly Candidate[];
  readonly advice: Advice | undefined;
  readonly route: Route | undefined;
  readonly refused: readonly RefusedRoute[];
  readonly options: readonly QuoteOption[];
  readonly tags: readonly RingTag[];
  readonly currency: string;
  readonly locale: string;
  readonly today: string;
}

/** Candidates, advised route and first prices of a call that is not stored; stores nothing. */
export async function previewCall(actor: PersonActor, input: OpenJobInput): Promise<CallPreview> {
  const view = await computeView(database(), actor, await draftJob(actor, input));
  return {
    candidates: view.candidates,
    advice: view.advice,
    route: view.routes.find(({ kind }) => kind === view.advice?.kind),
    refused: view.advice && view.advice.kind !== 'desk' ? [] : view.routes.flatMap(refusalOf),
    options: view.quote?.options ?? [],
    tags: view.ring.tags,
    currency: view.shop.currency,
    locale: view.shop.locale,
    today: view.now.day,
  };
}

/** Routes that the platform lacks altogether have no time and are left out. */
function refusalOf({ kind, verdict, time }: Route): RefusedRoute[] {
  return verdict.feasible || time === null ? [] : [{ kind, fact: verdict.fact, lift: verdict.lift }];
}

async function draftJob(
  actor: PersonActor,
  { working, lost, wanted, keyCode: _, ...call }: OpenJobInput,
): Promise<Job> {
  const places = await listPlaces(database());
  const place = places.find(({ id }) => id === call.placeId);
  const where = {
    place: place?.name ?? null,
    placeKm: place?.distanceKm ?? null,
    placeMinutes: place?.travelMinutes ?? null,
  };
  return jobOf(actor, { ...noCall, ...call, ...where }, { working, lost, wanted }, uuid);
}
