import { v7 as uuid } from 'uuid';
import type { LineRead } from '@/core/identify/identification';
import { type Lexicon, noKeysTold } from '@/core/identify/line/reading';
import { type Candidate, rankCandidates } from '@/core/identify/posterior';
import { usualCertainty } from '@/core/identify/what-to-bring';
import { type Job, noCall } from '@/core/job/job';
import { sightOf, toldOfKey } from '@/core/job/sight';
import type { Actor } from '@/core/kinds/actor';
import { localMoment } from '@/core/kinds/local-time';
import { done, failed, type Result } from '@/core/kinds/result';
import { listApplications } from '@/data/catalogue';
import type { Db } from '@/data/db';
import { findNamed, listMarkets, listModels } from '@/data/names';
import { getShopOrThrow, type ShopRow } from '@/data/shop';
import type { IdentifyInput } from '@/inputs/identify-input';
import { readAs } from '../asking/read-as';
import { type Identified, surround } from '../identify/surround';
import { jobOf } from '../view/draft-job';
import { gatheredOf } from '../view/grounds';
import { readLine } from '../view/read-line';

/** What a line without a job was taken for. */
export interface IdentifiedLine extends Identified {
  /** With the models to choose from where the make is known and the model is not. */
  readonly read: LineRead & { readonly models: readonly string[] };
}

/** A car that hangs on no job, as a line and facts by name tell it. */
interface Told {
  readonly job: Job;
  readonly shop: ShopRow;
  readonly unknown: readonly string[];
  readonly problems: readonly string[];
}

/** Identifies a car that hangs on no job; stores nothing. */
export async function identify(actor: Actor, input: IdentifyInput): Promise<Result<IdentifiedLine>> {
  const db = readAs(actor);
  const told = await tellCar(db, actor, input);
  if (!told.ok) return told;
  const { job, shop } = told.value;
  const { makeId, modelId } = job.call;
  const identified = await surround(db, actor, job, shop, {
    certainty: input.certainty ?? usualCertainty,
    sight: sightOf(job, input.stand ?? 'car'),
  });
  const models = makeId !== null && modelId === null ? await listModels(db, makeId) : [];
  return done({ ...identified, read: { ...readOf(told.value), models: models.map(({ name }) => name) } });
}

/** The ranked candidates alone, without question and surroundings, for programs that ask often. */
export async function findCandidates(
  actor: Actor,
  input: IdentifyInput,
): Promise<
  Result<{
    readonly read: LineRead;
    readonly remarks: readonly string[];
    readonly candidates: readonly Candidate[];
  }>
> {
  const db = readAs(actor);
  const told = await tellCar(db, actor, input);
  if (!told.ok) return told;
  const { job, shop } = told.value;
  const [{ facts, remarks }, applications] = await Promise.all([
    gatheredOf(db, job, shop, actor.at),
    job.call.modelId === null ? [] : listApplications(db, job.call.modelId),
  ]);
  return done({ read: readOf(told.value), remarks, candidates: rankCandidates(applications, facts) });
}

function readOf({ job: { call }, unknown, problems }: Told): LineRead {
  const { make, model, year, ignition, vin } = call;
  return { make, model, year, ignition, vin, unknown, problems };
}

/** @param wanted new keys, where the line does not say it or says otherwise */
export async function tellCar(
  db: Db,
  actor: Actor,
  input: IdentifyInput,
  wanted?: number,
): Promise<Result<Told>> {
  const shop = await getShopOrThrow(db);
  const { reading, lexicon } = await readLine(db, input.line ?? '', localMoment(actor.at, shop.zone));
  const named = await namesOf(db, input, lexicon, reading.make?.value, reading.model?.value);
  if (!named.ok) return named;
  const { make, model } = named.value;
  const market = input.market ?? null;
  if (market !== null && !(await listMarkets(db)).includes(market))
    return failed('The library has no market of this name.', 'market');
  const call = {
    ...noCall,
    year: input.year ?? reading.year?.value ?? null,
    makeId: make?.id ?? null,
    make: make?.name ?? null,
    modelId: model?.id ?? null,
    model: model?.name ?? null,
    ignition: input.ignition ?? reading.ignition?.value ?? null,
    market,
    vin: input.vin ?? reading.vin?.value ?? null,
    access: reading.access?.value ?? null,
    why: input.why ?? reading.why?.value ?? null,
    placeId: reading.place?.value ?? null,
    distanceKm: reading.distanceKm?.value ?? null,
  };
  const keys = reading.keys?.value ?? noKeysTold;
  const job = jobOf(
    actor,
    call,
    { ...keys, working: input.working ?? keys.working, wanted: wanted ?? keys.wanted },
    uuid,
    [],
  );
  const given = input.given ?? [];
  const remembered = toldOfKey(reading.buttons?.value, job.keys, job.call).filter(
    ({ kind }) => !given.some((one) => one.kind === kind),
  );
  return done({
    job: { ...job, given: [...remembered, ...given] },
    shop,
    unknown: reading.unknown,
    problems: reading.problems.map(({ message }) => message),
  });
}

type Named = { readonly id: string; readonly name: string } | undefined;

/** Make and model by the names given, else as the line was read. */
async function namesOf(
  db: Db,
  input: IdentifyInput,
  lexicon: Lexicon,
  makeId: string | undefined,
  modelId: string | undefined,
): Promise<Result<{ make: Named; model: Named }>> {
  const model = lexicon.models.find(({ id }) => id === modelId);
  const make = lexicon.makes.find(({ id }) => id === (makeId ?? model?.makeId));
  if (input.make === undefined && input.model === undefined) return done({ make, model });
  const found = await findNamed(db, input.make ?? make?.name, input.model);
  if (input.make !== undefined && !found.make) return failed('The library has no make of this name.', 'make');
  if (input.model !== undefined && !found.model)
    return failed('The library has no such model, or several makes have one.', 'model');
  return done({
    make: found.make ?? make,
    model: found.model ?? (input.make === undefined ? model : undefined),
  });
}
