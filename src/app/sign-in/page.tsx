import { redirect } from 'next/navigation';
import { SignIn } from '@/screens/sign-in/sign-in';
import { readSignInOffer } from '@/usecases/people/sign-in';
import { ownPath } from '../own-path';
import { findActor } from '../session';

export const metadata = { title: 'Sign in' };

export default async function SignInPage({
  searchParams,
}: {
  searchParams: Promise<{ readonly to?: string | string[] }>;
}) {
  const { to: asked } = await searchParams;
  const to = ownPath(asked);
  if (await findActor()) redirect(to);
  const offer = await readSignInOffer();
  if (!offer) redirect('/set-up');
  return <SignIn shopName={offer.shopName} people={offer.people} to={to} />;
}
