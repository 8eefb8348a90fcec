import { v7 as uuid } from 'uuid';
import type { PersonActor } from '@/core/kinds/actor';
import { addDays } from '@/core/kinds/local-time';
import { done, failed, type Result } from '@/core/kinds/result';
import { paperOf } from '@/core/quote/paper';
import { insertQuote } from '@/data/quotes';
import type { OfferQuoteInput } from '@/inputs/job-inputs';
import { type Edited, editJob } from '../editing/edit-job';
import { sections } from '../editing/sections';
import { carOnPaper, jobViewIn } from '../view/job-view';

/** Freezes the options as they stand now under a number, with one of them offered. */
export async function offerQuote(
  actor: PersonActor,
  input: OfferQuoteInput,
): Promise<Result<{ version: number; quoteNumber: number }> | Edited> {
  let quoteNumber = 0;
  const edited = await editJob(actor, input, sections.quote, async (db, job) => {
    const view = await jobViewIn(db, actor, job.number);
    const option = view?.quote?.options.find(({ kind }) => kind === input.option);
    if (!view?.quote || !option) return failed('Choose the route first: the price rests on it.', 'option');
    if (!option.available) return failed(`This option cannot be had: ${option.reason}`, 'option');
    const car = carOnPaper(view);
    const paper = paperOf(input.option, view.quote, car, view.shop.ownTexts);
    if (!paper) return failed('This option cannot be had.', 'option');
    const { request, snapshot, options, secondKey } = view.quote;
    quoteNumber = await insertQuote(db, {
      id: uuid(),
      jobId: job.id,
      offered: input.option,
      totalMinor: option.totalMinor,
      currency: snapshot.currency,
      validUntil: addDays(snapshot.at.day, snapshot.quoteValidDays),
      madeAt: actor.at,
      madeById: actor.personId,
      frozen: { request, snapshot, options, secondKey, car, paper },
    });
    return undefined;
  });
  return edited.ok ? done({ ...edited.value, quoteNumber }) : edited;
}
