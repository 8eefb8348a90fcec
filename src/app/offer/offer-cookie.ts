import { cookies } from 'next/headers';
import { isSecure } from '../session';

const path = '/offer';

/** The cookie of a customer, which opens one quote and nothing else. */
export async function offerCookie(): Promise<string | undefined> {
  return (await cookies()).get(cookieName())?.value;
}

/** Its path is not the root, so the prefix that browsers hold to secure connections only. */
function cookieName(): string {
  return `${isSecure() ? '__Secure-' : ''}kilnsman_offer`;
}

export async function keepOfferCookie(value: string, expires: Date): Promise<void> {
  (await cookies()).set(cookieName(), value, {
    httpOnly: true,
    sameSite: 'lax',
    secure: isSecure(),
    path,
    expires,
  });
}
