import { dangerRecordMinutes } from '@/core/authority/gate';
import { localMoment } from '@/core/kinds/local-time';
import { AuthorityPart } from '@/screens/authority/authority-part';
import { DoorPanel } from '@/screens/authority/door-panel';
import { RefusePanel } from '@/screens/authority/refuse-panel';
import { RulesPanel } from '@/screens/authority/rules-panel';
import { ArrivalPanel } from '@/screens/on-site/arrival-panel';
import { readPlateDoubts } from '@/usecases/jobs/authority';
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
  const actor = await requireActor();
  const now = actor.at;
  const recordBy = job.danger && new Date(job.danger.begunAt.getTime() + dangerRecordMinutes * 60_000);
  const locked = job.call.access === 'locked' || job.call.danger || job.danger !== null;
  const door = (
    <DoorPanel
      job={editable(view)}
      urgent={Boolean(locked)}
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
        car={{
          vin: job.call.vin,
          plate: job.doorNote?.plate ?? '',
          place: job.call.placeDetail ?? '',
          doubts: await readPlateDoubts(actor, job),
        }}
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
