import { worksAnswer } from '@/formats/api/programs';
import { readWorks } from '@/usecases/quote/terms';
import { allowed, json } from '../../handler';

/** The works of today's prices. */
export const GET = allowed('works', async (actor) => json(worksAnswer(await readWorks(actor))));
