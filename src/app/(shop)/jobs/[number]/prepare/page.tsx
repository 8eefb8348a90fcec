import { writtenState } from '@/core/job/events/remote-written';
import { momentWords } from '@/core/kinds/local-time';
import { AuthorityPart } from '@/screens/authority/authority-part';
import { BureauPanel } from '@/screens/authority/bureau-panel';
import { RefusePanel } from '@/screens/authority/refuse-panel';
import { RulesPanel } from '@/screens/authority/rules-panel';
import { SecretsPanel } from '@/screens/authority/secrets-panel';
import { RemoteBenchPanel } from '@/screens/prepare/remote-bench-panel';
import { readRemoteBench } from '@/usecases/jobs/write-remote';
import { readSecrets } from '@/usecases/secrets/secrets';
import { requireActor } from '../../../../session';
import {
  askBureauAction,
  bittingAction,
  keepSecretAction,
  recordAuthorityAction,
  refuseJobAction,
  writeRemoteAction,
} from '../../actions';
import { editable, type JobPageProps, loadJob } from '../job-page';

export default async function PreparePage({ params }: JobPageProps) {
  const actor = await requireActor();
  const { number } = await params;
  const view = await loadJob(number);
  const { job, shop } = view;
  const { secrets, enquiries, fees } = await readSecrets(actor, job);
  const remotes = await readRemoteBench(view.application);
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
      {(remotes || job.log.remotes.length > 0) && (
        <RemoteBenchPanel
          job={editable(view)}
          bench={remotes}
          written={job.log.remotes.map((one) => ({
            ...one,
            state: writtenState(one, view.application?.remote?.article ?? null),
            when: momentWords(one.at, shop.zone),
          }))}
          onWrite={writeRemoteAction}
        />
      )}
      <RulesPanel rules={shop.rules} />
      <RefusePanel job={editable(view)} onRefuse={refuseJobAction} />
    </>
  );
}
