'use server';

import type { Result } from '@/core/kinds/result';
import { AnswerMessageInput, NewsReadInput } from '@/inputs/news-input';
import { markNewsRead } from '@/usecases/jobs/news';
import { answerMessage } from '@/usecases/quote/messages';
import { runAction } from '../../run-action';

export async function markNewsReadAction(data: unknown): Promise<Result<null>> {
  return runAction(NewsReadInput, data, markNewsRead);
}

export async function answerMessageAction(data: unknown): Promise<Result<null>> {
  return runAction(AnswerMessageInput, data, answerMessage);
}
