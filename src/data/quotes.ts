import type { OptionKind } from '@/core/quote/option-kinds';
import { earlierPaper, type QuotePaper } from '@/core/quote/paper';
import type { Quote, QuoteRequest, QuoteSnapshot } from '@/core/quote/quote';
import { type Db, onlyRow } from './db';

/** What a quote froze: what was asked, all that was loaded for it, what came out, and the words on its paper. */
export interface FrozenQuote extends Quote {
  readonly request: QuoteRequest;
  readonly snapshot: QuoteSnapshot;
  readonly car: string;
  readonly paper: QuotePaper;
}

export interface QuoteRow {
  readonly id: string;
  readonly number: number;
  readonly version: number;
  readonly offered: OptionKind;
  readonly totalMinor: number;
  readonly currency: string;
  readonly validUntil: string;
  readonly madeAt: Date;
  readonly madeBy: string;
  readonly paper: QuotePaper;
}

export async function insertQuote(
  db: Db,
  quote: Omit<QuoteRow, 'number' | 'version' | 'madeBy' | 'paper'> & {
    readonly jobId: string;
    readonly madeById: string;
    readonly frozen: FrozenQuote;
  },
): Promise<number> {
  const result = await db.query<{ number: number }>(
    `INSERT INTO quote (id, number, job_id, version, offered, total_minor, currency, valid_until, made_at, made_by, frozen)
     SELECT $1, nextval('quote_number'), $2, coalesce(max(version), 0) + 1, $3, $4, $5, $6, $7, $8, $9
     FROM quote WHERE job_id = $2 RETURNING number`,
    [
      quote.id,
      quote.jobId,
      quote.offered,
      quote.totalMinor,
      quote.currency,
      quote.validUntil,
      quote.madeAt,
      quote.madeById,
      JSON.stringify(quote.frozen),
    ],
  );
  return onlyRow(result).number;
}

const columns = `q.id, q.number, q.version, q.offered, q.total_minor AS "totalMinor", q.currency,
  q.valid_until::text AS "validUntil", q.made_at AS "madeAt", p.name AS "madeBy"`;

/** The quotes of a job, the newest first. */
export async function listQuotes(db: Db, jobId: string): Promise<QuoteRow[]> {
  const result = await db.query<QuoteRow & { frozen: Parameters<typeof earlierPaper>[1] }>(
    `SELECT ${columns}, q.frozen->'paper' AS paper, CASE WHEN q.frozen ? 'paper' THEN NULL ELSE q.frozen END AS frozen
     FROM quote q JOIN person p ON p.id = q.made_by WHERE q.job_id = $1 ORDER BY q.version DESC`,
    [jobId],
  );
  return result.rows.map(({ frozen, ...row }) => ({
    ...row,
    paper: row.paper ?? earlierPaper(row.offered, frozen),
  }));
}

/** A quote by its number, with its job. */
export async function findQuoteByNumber(
  db: Db,
  number: number,
): Promise<(QuoteRow & { readonly jobNumber: number }) | undefined> {
  const job = await db.query<{ id: string; number: number }>(
    'SELECT j.id, j.number FROM quote q JOIN job j ON j.id = q.job_id WHERE q.number = $1',
    [number],
  );
  const [found] = job.rows;
  if (!found) return undefined;
  const quote = (await listQuotes(db, found.id)).find((one) => one.number === number);
  return quote && { ...quote, jobNumber: found.number };
}

/** All that a quote froze; undefined for an unknown number or one from before papers were frozen. */
export async function findFrozenQuote(db: Db, number: number): Promise<FrozenQuote | undefined> {
  const result = await db.query<{ frozen: FrozenQuote }>(
    `SELECT frozen FROM quote WHERE number = $1 AND frozen ? 'paper'`,
    [number],
  );
  return result.rows[0]?.frozen;
}
