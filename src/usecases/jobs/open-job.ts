import { v7 as uuid } from 'uuid';
import { aroundParts } from '@/core/authority/sealed-words';
import { mentionsSecret, textsIn } from '@/core/authority/secret-words';
import type { LineRead } from '@/core/identify/identification';
import { formatJobNumber } from '@/core/job/job';
import { customersErase, openingRing } from '@/core/job/opening-keys';
import { toldOfKey } from '@/core/job/sight';
import { factsOfLine } from '@/core/job/told-call';
import { inNameOf, type PersonActor, type ShopActor } from '@/core/kinds/actor';
import { localMoment } from '@/core/kinds/local-time';
import { done, type Failed, failed, type Result } from '@/core/kinds/result';
import { readLexicon } from '@/data/catalogue';
import type { Db } from '@/data/db';
import {
  deleteGiven,
  type StoredCall,
  storeChoice,
  updateCall,
  updateChoices,
  upsertGiven,
} from '@/data/job-writes';
import { getShopOrThrow } from '@/data/shop';
import { canonicalJson } from '@/formats/canonical-json';
import type { CallInput, CallLineInput, OpenCallInput, OpenJobInput } from '@/inputs/call-input';
import type { ChangeCallInput } from '@/inputs/job-inputs';
import { type Asked, once } from '../asking/once';
import { changeOrUndoAs, readAs } from '../asking/read-as';
import { type Edited, editJob } from '../editing/edit-job';
import { sections } from '../editing/sections';
import { keepSealed } from '../vault/vault';
import { readLine } from '../view/read-line';
import { keepRival } from '../view/rival';
import { hangTag } from './hang-tag';

/** Hangs the tag: a job from a call, with the first ring. Stored whole or not at all. */
export function openJob(actor: PersonActor, input: OpenJobInput): Promise<Result<{ number: number }>> {
  return changeOrUndoAs(actor, (db) => openJobIn(db, actor, input));
}

/**
 * The same from the page of a call, once for its key: what was sent again since no answer came opens no second job. Where
 * something was changed meanwhile, the number of the job there is is said.
 */
export function openCall(
  actor: PersonActor,
  { key, ...input }: OpenCallInput,
): Promise<Result<{ number: number }>> {
  return once(
    actor,
    { key, request: canonicalJson(input) },
    (db) => openJobIn(db, actor, input),
    ({ number }) =>
      failed(`This call was opened as ${formatJobNumber(number)} already. Correct it there, at Call.`),
  );
}

async function openJobIn(db: Db, actor: ShopActor, input: OpenJobInput): Promise<Result<{ number: number }>> {
  const { working, lost, wanted, keyCode, buttons, valet, erase, rival, ...call } = input;
  if (keyCode !== null && textsIn(call).some((text) => mentionsSecret(text, [keyCode])))
    return failed('A text of the call holds the key code. Leave it out there; it is kept sealed.', 'keyCode');
  const by = inNameOf(actor);
  const refused = await checkNames(db, call);
  if (refused) return refused;
  const stored = storedCall({ ...call, line: await withoutCodes(db, actor, call.line) });
  const ring = openingRing({ working, lost, wanted, valet, erase }, call.why, uuid);
  const { id, number } = await hangTag(db, actor, { call: stored, ring });
  for (const given of toldOfKey(buttons, ring.keys, call))
    await upsertGiven(db, id, given, { at: actor.at, personId: by });
  if (erase) await storeChoice(db, id, customersErase, { at: actor.at, personId: by });
  if (keyCode !== null)
    await keepSealed(
      db,
      id,
      { kind: 'keyCode', source: 'customer', value: keyCode.trim() },
      { at: actor.at, by },
    );
  const unkept = rival !== null && (await keepRival(db, actor, number, rival));
  if (unkept) return failed(unkept.problems[0]?.message ?? '', 'rival');
  return done({ number });
}

/** A job that was opened from a line, and what the line was taken for. */
export interface OpenedOfLine {
  readonly number: number;
  readonly read: LineRead;
}

