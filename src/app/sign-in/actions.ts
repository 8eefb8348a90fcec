'use server';

import { redirect } from 'next/navigation';
import { signOut } from '@/usecases/people/sessions';
import { dropSession, findSession } from '../session';

export async function signOutAction(): Promise<void> {
  const session = await findSession();
  if (session.kind !== 'none') await signOut(session.actor);
  await dropSession();
  redirect('/sign-in');
}
