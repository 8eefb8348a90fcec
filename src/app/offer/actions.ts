'use server';

import { revalidatePath } from 'next/cache';
import { redirect } from 'next/navigation';
import { failed, type Result } from '@/core/kinds/result';
import { parseInput } from '@/inputs/parse';
import { AcceptOfferInput, OfferMessageInput, OpenOfferInput } from '@/inputs/quote-inputs';
import type { FormAnswer } from '@/ui/form-answer';
import { acceptOffer, openOffer, sendMessage } from '@/usecases/quote/customer';
import { answer } from '../run-action';
import { requestOrigin } from '../session';
import { keepOfferCookie, offerCookie } from './offer-cookie';

const ended = failed('This link has ended. Ask for a new one.');

/*
 * The forms of the customer's page are sent by the browser itself where no script runs. What was typed comes back with what is wrong, so
 * that it is not lost.
 */

/** Opens the link: from here on the cookie stands for it, and its words are gone from the address. */
export async function openOfferAction(_before: FormAnswer, form: unknown): Promise<FormAnswer> {
  const opened = await answer(async () => {
    const parsed = parseInput(OpenOfferInput, textsOf(form, ['token']));
    return parsed.ok ? openOffer(parsed.value.token, (await requestOrigin()).device) : parsed;
  });
  if (!opened.ok) return shown(opened, {});
  await keepOfferCookie(opened.value.cookie, opened.value.expiresAt);
  redirect('/offer');
}

export async function acceptOfferAction(_before: FormAnswer, form: unknown): Promise<FormAnswer> {
  const { version, ...texts } = textsOf(form, ['version', 'option', 'when', 'where', 'signature']);
  const accepted = await answer(async () => {
    const cookie = await offerCookie();
    const parsed = parseInput(AcceptOfferInput, { ...texts, version: Number(version) });
    if (!parsed.ok) return parsed;
    return cookie ? acceptOffer(cookie, (await requestOrigin()).device, parsed.value) : ended;
  });
  revalidatePath('/offer');
  return shown(accepted, texts);
}

export async function sendMessageAction(_before: FormAnswer, form: unknown): Promise<FormAnswer> {
  const texts = textsOf(form, ['kind', 'words']);
  const sent = await answer(async () => {
    const cookie = await offerCookie();
    const parsed = parseInput(OfferMessageInput, texts);
    if (!parsed.ok) return parsed;
    return cookie ? sendMessage(cookie, (await requestOrigin()).device, parsed.value) : ended;
  });
  if (sent.ok) revalidatePath('/offer');
  return shown(sent, texts);
}

/** The fields of a form that are texts; those that are missing are empty. */
function textsOf<Name extends string>(form: unknown, names: readonly Name[]): Record<Name, string> {
  const text = (name: Name) => {
    const value = form instanceof FormData ? form.get(name) : null;
    return typeof value === 'string' ? value : '';
  };
  return Object.fromEntries(names.map((name) => [name, text(name)])) as Record<Name, string>;
}

function shown(result: Result<unknown>, typed: Readonly<Record<string, string>>): FormAnswer {
  return result.ok
    ? { done: true, problems: [], typed: {} }
    : { done: false, problems: result.problems, typed };
}
