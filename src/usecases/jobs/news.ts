import { carName, formatJobNumber } from '@/core/job/job';
import { type NewsFact, type NewsKind, newsWords } from '@/core/job/news';
import type { PersonActor } from '@/core/kinds/actor';
import { type LocalDay, localMoment } from '@/core/kinds/local-time';
import { done, type Result } from '@/core/kinds/result';
import { optionName } from '@/core/quote/option-kinds';
import { dropOldRead, insertRead, listNews, listRead, type NewsRow } from '@/data/news';
import { getShopOrThrow } from '@/data/shop';
import type { NewsReadInput } from '@/inputs/news-input';
import { now } from '@/outside/clock';
import { nobody, readAs } from '../asking/read-as';
import { listWaits, type OpenWait } from './waits';

/** Something that happened, for one person. Moments by the shop's clock. */
export interface News {
  readonly id: string;
  readonly kind: NewsKind;
  readonly jobNumber: number;
  readonly car: string;
  readonly atMs: number;
  readonly what: string;
  readonly todo: string;
  /** The quote that was written on; null for other news. */
  readonly quote: number | null;
  /** Not read by this person, and nobody has seen to it. */
  readonly fresh: boolean;
}

const toldForDays = 14;
const most = 100;
const dayMs = 86_400_000;

/** What happened in the last two weeks, the newest first: how it stands, and what this person has not read of it. */
export async function readNews(
  actor: PersonActor,
): Promise<{ readonly zone: string; readonly today: LocalDay; readonly news: readonly News[] }> {
  const db = readAs(actor);
  const { at, personId } = actor;
  const { zone, locale } = await getShopOrThrow(db);
  const today = localMoment(at, zone).day;
  const [rows, waits] = await Promise.all([
    listNews(db, {
      personId,
      since: new Date(at.getTime() - toldForDays * dayMs),
      at,
      today,
      zone,
      limit: most,
    }),
    listWaits(actor),
  ]);
  const over = waits.filter(({ usualMs }) => usualMs <= at.getTime());
  const read = over.length === 0 ? new Set() : await listRead(db, personId, over.map(waitId));
  const news = await Promise.all(
    rows.map(async (row): Promise<News> => {
      const fact = factOf(await row);
      return {
        id: row.id,
        kind: row.kind,
        jobNumber: row.jobNumber,
        car: carName(row),
        atMs: row.at.getTime(),
        ...newsWords(fact, { zone, locale, at }),
        quote: row.kind === 'message' || row.kind === 'time' ? row.told.quote : null,
        fresh: !row.read && !row.settled,
      };
    }),
  );
  return {
    zone,
    today,
    news: [
      ...news,
      ...over.map((wait) => ({
        id: waitId(wait),
        kind: 'wait' as const,
        jobNumber: wait.jobNumber,
        car: wait.car,
        atMs: wait.usualMs,
        ...newsWords({ kind: 'wait', ends: wait.ends }, { zone, locale, at }),
        quote: null,
        fresh: !read.has(waitId(wait)),
      })),
    ].sort((a, b) => b.atMs - a.atMs),
  };
}

function waitId({ runId, fromMs }: OpenWait): string {
  return `wait:${runId}:${fromMs}`;
}

function factOf(row: NewsRow): NewsFact {
  switch (row.kind) {
    case 'accepted':
      return { kind: row.kind, ...row.told, option: optionName(row.told.option) };
    case 'late':
      return 'promisedBy' in row.told
        ? { kind: row.kind, ...row.told }
        : {
            kind: row.kind,
            from: new Date(row.told.from),
            heldAt: row.told.heldAt === null ? null : formatJobNumber(row.told.heldAt),
          };
    case 'message':
    case 'time':
      return { kind: row.kind, ...row.told };
    case 'answer':
      return { kind: row.kind, ...row.told };
    case 'parcel':
      return { kind: row.kind, ...row.told };
  }
}

/** Notes news as read by this person; ids that are not told are of no effect. */
export async function markNewsRead(actor: PersonActor, { ids }: NewsReadInput): Promise<Result<null>> {
  await insertRead(readAs(actor), actor.personId, ids, actor.at);
  return done(null);
}

/** What was read is kept as long as it could be told again. */
export function forgetOldRead(): Promise<number> {
  return dropOldRead(readAs(nobody), new Date(now().getTime() - 2 * toldForDays * dayMs));
}
