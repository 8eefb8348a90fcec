import { redirect } from 'next/navigation';
import { SetUp } from '@/screens/set-up/set-up';
import { isShopSetUp } from '@/usecases/people/set-up';
import { setUpAction } from './actions';

export const metadata = { title: 'Set up the shop' };

export default async function SetUpPage() {
  if (await isShopSetUp()) redirect('/sign-in');
  return <SetUp onSetUp={setUpAction} />;
}
