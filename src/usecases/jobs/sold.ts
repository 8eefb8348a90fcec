import type { Job } from '@/core/job/job';
import type { PaperOption } from '@/core/quote/paper';
import type { Db } from '@/data/db';
import { listAcceptances } from '@/data/quote-links';
import type { QuoteRow } from '@/data/quotes';

/** What a customer buys: one option of a quote. */
export interface Sold {
  readonly quote: QuoteRow;
  readonly option: PaperOption;
  /** Whether it was accepted; otherwise it is what was offered last. */
  readonly accepted: boolean;
}

/** What was accepted of a job's quotes, or offered where nobody noted an acceptance; undefined where nothing was quoted. */
export async function readSold(
  db: Db,
  { job, quotes }: { readonly job: Pick<Job, 'id'>; readonly quotes: readonly QuoteRow[] },
): Promise<Sold | undefined> {
  const [accepted] = await listAcceptances(db, job.id);
  const quote = quotes.find(({ number }) => number === accepted?.quoteNumber) ?? quotes[0];
  if (!quote) return undefined;
  const { chosen, alternatives } = quote.paper;
  const option = [chosen, ...alternatives].find(({ kind }) => kind === accepted?.option) ?? chosen;
  return { quote, option, accepted: accepted !== undefined };
}
