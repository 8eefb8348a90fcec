'use server';

import { redirect } from 'next/navigation';
import { failed, type Result } from '@/core/kinds/result';
import { parseInput } from '@/inputs/parse';
import { AcceptOfferInput, OfferMessageInput, OpenOfferInput } from '@/inputs/quote-inputs';
import { acceptOffer, openOffer, sendMessage } from '@/usecases/quote/customer';
import { answer } from '../run-action';
import { requestOrigin } from '../session';
import { keepOfferCookie, offerCookie } from './offer-cookie';

const ended = failed('This link has ended. Ask for a new one.');

/** Opens the link: from here on the cookie stands for it, and its words are gone from the address. */
export async function openOfferAction(data: unknown): Promise<Result<null>> {
  const opened = await answer(async () => {
    const parsed = parseInput(OpenOfferInput, data);
    return parsed.ok ? openOffer(parsed.value.token, (await requestOrigin()).device) : parsed;
  });
  if (!opened.ok) return opened;
  await keepOfferCookie(opened.value.cookie, opened.value.expiresAt);
  redirect('/offer');
}

export async function acceptOfferAction(data: unknown): Promise<Result<{ repeated: boolean }>> {
  return answer(async () => {
    const cookie = await offerCookie();
    const parsed = parseInput(AcceptOfferInput, data);
    if (!parsed.ok) return parsed;
    return cookie ? acceptOffer(cookie, (await requestOrigin()).device, parsed.value) : ended;
  });
}

export async function sendMessageAction(data: unknown): Promise<Result<null>> {
  return answer(async () => {
    const cookie = await offerCookie();
    const parsed = parseInput(OfferMessageInput, data);
    if (!parsed.ok) return parsed;
    return cookie ? sendMessage(cookie, (await requestOrigin()).device, parsed.value) : ended;
  });
}
