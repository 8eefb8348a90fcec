import type { Authority, Danger, DoorNote } from '@/core/job/job';
import type { Db } from './db';
import { together } from './together';

/** What a job has to show: stages, door note and danger. */
export interface AuthorityRows {
  readonly authority: readonly Authority[];
  readonly doorNote: DoorNote | null;
  readonly danger: Danger | null;
}

/** `lock` keeps the rows as they are until the transaction ends, so that a refusal made meanwhile wins. */
export async function readAuthority(db: Db, jobId: string, lock = false): Promise<AuthorityRows> {
  const [stages, notes, dangers] = await together(
    db,
    (db) =>
      db.query<Authority>(
        `SELECT a.stage, a.holder_name AS "holderName", a.identity_document AS "identityDocument",
           a.identity_last AS "identityLast", a.right_document AS "rightDocument", a.right_last AS "rightLast",
           a.how_seen AS "howSeen", a.person_fits AS "personFits", a.plate_fits AS "plateFits", a.witness, a.place,
           a.signature, a.signed_on_paper AS "signedOnPaper",
           a.car_vin AS "carVin", a.car_plate AS "carPlate", a.recorded_at AS "recordedAt", p.name AS "recordedBy"
         FROM job_authority a JOIN person p ON p.id = a.recorded_by
         WHERE a.job_id = $1 ORDER BY a.stage ${lock ? 'FOR SHARE OF a' : ''}`,
        [jobId],
      ),
    (db) =>
      db.query<DoorNote>(
        `SELECT n.asked_by AS "askedBy", n.plate, n.said, n.noted_at AS "notedAt", p.name AS "notedBy"
         FROM job_door_note n JOIN person p ON p.id = n.noted_by WHERE n.job_id = $1`,
        [jobId],
      ),
    (db) =>
      db.query<Danger>(
        `SELECT d.begun_at AS "begunAt", p.name AS "begunBy", d.record, d.recorded_at AS "recordedAt"
         FROM job_danger d JOIN person p ON p.id = d.begun_by WHERE d.job_id = $1`,
        [jobId],
      ),
  );
  return { authority: stages.rows, doorNote: notes.rows[0] ?? null, danger: dangers.rows[0] ?? null };
}

export async function upsertAuthority(db: Db, jobId: string, authority: Authority): Promise<void> {
  await db.query(
    `INSERT INTO job_authority (job_id, stage, holder_name, identity_document, identity_last, right_document, right_last,
       how_seen, person_fits, plate_fits, witness, place, signature, signed_on_paper, recorded_at, recorded_by,
       car_vin, car_plate)
     VALUES ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11, $12, $13, $14, $15, $16, $17, $18)
     ON CONFLICT (job_id, stage) DO UPDATE SET holder_name = excluded.holder_name,
       identity_document = excluded.identity_document, identity_last = excluded.identity_last,
       right_document = excluded.right_document, right_last = excluded.right_last, how_seen = excluded.how_seen,
       person_fits = excluded.person_fits, plate_fits = excluded.plate_fits, witness = excluded.witness,
       place = excluded.place, signature = excluded.signature, signed_on_paper = excluded.signed_on_paper,
       recorded_at = excluded.recorded_at, recorded_by = excluded.recorded_by, car_vin = excluded.car_vin,
       car_plate = excluded.car_plate`,
    [
      jobId,
      authority.stage,
      authority.holderName,
      authority.identityDocument,
      authority.identityLast,
      authority.rightDocument,
      authority.rightLast,
      authority.howSeen,
      authority.personFits,
      authority.plateFits,
      authority.witness,
      authority.place,
      authority.signature,
      authority.signedOnPaper,
      authority.recordedAt,
      authority.recordedBy,
      authority.carVin,
      authority.carPlate,
    ],
  );
}

