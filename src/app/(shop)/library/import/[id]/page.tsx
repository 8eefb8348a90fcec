import { notFound } from 'next/navigation';
import { isUuid } from '@/core/kinds/is-uuid';
import { importAnswer } from '@/formats/api/imports';
import { ImportView } from '@/screens/library/import-view';
import { readImportState } from '@/usecases/library/store-import';
import { requireActor } from '../../../../session';

export const metadata = { title: 'File' };

export default async function ImportViewPage({ params }: { params: Promise<{ id: string }> }) {
  const actor = await requireActor();
  const { id } = await params;
  if (!isUuid(id)) notFound();
  const found = await readImportState(actor, id);
  return <ImportView id={id} first={found ? importAnswer(found) : null} />;
}
