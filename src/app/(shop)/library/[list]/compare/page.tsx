import { notFound } from 'next/navigation';
import { CompareRows } from '@/screens/library/compare-rows';
import { readRow } from '@/usecases/library/browse';
import { requireActor } from '../../../../session';
import { type ListPageProps, listNameOf } from '../../list-page';

export const metadata = { title: 'Side by side' };

interface ComparePageProps extends ListPageProps {
  readonly searchParams: Promise<{ readonly id?: string | string[] }>;
}

export default async function ComparePage({ params, searchParams }: ComparePageProps) {
  const actor = await requireActor();
  const list = await listNameOf(params);
  const { id } = await searchParams;
  const ids = Array.isArray(id) ? id.slice(0, 2) : [];
  const views = await Promise.all(ids.map((one) => readRow(actor, list, one.slice(0, 300))));
  const rows = views.flatMap((view) => (view?.row ? [{ ...view.row, name: view.name }] : []));
  if (rows.length !== 2) notFound();
  return <CompareRows list={list} rows={rows} />;
}
