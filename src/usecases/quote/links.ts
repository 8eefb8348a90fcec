import { randomBytes } from 'node:crypto';
import { v7 as uuid } from 'uuid';
import type { Job } from '@/core/job/job';
import type { PersonActor } from '@/core/kinds/actor';
import { addDays, instantOf, localMoment } from '@/core/kinds/local-time';
import { done, failed, type Result } from '@/core/kinds/result';
import { type LinkMessage, linkMessage } from '@/core/quote/link-message';
import { appendAudit } from '@/data/audit';
import type { Db } from '@/data/db';
import { findHandover } from '@/data/handovers';
import { lockJob } from '@/data/job-writes';
import { findJob } from '@/data/jobs';
import { announceJob } from '@/data/live';
import {
  type AcceptanceRow,
  insertLink,
  type LinkRow,
  listAcceptances,
  listLinks,
  listMessages,
  type MessageRow,
  revokeLinks,
} from '@/data/quote-links';
import { listQuotes, type QuoteRow } from '@/data/quotes';
import { listReservations, type ReservationRow } from '@/data/reservations';
import { getShopOrThrow, type ShopRow } from '@/data/shop';
import type {
  AcceptByPhoneInput,
  HandoverLinkInput,
  LinkInput,
  RevokeLinkInput,
} from '@/inputs/quote-inputs';
import { changeAs, readAs } from '../asking/read-as';
import { hashToken } from '../hash-token';
import { acceptOption } from './accept';

/** A link as it is sent: what it says is shown this once and kept hashed. */
export interface MadeLink {
  readonly token: string;
  readonly message: LinkMessage;
  /** Where it can be sent to. */
  readonly phone: string | null;
}

/** Makes a link for the customer to one quote. */
export async function makeLink(actor: PersonActor, input: LinkInput): Promise<Result<MadeLink>> {
  return changeAs(actor, async (db) => {
    if (!(await lockJob(db, input.number))) return failed('There is no such job.');
    const job = await findJob(db, input.number);
    const [newest] = job ? await listQuotes(db, job.id) : [];
    if (!job || !newest) return failed('Offer a quote first.');
    if (job.closed) return failed('This job is closed.');
    if (newest.number !== input.quote) return failed('A newer quote has taken its place: link that one.');
    const shop = await getShopOrThrow(db);
    const expiresAt = instantOf({ day: addDays(newest.validUntil, 1), hour: '00:00' }, shop.zone);
    if (expiresAt <= actor.at) return failed('This quote is no longer valid. Offer a new one.');
    const { day: today } = localMoment(actor.at, shop.zone);
    return done({
      token: await keepLink(db, actor, job, newest, expiresAt),
      message: linkMessage(sender(shop), { quote: newest.number, validUntil: newest.validUntil, today }),
      phone: job.call.phone,
    });
  });
}

function sender({ name, contact, ownTexts }: ShopRow) {
  return { name, phone: contact.phone, own: ownTexts.message };
}

/** Stores a link to a quote of a job, or to its handover note. @returns what it says, which is kept hashed */
async function keepLink(
  db: Db,
  actor: PersonActor,
  job: Pick<Job, 'id' | 'number'>,
  quote: Pick<QuoteRow, 'id' | 'number'> | null,
  expiresAt: Date,
): Promise<string> {
  const token = randomBytes(32).toString('base64url');
  const id = uuid();
  await insertLink(db, {
    id,
    jobId: job.id,
    quoteId: quote?.id ?? null,
    tokenHash: hashToken(token),
    madeAt: actor.at,
    madeBy: actor.personId,
    expiresAt,
  });
  await appendAudit(db, actor, {
    action: quote ? 'quote.linked' : 'handover.linked',
    subjectKind: 'job',
    subjectId: job.id,
    details: { ...(quote && { quote: quote.number }), link: id },
  });
  await announceJob(db, job.number);
  return token;
}

/** A handover note can be read by link for so long. */
const handoverDays = 60;