/** Other jobs whose car had this plate and another VIN, the latest first. */
export async function listOtherVins(
  db: Db,
  jobId: string,
  { carVin, carPlate }: { readonly carVin: string; readonly carPlate: string },
): Promise<{ readonly jobNumber: number; readonly vin: string }[]> {
  const result = await db.query<{ jobNumber: number; vin: string }>(
    `SELECT j.number AS "jobNumber", coalesce(a.car_vin, j.vin) AS vin
     FROM job_authority a JOIN job j ON j.id = a.job_id
     WHERE a.job_id <> $1 AND a.car_plate = $2 AND coalesce(a.car_vin, j.vin) <> $3 ORDER BY j.number DESC LIMIT 3`,
    [jobId, carPlate, carVin],
  );
  return result.rows;
}

export async function upsertDoorNote(db: Db, jobId: string, note: DoorNote): Promise<void> {
  await db.query(
    `INSERT INTO job_door_note (job_id, asked_by, plate, said, noted_at, noted_by) VALUES ($1, $2, $3, $4, $5, $6)
     ON CONFLICT (job_id) DO UPDATE SET asked_by = excluded.asked_by, plate = excluded.plate, said = excluded.said,
       noted_at = excluded.noted_at, noted_by = excluded.noted_by`,
    [jobId, note.askedBy, note.plate, note.said, note.notedAt, note.notedBy],
  );
}

/** Notes that somebody is in danger, once for each job; gives whether it was new. */
export async function insertDanger(db: Db, jobId: string, at: Date, personId: string): Promise<boolean> {
  const result = await db.query(
    'INSERT INTO job_danger (job_id, begun_at, begun_by) VALUES ($1, $2, $3) ON CONFLICT DO NOTHING',
    [jobId, at, personId],
  );
  return result.rowCount === 1;
}

export async function recordDanger(db: Db, jobId: string, record: string, at: Date): Promise<boolean> {
  const result = await db.query('UPDATE job_danger SET record = $2, recorded_at = $3 WHERE job_id = $1', [
    jobId,
    record,
    at,
  ]);
  return result.rowCount === 1;
}

export interface SecondPerson {
  readonly name: string;
  readonly untilAt: Date;
}

/** Who signed in beside a trainee on a job and still stands there. */
export async function findSecondPerson(
  db: Db,
  jobId: string,
  traineeId: string,
  at: Date,
): Promise<SecondPerson | undefined> {
  const result = await db.query<SecondPerson>(
    `SELECT p.name, s.until_at AS "untilAt" FROM second_person s JOIN person p ON p.id = s.second_id
     WHERE s.job_id = $1 AND s.trainee_id = $2 AND s.from_at <= $3 AND s.until_at > $3 AND s.ended_at IS NULL
       AND p.left_at IS NULL AND p.role <> 'trainee' ORDER BY s.until_at DESC LIMIT 1`,
    [jobId, traineeId, at],
  );
  return result.rows[0];
}

export async function insertSecondPerson(
  db: Db,
  second: {
    readonly id: string;
    readonly jobId: string;
    readonly traineeId: string;
    readonly secondId: string;
    readonly from: Date;
    readonly until: Date;
  },
): Promise<void> {
  await db.query(
    'INSERT INTO second_person (id, job_id, trainee_id, second_id, from_at, until_at) VALUES ($1, $2, $3, $4, $5, $6)',
    [second.id, second.jobId, second.traineeId, second.secondId, second.from, second.until],
  );
}

export async function endSecondPerson(db: Db, jobId: string, traineeId: string, at: Date): Promise<void> {
  await db.query(
    'UPDATE second_person SET ended_at = $3 WHERE job_id = $1 AND trainee_id = $2 AND ended_at IS NULL',
    [jobId, traineeId, at],
  );
}

/** Whether a job was refused, by which everything that belongs to it is shut. */
export async function isJobRefused(db: Db, jobId: string): Promise<boolean> {
  const result = await db.query<{ refused: boolean }>(
    "SELECT outcome IS NOT DISTINCT FROM 'refused' AS refused FROM job WHERE id = $1",
    [jobId],
  );
  return result.rows[0]?.refused ?? false;
}
