import { cookies } from 'next/headers';
import { Settings } from '@/screens/settings/settings';
import { Page } from '@/ui/page';
import { readShopNow } from '@/usecases/shop';
import { requireActor } from '../../session';
import { signOutAction } from '../../sign-in/actions';
import { keepThemeAction } from './actions';

export const metadata = { title: 'Settings' };

export default async function SettingsPage() {
  const actor = await requireActor();
  const { shop } = await readShopNow(actor);
  const theme = (await cookies()).get('theme')?.value;
  return (
    <Page title="Settings">
      <Settings
        person={actor}
        shop={shop}
        theme={theme === 'light' || theme === 'dark' ? theme : 'auto'}
        onTheme={keepThemeAction}
        onSignOut={signOutAction}
      />
    </Page>
  );
}
