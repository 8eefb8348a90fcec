import { notFound } from 'next/navigation';
import { isListName, type ListName } from '@/core/catalogue/lists/lists';

export interface ListPageProps {
  readonly params: Promise<{ readonly list: string }>;
}

/** The list an address names, or the page that says there is none. */
export async function listNameOf(params: ListPageProps['params']): Promise<ListName> {
  const { list } = await params;
  return isListName(list) ? list : notFound();
}
