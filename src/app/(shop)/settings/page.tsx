import { cookies } from 'next/headers';
import { mayDo } from '@/core/authority/roles';
import { PriceClass } from '@/screens/settings/price-class';
import { Settings } from '@/screens/settings/settings';
import { Page } from '@/ui/page';
import { readShopNow } from '@/usecases/shop/shop';
import { requireActor } from '../../session';
import { signOutAction } from '../../sign-in/actions';
import { keepThemeAction, setPriceClassAction } from './actions';

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
      {mayDo(actor.role, 'manageShop') && (
        <PriceClass minor={shop.priceClassMinor} currency={shop.currency} onSet={setPriceClassAction} />
      )}
    </Page>
  );
}
