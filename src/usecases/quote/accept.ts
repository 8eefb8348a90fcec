import type { Actor } from '@/core/kinds/actor';
import { type LocalDay, localMoment } from '@/core/kinds/local-time';
import { done, failed, type Result } from '@/core/kinds/result';
import { isSold, type OptionKind } from '@/core/quote/option-kinds';
import type { PaperOption, QuotePaper } from '@/core/quote/paper';
import { appendAudit } from '@/data/audit';
import type { Db } from '@/data/db';
import { announceJob, announceNews } from '@/data/live';
import { insertAcceptance, prolongLinks } from '@/data/quote-links';
import { findFrozenQuote } from '@/data/quotes';
import { endReservations, insertReservations, type Reservation } from '@/data/reservations';
import { getShopOrThrow } from '@/data/shop';
import { listSpareStock, lockStock } from '@/data/stock';
import { listVans } from '@/data/vans';

/** A quote as it stands when somebody wants to accept it, read under the job's row lock. */
export interface Standing {
  readonly quoteId: string;
  readonly quoteNumber: number;
  readonly jobId: string;
  readonly jobNumber: number;
  readonly version: number;
  readonly newestVersion: number;
  readonly validUntil: LocalDay;
  readonly closed: boolean;
  readonly paper: QuotePaper;
  readonly acceptance: { readonly option: OptionKind; readonly totalMinor: number } | null;
}

export interface Accepting {
  readonly option: OptionKind;
  readonly linkId: string | null;
  readonly personId: string | null;
  readonly wantedWhen: string | null;
  readonly wantedWhere: string | null;
  /** Strokes, where the customer signed. */
  readonly signature: string | null;
  /** Texts that were held against the secrets of the job, for the audit. */
  readonly compared?: number;
}

/** Whoever accepted reads for so long what was agreed. */
export const acceptedDays = 90;

/** Why a quote cannot be accepted; undefined where it can. */
export function refusalOf(standing: Standing, today: LocalDay): string | undefined {
  if (standing.closed) return 'This job is closed.';
  if (standing.version !== standing.newestVersion)
    return 'A newer version has taken the place of this quote. Ask for its link.';
  if (standing.validUntil < today) return 'This quote is no longer valid. Ask for a new one.';
  return undefined;
}

/** The option of a paper by its kind: the one offered, or one beside it. */
export function optionOnPaper(
  { chosen, alternatives }: QuotePaper,
  kind: OptionKind,
): PaperOption | undefined {
  return [chosen, ...alternatives].find((option) => option.kind === kind);
}

/**
 * Accepts one option of a quote and promises its pieces of the van to the job. The same again changes nothing; another
 * option of a quote that was accepted, a superseded or an expired one is refused. The job's row must be locked.
 */
export async function acceptOption(
  db: Db,
  actor: Actor,
  standing: Standing,
  accepting: Accepting,
): Promise<Result<{ repeated: boolean }>> {
  const { option: kind } = accepting;
  if (standing.acceptance)
    return standing.acceptance.option === kind
      ? done({ repeated: true })
      : failed('Another option of this quote was accepted already.', 'option');
  const { zone } = await getShopOrThrow(db);
  const refused = refusalOf(standing, localMoment(actor.at, zone).day);
  if (refused) return failed(refused);
  const option = optionOnPaper(standing.paper, kind);
  if (!option) return failed('This option is not on the quote.', 'option');
  if (!isSold(kind)) return failed('The dealer is named for comparison; it is not ours to sell.', 'option');
  await insertAcceptance(db, {
    ...accepting,
    quoteId: standing.quoteId,
    totalMinor: option.totalMinor,
    at: actor.at,
  });
  await prolongLinks(db, standing.quoteId, new Date(actor.at.getTime() + acceptedDays * 86_400_000));
  await reserveFor(db, standing, kind, actor.at);
  await appendAudit(db, actor, {
    action: 'quote.accepted',
    subjectKind: 'job',
    subjectId: standing.jobId,
    details: {
      quote: standing.quoteNumber,
      option: kind,
      ...(accepting.compared ? { compared: accepting.compared } : {}),
    },
  });
  await announceJob(db, standing.jobNumber);
  await announceNews(db);
  return done({ repeated: false });
}

/** Promises what the option takes of the van, as far as it still lies there; what was promised before is given back. */
async function reserveFor(
  db: Db,
  { quoteNumber, jobId }: Standing,
  kind: OptionKind,
  at: Date,
): Promise<void> {
  const frozen = await findFrozenQuote(db, quoteNumber);
  const option = frozen?.options.find((one) => one.kind === kind);
  const van = (await listVans(db)).find(({ name }) => name === frozen?.snapshot.van);
  await lockStock(db);
  await endReservations(db, jobId, at);
  if (!option?.available || !van) return;
  const lying = await listSpareStock(
    db,
    van.id,
    option.reserves.map(({ article }) => article),
    jobId,
  );
  const promised = option.reserves.flatMap(({ article, condition, pieces }): Reservation[] => {
    const piece = lying.find(
      (one) => one.article === article && one.condition === condition && one.pieces >= pieces,
    );
    return piece
      ? [
          {
            vanId: van.id,
            article,
            state: condition === 'new' ? 'new' : 'reset, proved',
            grade: piece.grade,
            pieces,
          },
        ]
      : [];
  });
  await insertReservations(db, jobId, promised, at);
}
