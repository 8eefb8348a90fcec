import { readSheet, type Sheet, writeSheet } from '@/core/blade/progression/sheet';
import { type Blade, bladeOfKeyway } from '@/core/blade/spec';
import { formatBitting } from '@/core/catalogue/bitting';
import type { Recut } from '@/core/catalogue/lists/keys';
import { formatJobNumber } from '@/core/job/job';
import type { PersonActor } from '@/core/kinds/actor';
import type { Purpose } from '@/core/kinds/purpose';
import { done, failed, type Result } from '@/core/kinds/result';
import { findJob } from '@/data/jobs';
import { findKeyway } from '@/data/keyways';
import type { CandidatesInput, OpenSheetInput, SheetInput } from '@/inputs/blade-inputs';
import { nobody, readAs } from '../asking/read-as';
import { closedGate } from '../editing/gates';
import { onNewest } from '../secrets/blade-secrets';
import { applicationOf, sealedWith } from '../secrets/secrets';
import { openSealed } from '../vault/vault';
import { openedFor } from './code-search';
import { fittingCandidates, namedCandidates, tooMany } from './progression';

/** What candidates are as good as: the lock was read, and a key is cut for each of them. */
const sheetPurposes: readonly Purpose[] = ['readLock', 'cutFromCode'];

/** The different bittings that fit what was read of a lock, for a job with person, papers and plate shown. */
export async function candidatesOfReading(
  actor: PersonActor,
  { job: number, keyway, wanted }: CandidatesInput,
): Promise<Result<{ readonly candidates: readonly string[] }>> {
  const closed = await openedFor(actor, { number, keyway }, sheetPurposes, 'progression.planned');
  if (closed) return closed;
  const metal = await metalNamed(keyway);
  if (!metal.ok) return metal;
  const found = await fittingCandidates(metal.value.blade, { keyway, wanted });
  if (!found.ok) return found;
  return tooMany(found.value.length) ?? done({ candidates: found.value.map(formatBitting) });
}

/** Seals candidates with a job, to be worked through. */
export async function beginSheet(
  actor: PersonActor,
  { number, keyway, from, candidates: written, probabilities, holds, plan }: SheetInput,
): Promise<Result<{ readonly id: string }>> {
  const metal = await metalNamed(keyway);
  if (!metal.ok) return metal;
  const bittings = namedCandidates(metal.value.blade, written);
  if (!bittings.ok) return bittings;
  const many = tooMany(bittings.value.length);
  if (many) return many;
  if (probabilities && probabilities.length !== bittings.value.length)
    return failed('A probability for each candidate.', 'probabilities');
  const sum = probabilities?.reduce((all, one) => all + one, 0) ?? bittings.value.length;
  if (sum <= 0) return failed('One candidate at least has to be possible.', 'probabilities');
  const candidates = bittings.value.map((bitting, at) => ({
    bitting,
    probability: (probabilities?.[at] ?? 1) / sum,
  }));
  let id = '';
  const edited = await onNewest(actor, number, async (db, job) => {
    for (const purpose of sheetPurposes) {
      const closed = await closedGate(db, actor, job.id, purpose);
      if (closed) return closed;
    }
    const car = await applicationOf(db, job);
    if (car?.keyway.name !== keyway)
      return failed(
        car
          ? `The car of this job has the keyway ${car.keyway.name}.`
          : 'Choose the candidate first: its keyway decides the series.',
      );
    const sealed = await sealedWith(db, actor, job, {
      kind: 'candidates',
      source: from === 'lock' ? 'lock' : 'keyInHand',
      value: writeSheet({ keyway, from, candidates, holds, plan }),
    });
    if (!sealed.ok) return sealed;
    id = sealed.value.id;
    return undefined;
  });
  return edited.ok ? done({ id }) : edited;
}

/** A sheet as it is worked, with the metal that its plans are made by. */
export interface OpenedSheet extends Sheet {
  readonly blade: Blade;
  readonly recut: readonly Recut[];
}

/** Opens a sheet of a job: the gate first, the audit line before what it says. */
export async function openSheet(
  actor: PersonActor,
  { number, id }: OpenSheetInput,
): Promise<Result<OpenedSheet>> {
  const closed = await openedFor(actor, { number, keyway: undefined }, sheetPurposes, 'sheet.opened', {
    sheet: id,
  });
  if (closed) return closed;
  const db = readAs(actor);
  const job = await findJob(db, number);
  const sealed = job && (await openSealed(db, job.id)).get(id);
  const sheet = sealed?.envelope.kind === 'candidates' ? readSheet(sealed.value) : undefined;
  if (!sheet) return failed(`${formatJobNumber(number)} has no such sheet.`, 'id');
  const metal = await metalNamed(sheet.keyway);
  return metal.ok ? done({ ...sheet, ...metal.value }) : metal;
}

/** A sheet as a page is sent it: thousands of candidates in one text, which is read in a moment. */
export interface SentSheet extends Pick<OpenedSheet, 'blade' | 'recut'> {
  /** `readSheet` reads it. */
  readonly written: string;
}

export async function openSheetWritten(
  actor: PersonActor,
  input: OpenSheetInput,
): Promise<Result<SentSheet>> {
  const opened = await openSheet(actor, input);
  if (!opened.ok) return opened;
  const { blade, recut, ...sheet } = opened.value;
  return done({ written: writeSheet(sheet), blade, recut });
}

async function metalNamed(
  name: string,
): Promise<Result<{ readonly blade: Blade; readonly recut: readonly Recut[] }>> {
  const known = await findKeyway(readAs(nobody), name);
  if (!known) return failed('The library has no keyway of this name.', 'keyway');
  const found = bladeOfKeyway(known);
  return 'reason' in found
    ? failed(found.reason, 'keyway')
    : done({ blade: found.blade, recut: known.recut });
}

/** Keeps the bitting of a sheet whose key turned as one that was read from the lock. */
export async function keepTurned(
  actor: PersonActor,
  { number, id }: OpenSheetInput,
): Promise<Result<{ readonly id: string }>> {
  let kept = '';
  const edited = await onNewest(actor, number, async (db, job) => {
    const closed = await closedGate(db, actor, job.id, 'readLock');
    if (closed) return closed;
    const secrets = await openSealed(db, job.id);
    const turned = job.log.tries.find(({ sheetId, result }) => sheetId === id && result === 'turned');
    const sealed = secrets.get(id);
    const sheet = sealed?.envelope.kind === 'candidates' ? readSheet(sealed.value) : undefined;
    const bitting = turned && sheet?.candidates[turned.candidate]?.bitting;
    if (!bitting) return failed('No key of this sheet turned.', 'id');
    const value = formatBitting(bitting);
    const before = [...secrets].find(([, one]) => one.envelope.kind === 'bitting' && one.value === value);
    if (before) {
      [kept] = before;
      return undefined;
    }
    const stored = await sealedWith(db, actor, job, { kind: 'bitting', source: 'lock', value });
    if (!stored.ok) return stored;
    kept = stored.value.id;
    return undefined;
  });
  return edited.ok ? done({ id: kept }) : edited;
}
