import { differences } from '@/core/catalogue/conflicts';
import { momentWords } from '@/core/kinds/local-time';
import { worksInHand } from '@/core/programming/keys';
import { piecesOf } from '@/core/run/run-log';
import { CloseStation } from '@/screens/close/close-station';
import { readSources } from '@/usecases/jobs/key-sources';
import { readJobHistory } from '@/usecases/jobs/list';
import { readRightUses } from '@/usecases/jobs/read-run';
import { readSecrets } from '@/usecases/secrets/secrets';
import { readFactChoices } from '@/usecases/view/names';
import { requireActor } from '../../../../session';
import { closeJobAction, noteComebackAction, recordFactsAction } from '../../actions';
import { editable, type JobPageProps, loadJob } from '../job-page';

export default async function ClosePage({ params }: JobPageProps) {
  const view = await loadJob((await params).number);
  const { job, routes, shop, situation, now } = view;
  const { closed } = job;
  const actor = await requireActor();
  const [history, factChoices, { secrets }, sources, rightsUsed] = await Promise.all([
    readJobHistory(actor, job),
    readFactChoices(actor),
    readSecrets(actor, job),
    closed ? readSources(actor, job.id) : undefined,
    readRightUses(actor, job.id),
  ]);
  return (
    <CloseStation
      job={editable(view)}
      zone={shop.zone}
      now={now}
      authority={job.authority.find(({ stage }) => stage === 'onSite')}
      route={job.route}
      count={
        situation.memory.none
          ? null
          : {
              planned: routes.find(({ kind }) => kind === job.route)?.plannedCount ?? 'cannotSay',
              tells: view.platform?.count !== 'cannotSay',
              maximum: view.platform?.slotsMaximum ?? 0,
            }
      }
      worksInHand={worksInHand(job)}
      noteForPlainCopy={shop.rules.plainCopy === 'note'}
      log={job.log}
      keys={job.keys}
      facts={Object.fromEntries(job.facts.map(({ kind, value }) => [kind, value]))}
      factChoices={factChoices}
      differences={view.application ? differences(view.application, job.facts) : []}
      closed={closed && { ...closed, on: momentWords(closed.at, shop.zone) }}
      history={history.map(({ at, by, section, changes }) => ({
        at: momentWords(at, shop.zone),
        by,
        section,
        fields: changes.map(({ field }) => field),
      }))}
      secrets={secrets}
      systemTypes={view.platform?.systemTypes ?? []}
      sources={sources}
      used={[...job.log.used, ...view.runs.flatMap(({ state }) => piecesOf(state))]}
      rightsUsed={rightsUsed}
      places={Object.fromEntries(view.vans.map(({ id, name }) => [id, name]))}
      onComeback={noteComebackAction}
      onFacts={recordFactsAction}
      onClose={closeJobAction}
    />
  );
}
