import { readNews } from '@/usecases/jobs/news';
import { findWatcher } from '../../../session';
import { handler, json, problem } from '../../handler';

/** How much is new: all that a locked screen is told. */
export const GET = handler(async () => {
  const actor = await findWatcher({ locked: true });
  if (!actor) return problem(401, 'Sign in first.');
  const { news } = await readNews(actor);
  return json({ count: news.filter(({ fresh }) => fresh).length });
});
