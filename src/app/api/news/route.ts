import { readNews } from '@/usecases/jobs/news';
import { json, watching } from '../handler';

/** What happened lately, and what of it whoever is signed in has not read. */
export const GET = watching(async (actor) => json(await readNews(actor)));
