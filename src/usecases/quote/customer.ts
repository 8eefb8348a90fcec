import { randomBytes } from 'node:crypto';
import type { HandoverNote } from '@/core/job/handover';
import { formatJobNumber } from '@/core/job/job';
import type { Actor } from '@/core/kinds/actor';
import type { Firm } from '@/core/kinds/firm';
import { formatDay, type LocalDay, localMoment } from '@/core/kinds/local-time';
import { done, failed, type Result } from '@/core/kinds/result';
import type { MessageKind } from '@/core/quote/customer-message';
import { appendAudit } from '@/data/audit';
import { findHandedOver } from '@/data/handovers';
import { lockJob } from '@/data/job-writes';
import { announceJob } from '@/data/live';
import { findReceiptByLink } from '@/data/payments';
import { countMessages, findOffer, listOfferMessages, type OfferRow, openLink } from '@/data/quote-links';
import { getShopOrThrow } from '@/data/shop';
import type { AcceptOfferInput, OfferMessageInput } from '@/inputs/quote-inputs';
import { now } from '@/outside/clock';
import { changeAs, nobody } from '../asking/read-as';
import { findLinkOf, readAsLink } from '../asking/read-as-link';
import { guardTexts } from '../editing/guard-texts';
import { hashToken } from '../hash-token';
import { firmOf } from '../shop/firm';
import { acceptedDays, acceptOption, refusalOf } from './accept';
import { keepMessage } from './messages';

/** A customer holding a link, as an actor. */
function customerActor(linkId: string, device: string): Actor {
  return { kind: 'customer', linkId, device, at: now() };
}

/** Exchanges a link for a cookie, once. */
export async function openOffer(
  token: string,
  device: string,
): Promise<Result<{ cookie: string; expiresAt: Date }>> {
  const cookie = randomBytes(32).toString('base64url');
  return changeAs(nobody, async (db) => {
    const at = now();
    const link = await openLink(db, hashToken(token), hashToken(cookie), at);
    if (!link) return failed('This link was opened before, has ended, or is not whole. Ask for a new one.');
    const actor = customerActor(link.id, device);
    const offer = await findOffer(db, hashToken(cookie), at);
    const handed = offer ? undefined : await findHandedOver(db, hashToken(cookie), at);
    await appendAudit(db, actor, {
      action: offer ? 'quote.linkOpened' : 'handover.linkOpened',
      subjectKind: 'job',
      subjectId: link.jobId,
      details: { link: link.id },
    });
    const number = (offer ?? handed)?.jobNumber;
    if (number !== undefined) await announceJob(db, number);
    // The link lasts on where it is accepted, so the cookie may.
    return done({ cookie, expiresAt: new Date(link.expiresAt.getTime() + acceptedDays * 86_400_000) });
  });
}

/** What a customer sees: the paper of one quote, and whether it can still be accepted. */
export interface CustomerOffer {
  readonly quoteNumber: number;
  readonly version: number;
  readonly validUntil: string;
  readonly paper: OfferRow['paper'];
  readonly place: string | null;
  readonly acceptance: OfferRow['acceptance'];
  /** Why it cannot be accepted any more; null where it can. */
  readonly refused: string | null;
  /** The job is over. */
  readonly closed: boolean;
  /** When the van comes, in words; null where no time is agreed. */
  readonly visit: string | null;
  /** The number of the newest receipt; null where none was given. */
  readonly receipt: number | null;
  /** What customer and shop wrote, in its order. */
  readonly messages: readonly OfferMessage[];
  readonly firm: Firm;
  readonly locale: string;
  readonly today: string;
}

/** A line of what customer and shop wrote to each other. */
export interface OfferMessage {
  readonly by: 'customer' | 'shop';
  readonly kind: MessageKind;
  readonly words: string;
  readonly at: string;
}

