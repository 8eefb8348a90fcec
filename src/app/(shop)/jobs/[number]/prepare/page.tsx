import { AuthorityPart } from '@/screens/authority/authority-part';
import { BureauPanel } from '@/screens/authority/bureau-panel';
import { RefusePanel } from '@/screens/authority/refuse-panel';
import { RulesPanel } from '@/screens/authority/rules-panel';
import { SecretsPanel } from '@/screens/authority/secrets-panel';
import { readSecrets } from '@/usecases/secrets/secrets';
import { requireActor } from '../../../../session';
import {
  askBureauAction,
  bittingAction,
  keepSecretAction,
  recordAuthorityAction,
  refuseJobAction,
} from '../../actions';
import { editable, type JobPageProps, loadJob } from '../job-page';

export default async function PreparePage({ params }: JobPageProps) {
  const actor = await requireActor();
  const { number } = await params;
  const view = await loadJob(number);
  const { job, shop } = view;
  const { secrets, enquiries, fees } = await readSecrets(actor, job);
  return (
    <>
      <AuthorityPart
        key={`advance ${job.version}`}
        job={editable(view)}
        stage="advance"
        recorded={job.authority.find(({ stage }) => stage === 'advance')}
        other={job.authority.find(({ stage }) => stage === 'onSite')}
        rules={shop.rules}
        customer={job.call.name}
        zone={shop.zone}
        onRecord={recordAuthorityAction}
      />
      <SecretsPanel
        job={editable(view)}
        secrets={secrets}
        zone={shop.zone}
        onKeep={keepSecretAction}
        onBitting={bittingAction}
      />
      <BureauPanel
        job={editable(view)}
        enquiries={enquiries}
        fees={fees}
        secrets={secrets}
        zone={shop.zone}
        currency={shop.currency}
        locale={shop.locale}
        onAsk={askBureauAction}
      />
      <RulesPanel rules={shop.rules} />
      <RefusePanel job={editable(view)} onRefuse={refuseJobAction} />
    </>
  );
}
