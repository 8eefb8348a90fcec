import type { MessageKind } from '@/core/quote/customer-message';
import type { OptionKind } from '@/core/quote/option-kinds';
import type { QuotePaper } from '@/core/quote/paper';
import type { Db } from './db';

/** A link as the job shows it; what it says is never kept. */
export interface LinkRow {
  readonly id: string;
  /** Null for a link to the handover note. */
  readonly quoteNumber: number | null;
  readonly madeAt: Date;
  readonly madeBy: string;
  readonly expiresAt: Date;
  readonly openedAt: Date | null;
  readonly revokedAt: Date | null;
}

export async function insertLink(
  db: Db,
  link: {
    readonly id: string;
    readonly jobId: string;
    /** Null for the handover note of the job. */
    readonly quoteId: string | null;
    readonly tokenHash: Buffer;
    readonly madeAt: Date;
    readonly madeBy: string;
    readonly expiresAt: Date;
  },
): Promise<void> {
  await db.query(
    `INSERT INTO quote_link (id, job_id, quote_id, token_hash, made_at, made_by, expires_at)
     VALUES ($1, $2, $3, $4, $5, $6, $7)`,
    [link.id, link.jobId, link.quoteId, link.tokenHash, link.madeAt, link.madeBy, link.expiresAt],
  );
}

/** The links of a job, the newest first. */
export async function listLinks(db: Db, jobId: string): Promise<LinkRow[]> {
  const result = await db.query<LinkRow>(
    `SELECT l.id, q.number AS "quoteNumber", l.made_at AS "madeAt", p.name AS "madeBy", l.expires_at AS "expiresAt",
       l.opened_at AS "openedAt", l.revoked_at AS "revokedAt"
     FROM quote_link l LEFT JOIN quote q ON q.id = l.quote_id JOIN person p ON p.id = l.made_by
     WHERE l.job_id = $1 ORDER BY l.made_at DESC, l.id`,
    [jobId],
  );
  return result.rows;
}

/** Ends a link of a job that is still open. */
export async function revokeLinks(db: Db, jobId: string, linkId: string, at: Date): Promise<boolean> {
  const result = await db.query(
    `UPDATE quote_link SET revoked_at = $3 WHERE job_id = $1 AND id = $2 AND revoked_at IS NULL`,
    [jobId, linkId, at],
  );
  return result.rowCount === 1;
}

/** Opens a link once: from then on only the cookie does. Undefined for one that is unknown, opened, over or revoked. */
export async function openLink(
  db: Db,
  tokenHash: Buffer,
  cookieHash: Buffer,
  at: Date,
): Promise<{ readonly id: string; readonly jobId: string; readonly expiresAt: Date } | undefined> {
  const result = await db.query<{ id: string; jobId: string; expiresAt: Date }>(
    `UPDATE quote_link SET cookie_hash = $2, opened_at = $3
     WHERE token_hash = $1 AND opened_at IS NULL AND revoked_at IS NULL AND expires_at > $3
     RETURNING id, job_id AS "jobId", expires_at AS "expiresAt"`,
    [tokenHash, cookieHash, at],
  );
  return result.rows[0];
}

/** A customer's link that was opened and has not ended. */
export interface OpenedLink {
  readonly id: string;
  readonly madeBy: string;
}

export async function findOpenedLink(db: Db, cookieHash: Buffer, at: Date): Promise<OpenedLink | undefined> {
  const result = await db.query<OpenedLink>(
    `SELECT id, made_by AS "madeBy" FROM quote_link
     WHERE cookie_hash = $1 AND revoked_at IS NULL AND expires_at > $2`,
    [cookieHash, at],
  );
  return result.rows[0];
}

/** The quote a customer's cookie stands for, and how it stands. */
export interface OfferRow {
  readonly linkId: string;
  readonly quoteId: string;
  readonly quoteNumber: number;
  readonly jobId: string;
  readonly jobNumber: number;
  readonly version: number;
  readonly newestVersion: number;
  readonly validUntil: string;
  readonly closed: boolean;
  readonly place: string | null;
  readonly paper: QuotePaper;
  readonly acceptance: { readonly option: OptionKind; readonly totalMinor: number } | null;
  /** The time of the van that is agreed. */
  readonly visit: { readonly from: Date; readonly to: Date } | null;
}

export async function findOffer(db: Db, cookieHash: Buffer, at: Date): Promise<OfferRow | undefined> {
  const result = await db.query<
    Omit<OfferRow, 'visit'> & { visit: { readonly from: string; readonly to: string } | null }
  >(
    `SELECT l.id AS "linkId", q.id AS "quoteId", q.number AS "quoteNumber", q.job_id AS "jobId", j.number AS "jobNumber",
       q.version, (SELECT max(version) FROM quote WHERE job_id = q.job_id) AS "newestVersion",
       q.valid_until::text AS "validUntil", j.closed_at IS NOT NULL AS closed, pl.name AS place,
       q.frozen->'paper' AS paper,
       CASE WHEN a.quote_id IS NOT NULL THEN
         jsonb_build_object('option', a.option, 'totalMinor', a.total_minor) END AS acceptance,
       (SELECT jsonb_build_object('from', lower(v.during), 'to', upper(v.during)) FROM visit v
        WHERE v.job_id = j.id AND v.state <> 'over') AS visit
     FROM quote_link l JOIN quote q ON q.id = l.quote_id JOIN job j ON j.id = q.job_id
     LEFT JOIN place pl ON pl.id = j.place_id LEFT JOIN quote_acceptance a ON a.quote_id = q.id
     WHERE l.cookie_hash = $1 AND l.revoked_at IS NULL AND l.expires_at > $2 AND q.frozen ? 'paper'`,
    [cookieHash, at],
  );
  const [found] = result.rows;
  return (
    found && {
      ...found,
      visit: found.visit && { from: new Date(found.visit.from), to: new Date(found.visit.to) },
    }
  );
}

