import { v7 as uuid } from 'uuid';
import { carRefused, cleanPlate } from '@/core/authority/check-car';
import { papersRefused } from '@/core/authority/check-papers';
import { lastCharacters } from '@/core/authority/documents';
import { dangerRecordMinutes, secondPersonHours } from '@/core/authority/gate';
import { mayDo } from '@/core/authority/roles';
import { formatJobNumber, type Job } from '@/core/job/job';
import type { PersonActor } from '@/core/kinds/actor';
import { done, failed, type Result } from '@/core/kinds/result';
import { knownInHand } from '@/core/programming/keys';
import { situationOf } from '@/core/quote/recommend';
import { cleanVin } from '@/core/vin/alphabet';
import { groupVin } from '@/core/vin/vin';
import { appendAudit } from '@/data/audit';
import {
  endSecondPerson,
  findSecondPerson,
  insertDanger,
  insertSecondPerson,
  listOtherVins,
  recordDanger,
  type SecondPerson,
  upsertAuthority,
  upsertDoorNote,
} from '@/data/authority';
import { lockJob, markClosed, noteVin } from '@/data/job-writes';
import { findJob } from '@/data/jobs';
import { listPeople } from '@/data/people';
import { endReservations } from '@/data/reservations';
import { getShopOrThrow } from '@/data/shop';
import type {
  AuthorityInput,
  DangerInput,
  DangerRecordInput,
  DoorNoteInput,
  RefuseInput,
  SecondPersonInput,
} from '@/inputs/job-inputs';
import { changeAs, readAs } from '../asking/read-as';
import { type Edited, editJob } from '../editing/edit-job';
import { standingOf } from '../editing/gates';
import { sections } from '../editing/sections';
import { proveSecond } from '../people/sign-in';
import { endVisit } from '../shop/visits';

/** Records who has the right to the car: by papers in advance, or at the car with person, papers and plate together. */
export async function recordAuthority(actor: PersonActor, input: AuthorityInput): Promise<Edited> {
  // The strokes are no text: joined numbers of theirs could look like a PIN.
  const { signature, ...edit } = input;
  return editJob(actor, edit, sections.authority, async (db, job, input) => {
    const standing = await standingOf(db, actor, job.id, true);
    if (actor.role === 'trainee' && !standing.secondPerson)
      return failed(
        'A trainee records the right to a car with a second person, who signs in for this job first.',
      );
    const { rules } = await getShopOrThrow(db);
    const allLost = knownInHand(situationOf(job, undefined)).length === 0;
    const refused = papersRefused({ ...input, signature }, rules, allLost);
    if (refused) return refused;
    const onSite = input.stage === 'onSite';
    const another = onSite
      ? carRefused(input, { vin: job.call.vin, plate: job.doorNote?.plate ?? null })
      : undefined;
    if (another) return another;
    const carVin = onSite ? cleanVin(input.carVin) || null : null;
    if (carVin !== null) await noteVin(db, job.id, carVin);
    const before = job.authority.find(({ stage }) => stage === input.stage) ?? job.authority[0];
    await upsertAuthority(db, job.id, {
      stage: input.stage,
      holderName: input.holderName.trim(),
      identityDocument: input.identityDocument,
      // A number that is not typed again stays, of the same document.
      identityLast:
        input.identityNumber.trim() === '' && before?.identityDocument === input.identityDocument
          ? before.identityLast
          : lastCharacters(input.identityNumber),
      rightDocument: input.rightDocument,
      rightLast:
        input.rightNumber.trim() === '' && before?.rightDocument === input.rightDocument
          ? before.rightLast
          : lastCharacters(input.rightNumber),
      howSeen: input.howSeen,
      personFits: onSite && input.personFits,
      plateFits: onSite && input.plateFits,
      witness: input.witness.trim() || null,
      place: onSite ? input.place.trim() || null : null,
      signature: onSite ? signature || null : null,
      signedOnPaper: onSite && input.signedOnPaper,
      carVin,
      carPlate: onSite ? cleanPlate(input.carPlate) || null : null,
      recordedAt: actor.at,
      recordedBy: actor.personId,
    });
    return undefined;
  });
}

/** What speaks against the plate that was recorded: other jobs where it was on another car. */
export async function readPlateDoubts(actor: PersonActor, job: Job): Promise<readonly string[]> {
  const read = job.authority.find(({ stage }) => stage === 'onSite');
  if (!read?.carPlate || !read.carVin) return [];
  const { carPlate, carVin } = read;
  const others = await listOtherVins(readAs(actor), job.id, { carPlate, carVin });
  return others.map(
    ({ jobNumber, vin }) =>
      `In ${formatJobNumber(jobNumber)} this plate was on another car, VIN ${groupVin(vin)}. Look at the papers again.`,
  );
}

