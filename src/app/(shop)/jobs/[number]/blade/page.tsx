import { BladeStation } from '@/screens/blade/blade-station';
import { readJobBlade } from '@/usecases/benches/blade-bench';
import { readBladeCar } from '@/usecases/benches/blade-car';
import { readSecrets } from '@/usecases/secrets/secrets';
import { shopTime } from '@/usecases/shop/shop';
import { requireActor } from '../../../../session';
import {
  beginSheetAction,
  candidatesAction,
  checkCutAction,
  cutOnMachineAction,
  hangBittingAction,
  keepFoundCodeAction,
  keepTurnedAction,
  openSheetAction,
  readCutAction,
  readMeterAction,
  readWithDeviceAction,
  searchCodesAction,
} from '../../../benches/actions';
import { editable, type JobPageProps, loadJob } from '../job-page';

export default async function BladePage({ params }: JobPageProps) {
  const actor = await requireActor();
  const view = await loadJob((await params).number);
  const [blade, { secrets }, car] = await Promise.all([
    readJobBlade(actor, view),
    readSecrets(actor, view.job),
    readBladeCar(actor, view),
  ]);
  return (
    <BladeStation
      job={editable(view)}
      keyway={blade?.keyway}
      locks={blade?.locks ?? []}
      found={blade?.found ?? []}
      secrets={secrets.filter(({ kind }) => kind === 'bitting' || kind === 'keyCode')}
      zone={view.shop.zone}
      today={view.now.day}
      currency={view.shop.currency}
      locale={view.shop.locale}
      log={view.job.log}
      car={car}
      tries={{
        onCandidates: candidatesAction,
        onBegin: beginSheetAction,
        onOpen: openSheetAction,
        onKeepTurned: keepTurnedAction,
      }}
      time={shopTime(actor)}
      onMeter={readMeterAction}
      cuts={{ onCut: cutOnMachineAction, onRead: readCutAction, onCheck: checkCutAction }}
      onSearch={searchCodesAction}
      onDevice={readWithDeviceAction}
      onHang={hangBittingAction}
      onKeepCode={keepFoundCodeAction}
    />
  );
}