export interface AcceptanceRow {
  readonly quoteNumber: number;
  readonly option: OptionKind;
  readonly totalMinor: number;
  readonly acceptedAt: Date;
  /** The person who took it down; null where the customer did it by link. */
  readonly takenBy: string | null;
  readonly wantedWhen: string | null;
  readonly wantedWhere: string | null;
  readonly signature: string | null;
}

/** Keeps an acceptance where there is none; false where the quote has one already. */
export async function insertAcceptance(
  db: Db,
  acceptance: {
    readonly quoteId: string;
    readonly option: OptionKind;
    readonly totalMinor: number;
    readonly at: Date;
    readonly linkId: string | null;
    readonly personId: string | null;
    readonly wantedWhen: string | null;
    readonly wantedWhere: string | null;
    readonly signature: string | null;
  },
): Promise<boolean> {
  const result = await db.query(
    `INSERT INTO quote_acceptance (quote_id, option, total_minor, accepted_at, link_id, person_id, wanted_when, wanted_where, signature)
     VALUES ($1, $2, $3, $4, $5, $6, $7, $8, $9) ON CONFLICT (quote_id) DO NOTHING`,
    [
      acceptance.quoteId,
      acceptance.option,
      acceptance.totalMinor,
      acceptance.at,
      acceptance.linkId,
      acceptance.personId,
      acceptance.wantedWhen,
      acceptance.wantedWhere,
      acceptance.signature,
    ],
  );
  return result.rowCount === 1;
}

/** Lets the open links to a quote last on, so that whoever accepted it reads what is agreed. */
export async function prolongLinks(db: Db, quoteId: string, expiresAt: Date): Promise<void> {
  await db.query(
    `UPDATE quote_link SET expires_at = greatest(expires_at, $2)
     WHERE quote_id = $1 AND cookie_hash IS NOT NULL AND revoked_at IS NULL`,
    [quoteId, expiresAt],
  );
}

export async function listAcceptances(db: Db, jobId: string): Promise<AcceptanceRow[]> {
  const result = await db.query<AcceptanceRow>(
    `SELECT q.number AS "quoteNumber", a.option, a.total_minor AS "totalMinor", a.accepted_at AS "acceptedAt",
       p.name AS "takenBy", a.wanted_when AS "wantedWhen", a.wanted_where AS "wantedWhere", a.signature
     FROM quote_acceptance a JOIN quote q ON q.id = a.quote_id LEFT JOIN person p ON p.id = a.person_id
     WHERE q.job_id = $1 ORDER BY a.accepted_at DESC`,
    [jobId],
  );
  return result.rows;
}

/** Keeps what was written on a quote: by whoever holds a link to it, or by a person of the shop. */
export async function insertMessage(
  db: Db,
  message: {
    readonly id: string;
    readonly quoteId: string;
    readonly from: { readonly linkId: string } | { readonly personId: string };
    readonly kind: MessageKind;
    readonly at: Date;
    readonly words: string;
  },
): Promise<void> {
  const { from } = message;
  await db.query(
    'INSERT INTO quote_message (id, quote_id, link_id, person_id, kind, at, words) VALUES ($1, $2, $3, $4, $5, $6, $7)',
    [
      message.id,
      message.quoteId,
      'linkId' in from ? from.linkId : null,
      'personId' in from ? from.personId : null,
      message.kind,
      message.at,
      message.words,
    ],
  );
}

export interface MessageRow {
  readonly quoteNumber: number;
  readonly at: Date;
  readonly kind: MessageKind;
  /** Null once names and words were taken out. */
  readonly words: string | null;
  /** Who of the shop wrote it; null for the customer. */
  readonly by: string | null;
}

/** What was written on a job's quotes, the newest first. */
export async function listMessages(db: Db, jobId: string): Promise<MessageRow[]> {
  const result = await db.query<MessageRow>(
    `SELECT q.number AS "quoteNumber", m.at, m.kind, m.words, p.name AS by
     FROM quote_message m JOIN quote q ON q.id = m.quote_id LEFT JOIN person p ON p.id = m.person_id
     WHERE q.job_id = $1 ORDER BY m.at DESC, m.id`,
    [jobId],
  );
  return result.rows;
}

/** What was written on one quote, in its order. */
export async function listOfferMessages(db: Db, quoteId: string): Promise<Omit<MessageRow, 'quoteNumber'>[]> {
  const result = await db.query<Omit<MessageRow, 'quoteNumber'>>(
    `SELECT m.at, m.kind, m.words, p.name AS by FROM quote_message m LEFT JOIN person p ON p.id = m.person_id
     WHERE m.quote_id = $1 ORDER BY m.at, m.id`,
    [quoteId],
  );
  return result.rows;
}

export async function countMessages(db: Db, linkId: string): Promise<number> {
  const result = await db.query<{ count: number }>(
    'SELECT count(*)::int AS count FROM quote_message WHERE link_id = $1',
    [linkId],
  );
  return result.rows[0]?.count ?? 0;
}
