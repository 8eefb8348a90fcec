'use server';

import { redirect } from 'next/navigation';
import type { Failed } from '@/core/kinds/result';
import { parseInput } from '@/inputs/parse';
import { UnlockInput } from '@/inputs/people-inputs';
import { unlock } from '@/usecases/sessions';
import { ownPath } from '../own-path';
import { answer } from '../run-action';
import { findSession } from '../session';

export async function unlockAction(data: unknown): Promise<Failed> {
  return answer(async () => {
    const { to, ...sent } = (data ?? {}) as { to?: unknown };
    const input = parseInput(UnlockInput, sent);
    if (!input.ok) return input;
    const session = await findSession();
    if (session.kind === 'none') redirect('/sign-in');
    if (session.kind === 'locked') {
      const opened = await unlock(session.actor, input.value.passcode);
      if (!opened.ok) return opened;
    }
    redirect(ownPath(to));
  });
}
