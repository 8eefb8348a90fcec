import { dangerRecordMinutes } from '@/core/authority/gate';
import { localMoment } from '@/core/kinds/local-time';
import { AuthorityPart } from '@/screens/authority/authority-part';
import { DoorPanel } from '@/screens/authority/door-panel';
import { RefusePanel } from '@/screens/authority/refuse-panel';
import { RulesPanel } from '@/screens/authority/rules-panel';
import { ArrivalPanel } from '@/screens/on-site/arrival-panel';
import { arrivalGround } from '@/usecases/view/arrival-ground';
import { requireActor } from '../../../../session';
import { examineVinAction } from '../../../benches/actions';
import {
  declareDangerAction,
  noteDoorAction,
  recordAuthorityAction,
  recordEmergencyAction,
  refuseJobAction,
} from '../../actions';
import { editable, type JobPageProps, loadJob } from '../job-page';

export default async function OnSitePage({ params }: JobPageProps) {
  const view = await loadJob((await params).number);
  const { job, shop } = view;
  const now = (await requireActor()).at;
  const recordBy = job.danger && new Date(job.danger.begunAt.getTime() + dangerRecordMinutes * 60_000);
  const door = (
    <DoorPanel
      job={editable(view)}
      doorNote={job.doorNote}
      danger={job.danger}
      recordBy={
        recordBy && `${localMoment(recordBy, shop.zone).hour}${recordBy < now ? ', which is over' : ''}`
      }
      doors={job.log.doors}
      zone={shop.zone}
      now={now}
      onNote={noteDoorAction}
      onDanger={declareDangerAction}
      onRecord={recordEmergencyAction}
    />
  );
  const locked = job.call.access === 'locked' || job.call.danger || job.danger !== null;
  return (
    <>
      {locked && door}
      <AuthorityPart
        key={`onSite ${job.version}`}
        job={editable(view)}
        stage="onSite"
        recorded={job.authority.find(({ stage }) => stage === 'onSite')}
        other={job.authority.find(({ stage }) => stage === 'advance')}
        rules={shop.rules}
        customer={job.call.name}
        zone={shop.zone}
        onRecord={recordAuthorityAction}
      />
      {job.route !== null && (
        <ArrivalPanel
          key={JSON.stringify(job.log.arrival)}
          job={editable(view)}
          arrival={job.log.arrival}
          ground={arrivalGround(view)}
          vin={job.call.vin}
          onExamine={examineVinAction}
        />
      )}
      {!locked && door}
      <RulesPanel rules={shop.rules} />
      <RefusePanel job={editable(view)} onRefuse={refuseJobAction} />
    </>
  );
}
