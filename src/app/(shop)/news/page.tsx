import { NewsList } from '@/screens/news/news-list';
import { readNews } from '@/usecases/jobs/news';
import { requireActor } from '../../session';
import { answerMessageAction, markNewsReadAction } from './actions';

export const metadata = { title: 'News' };

export default async function NewsPage() {
  const { news, zone, today } = await readNews(await requireActor());
  return (
    <NewsList
      news={news}
      zone={zone}
      today={today}
      onRead={markNewsReadAction}
      onAnswer={answerMessageAction}
    />
  );
}
