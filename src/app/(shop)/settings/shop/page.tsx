import { Rules } from '@/screens/settings/rules';
import { readShopNow } from '@/usecases/shop/shop';
import { requireDuty } from '../../../session';
import { setHabitsAction, setRulesAction } from '../actions';

export const metadata = { title: 'Rules and habits' };

export default async function RulesPage() {
  const { shop } = await readShopNow(await requireDuty('manageShop'));
  return (
    <Rules
      rules={shop.rules}
      habits={shop.habits}
      lockMinutes={shop.lockMinutes}
      proveDepth={shop.proveDepth}
      arrivalForm={shop.arrivalForm}
      spelling={shop.spelling}
      onlyKeyHarmMinor={shop.onlyKeyHarmMinor}
      stolenLiveHarmMinor={shop.stolenLiveHarmMinor}
      awayKeyHarmMinor={shop.awayKeyHarmMinor}
      currency={shop.currency}
      onRules={setRulesAction}
      onHabits={setHabitsAction}
    />
  );
}
