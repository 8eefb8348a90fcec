'use server';

import { redirect } from 'next/navigation';
import type { Failed } from '@/core/kinds/result';
import { parseInput } from '@/inputs/parse';
import { SetUpInput } from '@/inputs/set-up-input';
import { setUpShop } from '@/usecases/people/set-up';
import { answer } from '../run-action';
import { keepSession, requestOrigin } from '../session';

export async function setUpAction(data: unknown): Promise<Failed> {
  return answer(async () => {
    const input = parseInput(SetUpInput, data);
    if (!input.ok) return input;
    const made = await setUpShop(await requestOrigin(), input.value);
    if (!made.ok) return made;
    await keepSession(made.value.token);
    redirect('/settings/first-hour');
  });
}
