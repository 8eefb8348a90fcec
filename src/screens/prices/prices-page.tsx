'use client';

import type { DistanceUnit } from '@/core/kinds/units';
import type { Coupon, PriceRules, TradeAccount } from '@/core/quote/price-rules';
import type { TaxClass } from '@/core/quote/quote';
import { Page } from '@/ui/page';
import type { PriceEffect } from '@/usecases/quote/price-settings';
import { AccountsPanel } from './accounts-panel';
import type { Action } from './actions';
import { CouponsPanel } from './coupons-panel';
import { RulesForm } from './rules-form';
import { ShopPanel } from './shop-panel';

interface PricesPageProps {
  readonly bookId: string | null;
  readonly rules: PriceRules;
  readonly taxBasisPoints: Readonly<Record<TaxClass, number>>;
  readonly accounts: readonly (TradeAccount & { readonly id: string })[];
  readonly coupons: readonly (Coupon & { readonly id: string })[];
  readonly open: { readonly days: readonly number[]; readonly from: string; readonly to: string };
  readonly holidays: readonly { readonly day: string; readonly name: string }[];
  readonly currency: string;
  readonly locale: string;
  readonly unit: DistanceUnit;
  readonly actions: {
    readonly onEffect: Action<readonly PriceEffect[]>;
    readonly onSave: Action<{ id: string }>;
    readonly onAccount: Action;
    readonly onEndAccount: Action;
    readonly onCoupon: Action;
    readonly onEndCoupon: Action;
    readonly onOpen: Action;
    readonly onCurrency: Action;
    readonly onCurrencyEffect: Action<readonly PriceEffect[]>;
  };
}

/** By what the shop prices: both books, rules, taxes, accounts, coupons, hours and currency. */
export function PricesPage(props: PricesPageProps) {
  const { actions, currency, locale } = props;
  return (
    <Page title="Prices" note="Quotes that were made keep the prices of their day, whatever changes here.">
      <RulesForm
        key={props.bookId}
        bookId={props.bookId}
        rules={props.rules}
        taxBasisPoints={props.taxBasisPoints}
        currency={currency}
        locale={locale}
        unit={props.unit}
        onEffect={actions.onEffect}
        onSave={actions.onSave}
      />
      <AccountsPanel accounts={props.accounts} onSave={actions.onAccount} onEnd={actions.onEndAccount} />
      <CouponsPanel
        coupons={props.coupons}
        currency={currency}
        locale={locale}
        onAdd={actions.onCoupon}
        onEnd={actions.onEndCoupon}
      />
      <ShopPanel
        open={props.open}
        holidays={props.holidays}
        currency={currency}
        onOpen={actions.onOpen}
        locale={locale}
        onCurrency={actions.onCurrency}
        onEffect={actions.onCurrencyEffect}
      />
    </Page>
  );
}
