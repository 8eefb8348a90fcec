import type { Db } from './db';

/** A time reserved for a job of a van. */
export interface AppointmentRow {
  readonly jobNumber: number;
  readonly vanId: string;
  readonly from: Date;
  readonly to: Date;
  /** Null where nobody has said where the car stands. */
  readonly place: string | null;
}

/** The appointments of open jobs that begin in a span of time, in their order. */
export async function listAppointments(db: Db, from: Date, to: Date): Promise<AppointmentRow[]> {
  const result = await db.query<AppointmentRow>(
    `SELECT j.number AS "jobNumber", j.van_id AS "vanId", j.appointment_from AS "from", j.appointment_to AS "to",
       p.name AS place
     FROM job j LEFT JOIN place p ON p.id = j.place_id
     WHERE j.appointment_from >= $1 AND j.appointment_from < $2 AND j.van_id IS NOT NULL AND j.closed_at IS NULL
     ORDER BY j.appointment_from, j.number`,
    [from, to],
  );
  return result.rows;
}

/** Reserves a time of a van for a job; null gives it back. */
export async function setAppointment(
  db: Db,
  jobId: string,
  vanId: string,
  time: { readonly from: Date; readonly to: Date } | null,
): Promise<void> {
  await db.query('UPDATE job SET van_id = $2, appointment_from = $3, appointment_to = $4 WHERE id = $1', [
    jobId,
    vanId,
    time?.from ?? null,
    time?.to ?? null,
  ]);
}