export async function readOffer(cookie: string): Promise<CustomerOffer | undefined> {
  const db = await readAsLink(cookie);
  const at = now();
  const offer = db && (await findOffer(db, hashToken(cookie), at));
  if (!offer) return undefined;
  const shop = await getShopOrThrow(db);
  const today = localMoment(at, shop.zone).day;
  const { quoteNumber, version, validUntil, paper, place, acceptance, closed, visit } = offer;
  const momentOf = (moment: Date) => {
    const { day, hour } = localMoment(moment, shop.zone);
    return { day: formatDay(day, today), hour };
  };
  return {
    quoteNumber,
    version,
    validUntil,
    paper,
    place,
    acceptance,
    refused: refusalOf(offer, today) ?? null,
    closed,
    receipt: (await findReceiptByLink(db, hashToken(cookie), at))?.number ?? null,
    visit: visit && `${momentOf(visit.from).day}, ${momentOf(visit.from).hour} to ${momentOf(visit.to).hour}`,
    messages: (await listOfferMessages(db, offer.quoteId)).map(({ at, kind, words, by }) => ({
      by: by === null ? 'customer' : 'shop',
      kind,
      words: words ?? 'removed',
      at: `${momentOf(at).day} ${momentOf(at).hour}`,
    })),
    firm: firmOf(shop),
    locale: shop.locale,
    today,
  };
}

/** A handover note as the customer reads it by link. */
export interface CustomerHandover {
  readonly firm: Firm;
  readonly jobName: string;
  readonly madeOn: LocalDay;
  readonly note: HandoverNote;
  /** The number of the newest receipt; null where none was given. */
  readonly receipt: number | null;
}

export async function readHandedOver(cookie: string): Promise<CustomerHandover | undefined> {
  const db = await readAsLink(cookie);
  const at = now();
  const found = db && (await findHandedOver(db, hashToken(cookie), at));
  if (!found) return undefined;
  const shop = await getShopOrThrow(db);
  return {
    firm: firmOf(shop),
    jobName: formatJobNumber(found.jobNumber),
    madeOn: localMoment(found.madeAt, shop.zone).day,
    note: found.note,
    receipt: (await findReceiptByLink(db, hashToken(cookie), at))?.number ?? null,
  };
}

/** Accepts one option by link. It names the version it saw; the same again changes nothing. */
export async function acceptOffer(
  cookie: string,
  device: string,
  input: AcceptOfferInput,
): Promise<Result<{ repeated: boolean }>> {
  const link = await findLinkOf(cookie);
  if (!link) return failed('This link has ended. Ask for a new one.');
  const actor = customerActor(link.id, device);
  return changeAs(actor, async (db) => {
    const at = now();
    const seen = await findOffer(db, hashToken(cookie), at);
    if (!seen || !(await lockJob(db, seen.jobNumber)))
      return failed('This link has ended. Ask for a new one.');
    // Read again under the lock: a newer version offered meanwhile wins.
    const offer = await findOffer(db, hashToken(cookie), at);
    if (!offer || offer.version !== input.version)
      return failed('This page shows another version than the link. Load it again.');
    const words = { when: input.when.trim(), where: input.where.trim() };
    const guarded = await guardTexts(db, actor, offer.jobId, words);
    if (!guarded.ok) return guarded;
    const { when, where } = guarded.value.input;
    return acceptOption(db, actor, offer, {
      option: input.option,
      linkId: offer.linkId,
      personId: null,
      wantedWhen: when || null,
      wantedWhere: where || null,
      signature: input.signature || null,
      compared: guarded.value.compared,
    });
  });
}

/** Messages that one link may send. */
const mostMessages = 20;

/** Keeps what the customer writes to the shop. */
export async function sendMessage(
  cookie: string,
  device: string,
  input: OfferMessageInput,
): Promise<Result<null>> {
  const link = await findLinkOf(cookie);
  if (!link) return failed('This link has ended. Ask for a new one.');
  const actor = customerActor(link.id, device);
  return changeAs(actor, async (db) => {
    const offer = await findOffer(db, hashToken(cookie), now());
    if (!offer || !(await lockJob(db, offer.jobNumber)))
      return failed('This link has ended. Ask for a new one.');
    if ((await countMessages(db, offer.linkId)) >= mostMessages)
      return failed('That is as much as one link can send. Call the shop.');
    const guarded = await guardTexts(db, actor, offer.jobId, { words: input.words.trim() });
    if (!guarded.ok) return guarded;
    await keepMessage(
      db,
      actor,
      {
        jobId: offer.jobId,
        jobNumber: offer.jobNumber,
        quote: { id: offer.quoteId, number: offer.quoteNumber },
      },
      {
        from: { linkId: offer.linkId },
        kind: input.kind,
        words: guarded.value.input.words,
        compared: guarded.value.compared,
      },
    );
    return done(null);
  });
}
