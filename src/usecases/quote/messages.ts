import { v7 as uuid } from 'uuid';
import type { Actor, PersonActor } from '@/core/kinds/actor';
import { done, failed, type Result } from '@/core/kinds/result';
import { appendAudit } from '@/data/audit';
import type { Db } from '@/data/db';
import { lockJob } from '@/data/job-writes';
import { findJob } from '@/data/jobs';
import { announceJob, announceNews } from '@/data/live';
import { insertMessage, listLinks } from '@/data/quote-links';
import { listQuotes } from '@/data/quotes';
import type { AnswerMessageInput } from '@/inputs/news-input';
import { changeAs } from '../asking/read-as';
import { guardTexts } from '../editing/guard-texts';

/** Writes to whoever has opened a link to a quote: their page shows it. */
export async function answerMessage(actor: PersonActor, input: AnswerMessageInput): Promise<Result<null>> {
  return changeAs(actor, async (db) => {
    if (!(await lockJob(db, input.number))) return failed('There is no such job.');
    const job = await findJob(db, input.number);
    const quote = job && (await listQuotes(db, job.id)).find(({ number }) => number === input.quote);
    if (!job || !quote) return failed('There is no such quote.');
    const read = (await listLinks(db, job.id)).some(
      ({ quoteNumber, openedAt, revokedAt, expiresAt }) =>
        quoteNumber === quote.number && openedAt !== null && revokedAt === null && expiresAt > actor.at,
    );
    if (!read) return failed('Nobody would read it: no link to this quote is open. Send one, or call.');
    const guarded = await guardTexts(db, actor, job.id, { words: input.words.trim() });
    if (!guarded.ok) return guarded;
    if (guarded.value.input.words === '') return failed('Write something.', 'words');
    await keepMessage(
      db,
      actor,
      { jobId: job.id, jobNumber: job.number, quote },
      {
        from: { personId: actor.personId },
        kind: 'words',
        words: guarded.value.input.words,
        compared: guarded.value.compared,
      },
    );
    return done(null);
  });
}

/** Keeps what was written on a quote, and tells everybody of it. */
export async function keepMessage(
  db: Db,
  actor: Actor,
  {
    jobId,
    jobNumber,
    quote,
  }: {
    readonly jobId: string;
    readonly jobNumber: number;
    readonly quote: { readonly id: string; readonly number: number };
  },
  {
    compared,
    ...message
  }: Pick<Parameters<typeof insertMessage>[1], 'from' | 'kind' | 'words'> & { readonly compared: number },
): Promise<void> {
  await insertMessage(db, { ...message, id: uuid(), quoteId: quote.id, at: actor.at });
  await appendAudit(db, actor, {
    action: actor.kind === 'customer' ? 'quote.message' : 'quote.answered',
    subjectKind: 'job',
    subjectId: jobId,
    details: { quote: quote.number, compared },
  });
  await announceJob(db, jobNumber);
  await announceNews(db);
}
