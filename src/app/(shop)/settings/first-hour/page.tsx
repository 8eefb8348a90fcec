import { nextStep } from '@/core/kinds/first-hour';
import { FirstHourPage } from '@/screens/settings/first-hour';
import { trialLine } from '@/usecases/benches/trial-call';
import { readFirstHour } from '@/usecases/shop/first-hour';
import { requireDuty } from '../../../session';
import { setFirstStepAction, tryPriceAction } from '../actions';

export const metadata = { title: 'First hour' };

export default async function FirstHour() {
  const actor = await requireDuty('manageShop');
  const hour = await readFirstHour(actor);
  return (
    <FirstHourPage
      hour={hour}
      next={nextStep(hour)}
      line={await trialLine(actor)}
      onStep={setFirstStepAction}
      onPrice={tryPriceAction}
    />
  );
}