/** No authority: the job ends here, with its reason. */
export async function refuseJob(actor: PersonActor, input: RefuseInput): Promise<Edited> {
  return editJob(actor, input, sections.close, async (db, job, input) => {
    await endReservations(db, job.id, actor.at);
    await endVisit(db, job.id, true);
    await markClosed(db, job.id, {
      at: actor.at,
      by: actor.personId,
      outcome: 'refused',
      reason: input.reason.trim(),
    });
    return undefined;
  });
}

/** Notes who asks for the door, the plate and what was said, where the papers are inside. */
export async function noteDoor(actor: PersonActor, input: DoorNoteInput): Promise<Edited> {
  return editJob(actor, input, sections.doorNote, async (db, job, input) => {
    await upsertDoorNote(db, job.id, {
      askedBy: input.askedBy.trim(),
      plate: input.plate.trim(),
      said: input.said.trim(),
      notedAt: actor.at,
      notedBy: actor.personId,
    });
    return undefined;
  });
}

/** Somebody is in danger: written to the audit first, then the door is open to anybody. Sent again it changes nothing. */
export async function declareDanger(
  actor: PersonActor,
  { number }: DangerInput,
): Promise<Result<{ recordBy: Date }>> {
  return changeAs(actor, async (db) => {
    if (!(await lockJob(db, number))) return failed(`There is no job ${formatJobNumber(number)}.`);
    const job = await findJob(db, number);
    if (!job) return failed(`There is no job ${formatJobNumber(number)}.`);
    if (job.closed) return failed(`${formatJobNumber(number)} is closed.`);
    await appendAudit(db, actor, { action: 'job.danger', subjectKind: 'job', subjectId: job.id });
    await insertDanger(db, job.id, actor.at, actor.personId);
    const begun = job.danger?.begunAt ?? actor.at;
    return done({ recordBy: new Date(begun.getTime() + dangerRecordMinutes * 60_000) });
  });
}

export async function recordEmergency(actor: PersonActor, input: DangerRecordInput): Promise<Edited> {
  return editJob(actor, input, sections.danger, async (db, job, input) =>
    (await recordDanger(db, job.id, input.record.trim(), actor.at))
      ? undefined
      : failed('No danger was declared on this job.'),
  );
}

/** A locksmith or the proprietor signs in beside a trainee, with the own passcode, for this job and a few hours. */
export async function signInSecond(
  actor: PersonActor,
  input: SecondPersonInput,
): Promise<Result<{ name: string; until: Date }>> {
  if (actor.role !== 'trainee') return failed('Only a trainee needs a second person.');
  const second = (await listPeople(readAs(actor))).find(({ id }) => id === input.personId);
  if (!second || !mayDo(second.role, 'secondTrainee'))
    return failed('Choose a locksmith or the proprietor.', 'personId');
  const proved = await proveSecond(actor, input.personId, input.passcode);
  if (!proved.ok) return proved;
  const until = new Date(actor.at.getTime() + secondPersonHours * 3_600_000);
  return changeAs(actor, async (db) => {
    const job = await findJob(db, input.number);
    if (!job) return failed(`There is no job ${formatJobNumber(input.number)}.`);
    if (job.closed) return failed(`${formatJobNumber(input.number)} is closed.`);
    await insertSecondPerson(db, {
      id: uuid(),
      jobId: job.id,
      traineeId: actor.personId,
      secondId: second.id,
      from: actor.at,
      until,
    });
    await appendAudit(db, actor, {
      action: 'job.secondPerson',
      subjectKind: 'job',
      subjectId: job.id,
      details: { second: second.id, until },
    });
    return done({ name: second.name, until });
  });
}

/** Who may stand beside a trainee on a job, and who does. */
export async function readSecond(
  actor: PersonActor,
  jobId: string,
): Promise<{ people: { id: string; name: string }[]; present: SecondPerson | null }> {
  const db = readAs(actor);
  const present = await findSecondPerson(db, jobId, actor.personId, actor.at);
  return { people: await readSeconds(actor), present: present ?? null };
}

/** Who of the shop can stand beside a trainee. */
export async function readSeconds(actor: PersonActor): Promise<{ id: string; name: string }[]> {
  const people = (await listPeople(readAs(actor))).filter(({ role }) => mayDo(role, 'secondTrainee'));
  return people.map(({ id, name }) => ({ id, name }));
}

/** The second person steps away. */
export async function endSecond(actor: PersonActor, { number }: DangerInput): Promise<Result<null>> {
  return changeAs(actor, async (db) => {
    const job = await findJob(db, number);
    if (!job) return failed(`There is no job ${formatJobNumber(number)}.`);
    await endSecondPerson(db, job.id, actor.personId, actor.at);
    await appendAudit(db, actor, { action: 'job.secondPersonEnded', subjectKind: 'job', subjectId: job.id });
    return done(null);
  });
}
