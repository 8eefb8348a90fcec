import { cookies } from 'next/headers';
import { isSecure } from '../session';

const name = 'kilnsman_offer';
const path = '/offer';

/** The cookie of a customer, which opens one quote and nothing else. */
export async function offerCookie(): Promise<string | undefined> {
  return (await cookies()).get(name)?.value;
}

export async function keepOfferCookie(value: string, expires: Date): Promise<void> {
  (await cookies()).set(name, value, {
    httpOnly: true,
    sameSite: 'lax',
    secure: isSecure(),
    path,
    expires,
  });
}