/** Makes a link for the customer to the handover note of a closed job; shown this once and kept hashed. */
export async function makeHandoverLink(
  actor: PersonActor,
  input: HandoverLinkInput,
): Promise<Result<MadeLink>> {
  return changeAs(actor, async (db) => {
    if (!(await lockJob(db, input.number))) return failed('There is no such job.');
    const job = await findJob(db, input.number);
    if (!job || !(await findHandover(db, job.id)))
      return failed('The handover note stands once the job is closed as done.');
    return done({
      token: await keepLink(db, actor, job, null, new Date(actor.at.getTime() + handoverDays * 86_400_000)),
      message: linkMessage(sender(await getShopOrThrow(db)), 'handover'),
      phone: job.call.phone,
    });
  });
}

/** Whether a handover note stands, and the links to it, the newest first. */
export async function readHandoverLinks(
  actor: PersonActor,
  jobId: string,
): Promise<{ readonly stands: boolean; readonly links: readonly CustomerLink[] }> {
  const db = readAs(actor);
  const links = await listLinks(db, jobId);
  return {
    stands: (await findHandover(db, jobId)) !== undefined,
    links: links.filter(({ quoteNumber }) => quoteNumber === null),
  };
}

/** Ends a link: neither what was sent nor the cookie it became opens anything. */
export async function revokeLink(actor: PersonActor, input: RevokeLinkInput): Promise<Result<null>> {
  return changeAs(actor, async (db) => {
    const job = await findJob(db, input.number);
    if (!job || !(await revokeLinks(db, job.id, input.linkId, actor.at)))
      return failed('This link has ended already.');
    await appendAudit(db, actor, {
      action: 'quote.linkRevoked',
      subjectKind: 'job',
      subjectId: job.id,
      details: { link: input.linkId },
    });
    await announceJob(db, job.number);
    return done(null);
  });
}

/** Takes an acceptance down that the customer gave by phone. */
export async function acceptByPhone(
  actor: PersonActor,
  input: AcceptByPhoneInput,
): Promise<Result<{ repeated: boolean }>> {
  return changeAs(actor, async (db) => {
    if (!(await lockJob(db, input.number))) return failed('There is no such job.');
    const job = await findJob(db, input.number);
    const quotes = job ? await listQuotes(db, job.id) : [];
    const quote = quotes.find(({ number }) => number === input.quote);
    if (!job || !quote) return failed('There is no such quote.');
    const before = (await listAcceptances(db, job.id)).find(
      ({ quoteNumber }) => quoteNumber === quote.number,
    );
    return acceptOption(
      db,
      actor,
      {
        quoteId: quote.id,
        quoteNumber: quote.number,
        jobId: job.id,
        jobNumber: job.number,
        version: quote.version,
        newestVersion: quotes[0]?.version ?? quote.version,
        validUntil: quote.validUntil,
        closed: job.closed !== null,
        paper: quote.paper,
        acceptance: before ?? null,
      },
      {
        option: input.option,
        linkId: null,
        personId: actor.personId,
        wantedWhen: null,
        wantedWhere: null,
        signature: null,
      },
    );
  });
}

/** A customer's link, apart from what it leads to. */
export type CustomerLink = Omit<LinkRow, 'quoteNumber'>;

/** What became of the quotes of a job once they left the shop. */
export interface QuoteReplies {
  readonly links: readonly (LinkRow & { readonly quoteNumber: number })[];
  readonly acceptances: readonly AcceptanceRow[];
  readonly messages: readonly MessageRow[];
  readonly reservations: readonly ReservationRow[];
}

export async function readReplies(actor: PersonActor, jobId: string): Promise<QuoteReplies> {
  const db = readAs(actor);
  return {
    links: (await listLinks(db, jobId)).flatMap(({ quoteNumber, ...link }) =>
      quoteNumber === null ? [] : { ...link, quoteNumber },
    ),
    acceptances: await listAcceptances(db, jobId),
    messages: await listMessages(db, jobId),
    reservations: await listReservations(db, jobId),
  };
}
