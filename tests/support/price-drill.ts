import { v7 as uuid } from 'uuid';
import type { Application } from '@/core/catalogue/application';
import { rangeOf } from '@/core/identify/build-time';
import { noCall } from '@/core/job/job';
import type { PersonActor } from '@/core/kinds/actor';
import { pick, type Random, seededRandom } from '@/core/kinds/random';
import { firstOption } from '@/core/quote/options';
import { type PriceRange, widthOf } from '@/core/quote/price-range';
import { listApplications } from '@/data/catalogue';
import { database } from '@/usecases/database';
import { previewCall } from '@/usecases/jobs/preview-call';
import { jobOf } from '@/usecases/view/draft-job';
import { computeView } from '@/usecases/view/job-view';
import { readNames } from '@/usecases/view/names';
import { emptyCall } from './calls';

export interface PriceRun {
  /** Of the first sentence. */
  readonly first: PriceRange;
  /** What the car comes to once it is known. */
  readonly finalMinor: number;
  /** From the cheapest to the dearest over all candidates of the model. */
  readonly all: PriceRange;
}

interface Told {
  readonly why: 'spare' | 'lost';
  readonly working: number;
  readonly lost: number;
}

/**
 * Cars drawn from the library, told of as callers tell: the year by the kernel, how it starts every second time. What the
 * first price said against what it came to. Cars that nobody can price are left out.
 */
export async function priceRuns(actor: PersonActor, count: number): Promise<PriceRun[]> {
  const { models } = await readNames(actor);
  const rows = await Promise.all(models.map(({ id }) => listApplications(database(), id)));
  const ofModels = rows.filter((list) => list.length > 0);
  const totals = new Map<string, number | undefined>();
  const totalOf = async (application: Application, told: Told) => {
    const key = `${application.id}|${told.why}`;
    if (!totals.has(key)) totals.set(key, await priced(actor, application, told));
    return totals.get(key);
  };
  const runs: PriceRun[] = [];
  for (let at = 0; runs.length < count; at += 1) {
    const random = seededRandom(`price ${at}`);
    const cars = pick(random, ofModels, (list) => list.reduce((sum, { weight }) => sum + weight, 0));
    const car = drawCar(random, cars);
    const told: Told = pick(random, [
      { why: 'spare', working: 1, lost: 0 },
      { why: 'lost', working: 0, lost: 1 },
    ] as const);
    const finalMinor = await totalOf(car, told);
    const preview = await previewCall(actor, {
      ...emptyCall,
      ...told,
      makeId: car.makeId,
      modelId: car.modelId,
      year: statedYear(random, car),
      ignition: random() < 0.5 ? car.ignition : null,
    });
    const likeliest = firstOption(preview.options)?.totalMinor;
    const first =
      preview.firstPrices?.range ??
      (likeliest === undefined ? null : { fromMinor: likeliest, toMinor: likeliest });
    if (finalMinor === undefined || !first) continue;
    const others: number[] = [];
    for (const one of cars) {
      const total = await totalOf(one, told);
      if (total !== undefined) others.push(total);
    }
    const all = { fromMinor: Math.min(...others), toMinor: Math.max(...others) };
    runs.push({ first, finalMinor, all });
  }
  return runs;
}

/** The share of cars that lay within their first price, and its mean width against that of all candidates. */
export function priceFigures(runs: readonly PriceRun[]) {
  const mean = (values: readonly number[]) =>
    values.reduce((sum, value) => sum + value, 0) / (values.length || 1);
  const widths = runs.map(({ first }) => widthOf(first));
  return {
    cars: runs.length,
    within: mean(
      runs.map(({ first, finalMinor }) =>
        Number(finalMinor >= first.fromMinor && finalMinor <= first.toMinor),
      ),
    ),
    meanMinor: Math.round(mean(widths)),
    allMinor: Math.round(mean(runs.map(({ all }) => widthOf(all)))),
    one: mean(widths.map((width) => Number(width === 0))),
  };
}

function drawCar(random: Random, cars: readonly Application[]): Application {
  return pick(random, cars, ({ weight, span, market }) => {
    const { from, to } = rangeOf(span);
    return weight * (to - from + 1) * (market === 'Meres' ? 0.9 : 0.05);
  });
}

function statedYear(random: Random, { span }: Application): number {
  const { from, to } = rangeOf(span);
  const built = from + Math.floor(random() * (to - from + 1));
  const off = pick(random, [0, 1, -1, 2, -2], (by) => [0.75, 0.11, 0.014][Math.abs(by)] ?? 0);
  return Math.floor(built / 12) + off;
}

async function priced(
  actor: PersonActor,
  application: Application,
  { why, working, lost }: Told,
): Promise<number | undefined> {
  const { makeId, make, modelId, model } = application;
  const call = { ...noCall, makeId, make, modelId, model, why };
  const job = jobOf(actor, call, { working, lost, wanted: null }, uuid);
  const view = await computeView(database(), actor, { ...job, applicationId: application.id });
  return firstOption(view.quote?.options ?? [])?.totalMinor;
}