/**
 * Opens a job from a caller's line alone, read as at Call, once for its key; beside the line who calls, and where the car
 * stands. What looks like a code or PIN is left out.
 */
export function openJobOfLine(
  actor: ShopActor,
  asked: Asked,
  input: CallLineInput,
): Promise<Result<OpenedOfLine>> {
  return once(actor, asked, (db) => openJobOfLineIn(db, actor, input));
}

async function openJobOfLineIn(
  db: Db,
  actor: ShopActor,
  { line, name, phone, placeDetail, note }: CallLineInput,
): Promise<Result<OpenedOfLine>> {
  const { zone } = await getShopOrThrow(db);
  const { reading, lexicon } = await readLine(db, line, localMoment(actor.at, zone));
  const opened = await openJobIn(db, actor, {
    ...factsOfLine(reading),
    line: reading.safeText,
    vin: reading.vin?.value ?? null,
    phone: phone ?? reading.phone?.value ?? null,
    placeDetail: placeDetail ?? reading.street?.value ?? null,
    name: name ?? null,
    note: note ?? null,
    keyCode: null,
  });
  if (!opened.ok) return opened;
  const make = lexicon.makes.find(({ id }) => id === reading.make?.value);
  const model = lexicon.models.find(({ id }) => id === reading.model?.value);
  return done({
    number: opened.value.number,
    read: {
      make: make?.name ?? null,
      model: model?.name ?? null,
      year: reading.year?.value ?? null,
      ignition: reading.ignition?.value ?? null,
      vin: reading.vin?.value ?? null,
      unknown: reading.unknown,
      problems: reading.problems.map(({ message }) => message),
    },
  });
}

export async function changeCall(actor: PersonActor, edit: ChangeCallInput): Promise<Edited> {
  // Before its texts are held against secrets: what stands in the place of a sealed part looks like a code itself.
  const line = await withoutCodes(readAs(actor), actor, edit.call.line);
  const changed = { ...edit, call: { ...edit.call, line } };
  return editJob(actor, changed, sections.call, async (db, job, input) => {
    const refused = await checkNames(db, input.call);
    if (refused) return refused;
    await updateCall(db, job, storedCall(input.call));
    if (input.call.modelId !== job.call.modelId) {
      await updateChoices(db, job.id, noChoices);
      await deleteGiven(db, job.id, null);
    }
    return undefined;
  });
}

/** Another model: candidate and route were of the other car. */
const noChoices = { applicationId: null, applicationReason: null, route: null, routeReason: null };

/** Make, model and place must be the library's, and a model of the make; a car outside it has words of its own. */
async function checkNames(db: Db, call: CallInput): Promise<Failed | undefined> {
  const { makes, models, places } = await readLexicon(db);
  const model = models.find(({ id }) => id === call.modelId);
  if (call.makeId !== null && !makes.some(({ id }) => id === call.makeId))
    return failed('This make is not in the library.', 'makeId');
  if (call.modelId !== null && !model) return failed('This model is not in the library.', 'modelId');
  if (model && model.makeId !== call.makeId) return failed('This model is of another make.', 'modelId');
  if (call.placeId !== null && !places.some(({ id }) => id === call.placeId))
    return failed('This place is not on the list.', 'placeId');
  if (call.yearTo !== null && (call.year === null || call.yearTo <= call.year))
    return failed('The last of two years lies after the first.', 'yearTo');
  if (!model && call.carWords.trim() === '')
    return failed('Choose a model, or write what the caller called the car.', 'carWords');
  return undefined;
}

/** The caller's line without what looks like a code or PIN; the page takes it out before, a program might not. */
async function withoutCodes(db: Db, actor: ShopActor, line: string): Promise<string> {
  const { zone } = await getShopOrThrow(db);
  const { plain, back } = aroundParts(line);
  return back((await readLine(db, plain, localMoment(actor.at, zone))).reading.safeText);
}

function storedCall(call: CallInput): StoredCall {
  const { line, carWords, danger = false, used = false, ...rest } = call;
  return {
    ...rest,
    danger,
    used,
    carWords: carWords.trim(),
    line: line.trim() === '' ? null : line.trim(),
  };
}
