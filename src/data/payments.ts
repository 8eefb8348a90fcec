import type { PayWay, Receipt } from '@/core/quote/receipt';
import { type Db, onlyRow } from './db';

export interface PaymentRow {
  readonly id: string;
  readonly how: PayWay;
  /** Below 0 where it takes another back. */
  readonly amountMinor: number;
  readonly currency: string;
  readonly at: Date;
  readonly takenBy: string;
  readonly takesBack: string | null;
  readonly reason: string | null;
}

/** What was taken for a job, in its order. */
export async function listPayments(db: Db, jobId: string): Promise<PaymentRow[]> {
  const result = await db.query<PaymentRow>(
    `SELECT y.id, y.how, y.amount_minor AS "amountMinor", y.currency, y.at, p.name AS "takenBy",
       y.takes_back AS "takesBack", y.reason
     FROM payment y JOIN person p ON p.id = y.taken_by WHERE y.job_id = $1 ORDER BY y.seq`,
    [jobId],
  );
  return result.rows;
}

/** Keeps an amount; false where one of this id is kept already, or the one it takes back was taken back. */
export async function insertPayment(
  db: Db,
  payment: Omit<PaymentRow, 'takenBy'> & { readonly jobId: string; readonly takenById: string },
): Promise<boolean> {
  const result = await db.query(
    `INSERT INTO payment (id, job_id, how, amount_minor, currency, at, taken_by, takes_back, reason)
     VALUES ($1, $2, $3, $4, $5, $6, $7, $8, $9) ON CONFLICT DO NOTHING`,
    [
      payment.id,
      payment.jobId,
      payment.how,
      payment.amountMinor,
      payment.currency,
      payment.at,
      payment.takenById,
      payment.takesBack,
      payment.reason,
    ],
  );
  return result.rowCount === 1;
}

export interface ReceiptRow {
  readonly number: number;
  readonly jobId: string;
  readonly jobNumber: number;
  readonly madeAt: Date;
  readonly madeBy: string;
  /** Who it is made out to; null once names were taken out. */
  readonly customer: string | null;
  readonly content: Receipt;
}

/** Keeps a receipt under the next number. One is made after the other, so that no number is left out. */
export async function insertReceipt(
  db: Db,
  receipt: {
    readonly jobId: string;
    readonly content: Receipt;
    readonly madeAt: Date;
    readonly madeBy: string;
  },
): Promise<number> {
  await db.query("SELECT pg_advisory_xact_lock(hashtext('receipt'))");
  const result = await db.query<{ number: number }>(
    `INSERT INTO receipt (number, job_id, content, made_at, made_by)
     SELECT coalesce(max(number), 0) + 1, $1, $2, $3, $4 FROM receipt RETURNING number`,
    [receipt.jobId, JSON.stringify(receipt.content), receipt.madeAt, receipt.madeBy],
  );
  return onlyRow(result).number;
}

const receipts = `SELECT r.number, r.job_id AS "jobId", j.number AS "jobNumber", r.made_at AS "madeAt", p.name AS "madeBy",
    c.name AS customer, r.content
  FROM receipt r JOIN job j ON j.id = r.job_id JOIN customer c ON c.id = j.customer_id JOIN person p ON p.id = r.made_by`;

/** The receipts of a job, the newest first. */
export async function listReceipts(db: Db, jobId: string): Promise<ReceiptRow[]> {
  const result = await db.query<ReceiptRow>(`${receipts} WHERE r.job_id = $1 ORDER BY r.number DESC`, [
    jobId,
  ]);
  return result.rows;
}

export async function findReceipt(db: Db, number: number): Promise<ReceiptRow | undefined> {
  const result = await db.query<ReceiptRow>(`${receipts} WHERE r.number = $1`, [number]);
  return result.rows[0];
}

/** The newest receipt of the job that a customer's cookie stands for. */
export async function findReceiptByLink(
  db: Db,
  cookieHash: Buffer,
  at: Date,
): Promise<ReceiptRow | undefined> {
  const result = await db.query<ReceiptRow>(
    `${receipts} JOIN quote_link l ON l.job_id = r.job_id
     WHERE l.cookie_hash = $1 AND l.revoked_at IS NULL AND l.expires_at > $2 ORDER BY r.number DESC LIMIT 1`,
    [cookieHash, at],
  );
  return result.rows[0];
}
