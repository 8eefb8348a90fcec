'use client';

import Link from 'next/link';
import { formatJobNumber } from '@/core/job/job';
import { type NewsKind, newsKinds } from '@/core/job/news';
import { formatDay, localMoment } from '@/core/kinds/local-time';
import type { Result } from '@/core/kinds/result';
import { Button } from '@/ui/button';
import { classNames } from '@/ui/class-names';
import { Badge, type Tone } from '@/ui/notice';
import { Page } from '@/ui/page';
import { Problems } from '@/ui/problems';
import { useSave } from '@/ui/use-submit';
import type { News } from '@/usecases/jobs/news';
import { AnswerForm, type OnAnswer } from '../parts/answer-form';
import { NewsDevice } from './news-device';

interface NewsListProps {
  readonly news: readonly News[];
  readonly zone: string;
  readonly today: string;
  readonly onRead: (data: unknown) => Promise<Result<null>>;
  readonly onAnswer: OnAnswer;
}

const tones: Record<NewsKind, Tone> = {
  accepted: 'glaze',
  message: 'smalt',
  time: 'ochre',
  answer: 'smalt',
  parcel: 'ochre',
  wait: 'ochre',
  late: 'oxide',
};

/** What happened while nobody looked, each with what to do: the new first, what was read below. */
export function NewsList({ news, zone, today, onRead, onAnswer }: NewsListProps) {
  const read = useSave(onRead);
  const fresh = news.filter((one) => one.fresh);
  const older = news.filter((one) => !one.fresh);
  return (
    <Page
      title="News"
      note="Of the last two weeks. What you have read is new to others until they read it too."
      actions={
        fresh.length > 0 && (
          <Button
            look="quiet"
            busy={read.pending}
            onClick={() => read.send({ ids: fresh.map(({ id }) => id) })}
          >
            Mark all as read
          </Button>
        )
      }
    >
      <Problems problems={read.problems} />
      {fresh.length === 0 && (
        <p className="rounded-lg border border-dashed border-edge p-6 text-center text-mute">
          Nothing is new. What customers accept or write, answers of the code service, parcels that are due
          and promises in danger stand here at once.
        </p>
      )}
      {fresh.length > 0 && (
        <section aria-label="New" className="flex flex-col gap-2">
          <h2 className="font-semibold">
            New <span className="text-mute">{fresh.length}</span>
          </h2>
          <ul className="flex flex-col gap-2">
            {fresh.map((one) => (
              <NewsRow key={one.id} news={one} zone={zone} today={today}>
                {one.quote !== null && (
                  <div className="mt-2">
                    <AnswerForm jobNumber={one.jobNumber} quote={one.quote} onAnswer={onAnswer} />
                  </div>
                )}
                <Button
                  look="quiet"
                  className="mt-2"
                  busy={read.pending}
                  aria-label={`Mark as read: ${newsKinds[one.kind].name}, ${formatJobNumber(one.jobNumber)}`}
                  onClick={() => read.send({ ids: [one.id] })}
                >
                  Mark as read
                </Button>
              </NewsRow>
            ))}
          </ul>
        </section>
      )}
      {older.length > 0 && (
        <section aria-label="Read or seen to" className="flex flex-col gap-2">
          <h2 className="mt-2 font-semibold">
            Read or seen to <span className="text-mute">{older.length}</span>
          </h2>
          <ul className="flex flex-col gap-2">
            {older.map((one) => (
              <NewsRow key={one.id} news={one} zone={zone} today={today} />
            ))}
          </ul>
        </section>
      )}
      <NewsDevice />
    </Page>
  );
}

function NewsRow({
  news: { kind, jobNumber, car, atMs, what, todo, fresh },
  zone,
  today,
  children,
}: {
  readonly news: News;
  readonly zone: string;
  readonly today: string;
  readonly children?: React.ReactNode;
}) {
  const { day, hour } = localMoment(new Date(atMs), zone);
  return (
    <li
      className={classNames(
        'rounded-lg border bg-biscuit p-3',
        fresh ? 'border-ink border-l-[6px]' : 'border-line',
      )}
    >
      <p className="flex flex-wrap items-center gap-x-3 gap-y-1">
        <Badge tone={tones[kind]}>{newsKinds[kind].name}</Badge>
        <Link
          href={`/jobs/${jobNumber}/${newsKinds[kind].station}`}
          prefetch={false}
          className="inline-flex min-h-11 items-center gap-2 font-semibold underline"
        >
          <span className="font-mono">{formatJobNumber(jobNumber)}</span> {car}
        </Link>
        <span className="ml-auto text-small text-mute">{`${formatDay(day, today)} ${hour}`}</span>
      </p>
      <p className="break-words">{what}</p>
      {fresh && <p className="font-semibold">{todo}</p>}
      {children}
    </li>
  );
}
