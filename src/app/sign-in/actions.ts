'use server';

import { redirect } from 'next/navigation';
import type { Failed } from '@/core/kinds/result';
import { parseInput } from '@/inputs/parse';
import { SignInInput } from '@/inputs/sign-in-input';
import { signIn, signOut } from '@/usecases/sessions';
import { answer } from '../run-action';
import { dropSession, findSession, keepSession, requestOrigin } from '../session';

export async function signInAction(data: unknown): Promise<Failed> {
  return answer(async () => {
    const input = parseInput(SignInInput, data);
    if (!input.ok) return input;
    const started = await signIn(await requestOrigin(), input.value);
    if (!started.ok) return started;
    await keepSession(started.value.token);
    redirect('/jobs');
  });
}

export async function signOutAction(): Promise<void> {
  const session = await findSession();
  if (session.kind !== 'none') await signOut(session.actor);
  await dropSession();
  redirect('/sign-in');
}
