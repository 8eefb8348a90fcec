import { zonesWith } from '@/core/kinds/zones';
import { FirmSettings } from '@/screens/settings/firm';
import { firmOf, readMarkets } from '@/usecases/shop/firm';
import { readShopNow } from '@/usecases/shop/shop';
import { requireDuty } from '../../../session';
import { removeLogoAction, saveFirmAction, saveOwnTextsAction, saveStandardsAction } from '../actions';

export const metadata = { title: 'Firm' };

export default async function FirmPage() {
  const actor = await requireDuty('manageShop');
  const [{ shop }, markets] = await Promise.all([readShopNow(actor), readMarkets(actor)]);
  const { zone, locale, distanceUnit, market, quoteValidDays, paperSize, ownTexts } = shop;
  return (
    <FirmSettings
      firm={firmOf(shop)}
      standards={{ zone, locale, distanceUnit, market, quoteValidDays, paperSize }}
      texts={ownTexts}
      zones={zonesWith(zone)}
      markets={market === '' ? markets : [...new Set([...markets, market])]}
      onFirm={saveFirmAction}
      onRemoveLogo={removeLogoAction}
      onStandards={saveStandardsAction}
      onTexts={saveOwnTextsAction}
    />
  );
}
