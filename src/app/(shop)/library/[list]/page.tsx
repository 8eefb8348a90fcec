import type { Metadata } from 'next';
import { listOf } from '@/core/catalogue/lists/lists';
import { readAfter } from '@/inputs/library-inputs';
import { ListPage } from '@/screens/library/list-page';
import { readListPage } from '@/usecases/library/browse';
import { requireActor } from '../../../session';
import { type ListPageProps, listNameOf } from '../list-page';

interface LibraryListProps extends ListPageProps {
  readonly searchParams: Promise<{ readonly q?: string | string[]; readonly after?: string | string[] }>;
}

export async function generateMetadata({ params }: ListPageProps): Promise<Metadata> {
  return { title: listOf(await listNameOf(params)).title };
}

export default async function LibraryListPage({ params, searchParams }: LibraryListProps) {
  const actor = await requireActor();
  const name = await listNameOf(params);
  const { q, after } = await searchParams;
  const search = typeof q === 'string' ? q.slice(0, 100) : '';
  const from = readAfter(after);
  const { rows, total, next } = await readListPage(actor, name, search, from);
  return (
    <ListPage
      key={`${search} ${from?.join(' ')}`}
      name={name}
      rows={rows}
      total={total}
      next={next}
      search={search}
      isFirst={from === undefined}
    />
  );
}
