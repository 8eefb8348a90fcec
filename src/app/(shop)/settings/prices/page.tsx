import { blankRules } from '@/core/quote/price-rules';
import { PricesPage } from '@/screens/prices/prices-page';
import { readPriceSettings } from '@/usecases/quote/price-settings';
import { requireDuty } from '../../../session';
import {
  addCouponAction,
  changeCurrencyAction,
  currencyEffectAction,
  endAccountAction,
  endCouponAction,
  priceEffectAction,
  saveAccountAction,
  savePriceRulesAction,
  setOpenHoursAction,
} from '../actions';

export const metadata = { title: 'Prices' };

export default async function PriceSettingsPage() {
  const { shop, book, taxBasisPoints, accounts, coupons } = await readPriceSettings(
    await requireDuty('manageShop'),
  );
  return (
    <PricesPage
      bookId={book?.id ?? null}
      rules={book?.rules ?? blankRules}
      taxBasisPoints={taxBasisPoints}
      accounts={accounts}
      coupons={coupons}
      open={shop.open}
      holidays={shop.holidays}
      currency={shop.currency}
      locale={shop.locale}
      unit={shop.distanceUnit}
      actions={{
        onEffect: priceEffectAction,
        onSave: savePriceRulesAction,
        onAccount: saveAccountAction,
        onEndAccount: endAccountAction,
        onCoupon: addCouponAction,
        onEndCoupon: endCouponAction,
        onOpen: setOpenHoursAction,
        onCurrency: changeCurrencyAction,
        onCurrencyEffect: currencyEffectAction,
      }}
    />
  );
}
