import { notFound, redirect } from 'next/navigation';
import { isUuid } from '@/core/kinds/is-uuid';
import { readLabel } from '@/usecases/quote/papers';
import { findSession, requireActor } from '../../session';

/** What the code on a key tag leads to: the job of the key, once somebody is signed in. */
export default async function TagPage({ params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  if ((await findSession()).kind === 'none' && isUuid(id)) redirect(`/sign-in?to=/tag/${id}`);
  const actor = await requireActor();
  const number = isUuid(id) ? await readLabel(actor, id) : undefined;
  if (number === undefined) notFound();
  redirect(`/jobs/${number}`);
}
