import type { BureauEnquiry, BureauKind, BureauTerms } from '@/core/authority/bureau';
import type { Db } from './db';

/** What each question to the bureau costs and how it goes; none where there is no bureau. */
export async function listBureauTerms(db: Db): Promise<Partial<Record<BureauKind, BureauTerms>>> {
  const result = await db.query<BureauTerms & { kind: BureauKind }>(
    `SELECT kind, fee_minor AS "feeMinor", minutes_from AS "minutesFrom", minutes_to AS "minutesTo",
       failure_percent AS "failurePercent" FROM code_service WHERE offered`,
  );
  return Object.fromEntries(result.rows.map(({ kind, ...terms }) => [kind, terms]));
}

export async function insertEnquiry(
  db: Db,
  enquiry: {
    readonly id: string;
    readonly jobId: string;
    readonly kind: BureauKind;
    readonly about: string | null;
    readonly feeMinor: number;
    readonly askedAt: Date;
    readonly askedBy: string;
  },
): Promise<void> {
  await db.query(
    `INSERT INTO bureau_enquiry (id, job_id, kind, about, fee_minor, asked_at, asked_by, state)
     VALUES ($1, $2, $3, $4, $5, $6, $7, 'waiting')`,
    [
      enquiry.id,
      enquiry.jobId,
      enquiry.kind,
      enquiry.about,
      enquiry.feeMinor,
      enquiry.askedAt,
      enquiry.askedBy,
    ],
  );
}

/** What was asked of the bureau for a job, newest first. */
export async function listEnquiries(db: Db, jobId: string): Promise<BureauEnquiry[]> {
  const result = await db.query<BureauEnquiry>(
    `SELECT b.id, b.kind, b.fee_minor AS "feeMinor", b.asked_at AS "askedAt", p.name AS "askedBy",
       e.due_at AS "dueAt", CASE WHEN e.last_error IS NULL THEN 0 ELSE e.tries END AS missed, b.state, b.failure,
       b.envelope_id AS "envelopeId"
     FROM bureau_enquiry b JOIN errand e ON e.id = b.id JOIN person p ON p.id = b.asked_by WHERE b.job_id = $1 ORDER BY b.asked_at DESC, b.id DESC`,
    [jobId],
  );
  return result.rows;
}

/** A question whose answer is still awaited. */
export interface WaitingEnquiry {
  readonly jobNumber: number;
  readonly kind: BureauKind;
  readonly about: string | null;
  readonly askedBy: string;
}

export async function findWaitingEnquiry(db: Db, id: string): Promise<WaitingEnquiry | undefined> {
  const result = await db.query<WaitingEnquiry>(
    `SELECT j.number AS "jobNumber", b.kind, b.about, b.asked_by AS "askedBy"
     FROM bureau_enquiry b JOIN job j ON j.id = b.job_id WHERE b.id = $1 AND b.state = 'waiting'`,
    [id],
  );
  return result.rows[0];
}

export async function settleEnquiry(
  db: Db,
  id: string,
  end: { readonly failure: string } | { readonly envelopeId: string },
  at: Date,
): Promise<void> {
  const failure = 'failure' in end ? end.failure : null;
  await db.query(
    `UPDATE bureau_enquiry SET state = $2, failure = $3, envelope_id = $4, settled_at = $5 WHERE id = $1`,
    [id, failure === null ? 'answered' : 'failed', failure, 'envelopeId' in end ? end.envelopeId : null, at],
  );
}
