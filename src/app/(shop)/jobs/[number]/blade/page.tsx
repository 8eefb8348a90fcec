import { BladeStation } from '@/screens/blade/blade-station';
import { readJobBlade } from '@/usecases/benches/blade-bench';
import { readSecrets } from '@/usecases/secrets/secrets';
import { requireActor } from '../../../../session';
import {
  hangBittingAction,
  keepFoundCodeAction,
  readWithDeviceAction,
  searchCodesAction,
} from '../../../benches/actions';
import { editable, type JobPageProps, loadJob } from '../job-page';

export default async function BladePage({ params }: JobPageProps) {
  const actor = await requireActor();
  const view = await loadJob((await params).number);
  const [blade, { secrets }] = await Promise.all([readJobBlade(actor, view), readSecrets(actor, view.job)]);
  return (
    <BladeStation
      job={editable(view)}
      keyway={blade?.keyway}
      locks={blade?.locks ?? []}
      found={blade?.found ?? []}
      secrets={secrets.filter(({ kind }) => kind === 'bitting' || kind === 'keyCode')}
      zone={view.shop.zone}
      onSearch={searchCodesAction}
      onDevice={readWithDeviceAction}
      onHang={hangBittingAction}
      onKeepCode={keepFoundCodeAction}
    />
  );
}
