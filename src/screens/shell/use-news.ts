'use client';

import { usePathname } from 'next/navigation';
import { useCallback, useEffect, useRef, useState } from 'react';
import { formatJobNumber } from '@/core/job/job';
import { newsKinds } from '@/core/job/news';
import { noteUnreachable } from '@/ui/connection';
import { useTitleNews } from '@/ui/page-title';
import { say } from '@/ui/say';
import { useChanges } from '@/ui/use-changes';
import type { News } from '@/usecases/jobs/news';
import { tellNews, useTellsNews } from '../parts/tell-news';

const everyMs = 60_000;
const firstMs = 1_500;

/**
 * What is new for whoever is signed in, on every page: asked for when something happens, and each minute for what time alone makes
 * new. Told once; what stands at the station that is open counts as read.
 * @returns how much is new
 */
export function useNews(onRead: (data: unknown) => Promise<unknown>): number {
  const path = usePathname();
  const [news, setNews] = useState<readonly News[]>([]);
  const known = useRef<Set<string>>(undefined);
  const [visible, setVisible] = useState(true);
  const tells = useTellsNews();
  const look = useCallback(async () => {
    try {
      const answer = await fetch('/api/news', { cache: 'no-store' });
      if (!answer.ok) return;
      const told = ((await answer.json()) as { news: readonly News[] }).news.filter(({ fresh }) => fresh);
      const before = known.current;
      known.current = new Set([...(before ?? []), ...told.map(({ id }) => id)]);
      setNews(told);
      // A wait sounds by its own bar.
      const [first, ...more] = before
        ? told.filter(({ id, kind }) => !before.has(id) && kind !== 'wait')
        : [];
      if (!first) return;
      const title = `${newsKinds[first.kind].name}: ${formatJobNumber(first.jobNumber)}`;
      say(more.length === 0 ? title : `${title}, and ${more.length} more`);
      if (tells.current)
        tellNews({
          title: more.length === 0 ? title : `${title}, and ${more.length} more`,
          tag: first.id,
          href: more.length === 0 ? `/jobs/${first.jobNumber}/${newsKinds[first.kind].station}` : '/news',
        });
    } catch {
      noteUnreachable();
    }
  }, [tells]);

  useEffect(() => {
    // What the page itself needs comes first.
    const first = setTimeout(look, firstMs);
    const timer = setInterval(look, everyMs);
    const seen = () => {
      setVisible(!document.hidden);
      if (!document.hidden) void look();
    };
    setVisible(!document.hidden);
    document.addEventListener('visibilitychange', seen);
    return () => {
      clearTimeout(first);
      clearInterval(timer);
      document.removeEventListener('visibilitychange', seen);
    };
  }, [look]);
  useChanges(
    null,
    useCallback(() => void look(), [look]),
  );

  const here = news.filter(({ jobNumber, kind }) => path === `/jobs/${jobNumber}/${newsKinds[kind].station}`);
  const ids = here.map(({ id }) => id).join(' ');
  // biome-ignore lint/correctness/useExhaustiveDependencies: the ids are what was read; others come with another page
  useEffect(() => {
    if (ids === '' || !visible) return;
    onRead({ ids: ids.split(' ') }).then(look, noteUnreachable);
  }, [ids, visible]);

  // Another list may have been read on the page of news.
  // biome-ignore lint/correctness/useExhaustiveDependencies: another page asks again
  useEffect(() => {
    if (known.current) void look();
  }, [path]);

  const count = news.length - here.length;
  useTitleNews(count);
  return count;
}
