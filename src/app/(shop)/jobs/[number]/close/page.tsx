import { localMoment } from '@/core/kinds/local-time';
import { CloseStation } from '@/screens/close/close-station';
import { readFactChoices } from '@/usecases/identify';
import { requireActor } from '../../../../session';
import { closeJobAction, recordAuthorityAction, recordFactsAction } from '../../actions';
import { editable, type JobPageProps, loadJob } from '../job-page';

export default async function ClosePage({ params }: JobPageProps) {
  const view = await loadJob((await params).number);
  const { job, routes, shop, now } = view;
  const { closed } = job;
  return (
    <CloseStation
      job={editable(view)}
      zone={shop.zone}
      now={now}
      authority={job.authority.find(({ stage }) => stage === 'onSite')}
      route={job.route}
      planned={routes.find(({ kind }) => kind === job.route)?.plannedCount ?? 'cannotSay'}
      log={job.log}
      keys={job.keys}
      facts={Object.fromEntries(job.facts.map(({ kind, value }) => [kind, value]))}
      factChoices={await readFactChoices(await requireActor())}
      closed={closed && { ...closed, on: localMoment(closed.at, shop.zone).day }}
      onAuthority={recordAuthorityAction}
      onFacts={recordFactsAction}
      onClose={closeJobAction}
    />
  );
}
