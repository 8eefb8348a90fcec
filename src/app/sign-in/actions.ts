'use server';

import { redirect } from 'next/navigation';
import type { Failed } from '@/core/kinds/result';
import { parseInput } from '@/inputs/parse';
import { SignInInput } from '@/inputs/sign-in-input';
import { signIn, signOut } from '@/usecases/sessions';
import { ownPath } from '../own-path';
import { answer } from '../run-action';
import { dropSession, findSession, keepSession, requestOrigin } from '../session';

/** @param to where the person was going; anything but a path of this server is the list of jobs */
export async function signInAction(to: unknown, data: unknown): Promise<Failed> {
  return answer(async () => {
    const input = parseInput(SignInInput, data);
    if (!input.ok) return input;
    const started = await signIn(await requestOrigin(), input.value);
    if (!started.ok) return started;
    await keepSession(started.value.token);
    redirect(ownPath(to));
  });
}

export async function signOutAction(): Promise<void> {
  const session = await findSession();
  if (session.kind !== 'none') await signOut(session.actor);
  await dropSession();
  redirect('/sign-in');
}
