import { notFound, redirect } from 'next/navigation';
import { isUuid } from '@/core/kinds/is-uuid';
import { readLabel } from '@/usecases/quote/papers';
import { requireActor } from '../../session';

/** What the code on a key tag leads to: the job of the key, once somebody is signed in. */
export default async function TagPage({ params }: { params: Promise<{ id: string }> }) {
  const actor = await requireActor();
  const { id } = await params;
  const number = isUuid(id) ? await readLabel(actor, id) : undefined;
  if (number === undefined) notFound();
  redirect(`/jobs/${number}`);
}
