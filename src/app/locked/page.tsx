import { redirect } from 'next/navigation';
import { Locked } from '@/screens/sign-in/locked';
import { ownPath } from '../own-path';
import { findSession } from '../session';
import { signOutAction } from '../sign-in/actions';

export const metadata = { title: 'Locked' };

interface LockedPageProps {
  readonly searchParams: Promise<{ readonly to?: string }>;
}

export default async function LockedPage({ searchParams }: LockedPageProps) {
  const to = ownPath((await searchParams).to);
  const session = await findSession();
  if (session.kind === 'none') redirect('/sign-in');
  if (session.kind === 'live') redirect(to);
  return (
    <Locked name={session.actor.name} personId={session.actor.personId} to={to} onSignOut={signOutAction} />
  );
}
