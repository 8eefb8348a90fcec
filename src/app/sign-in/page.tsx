import { redirect } from 'next/navigation';
import { SignIn } from '@/screens/sign-in/sign-in';
import { readSignInOffer } from '@/usecases/sessions';
import { findActor } from '../session';
import { signInAction } from './actions';

export const metadata = { title: 'Sign in' };

export default async function SignInPage() {
  if (await findActor()) redirect('/jobs');
  const offer = await readSignInOffer();
  if (!offer) redirect('/set-up');
  return <SignIn shopName={offer.shopName} people={offer.people} onSignIn={signInAction} />;
}
