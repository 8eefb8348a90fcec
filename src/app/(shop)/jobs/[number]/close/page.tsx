import { mayDo } from '@/core/authority/roles';
import { differences } from '@/core/catalogue/conflicts';
import { likelyOutcome } from '@/core/job/closing';
import { firstProof, proofState } from '@/core/job/proving';
import { localMoment, momentWords } from '@/core/kinds/local-time';
import { worksInHand } from '@/core/programming/keys';
import { piecesOf } from '@/core/run/run-log';
import { CloseStation } from '@/screens/close/close-station';
import { readSources } from '@/usecases/jobs/key-sources';
import { readJobHistory } from '@/usecases/jobs/list';
import { readPayments } from '@/usecases/jobs/payments';
import { readPhotographs } from '@/usecases/jobs/photographs';
import { readRightUses, readRunMarks } from '@/usecases/jobs/read-run';
import { readJobLinks } from '@/usecases/jobs/reopen';
import { readHandoverLinks } from '@/usecases/quote/links';
import { readSecrets } from '@/usecases/secrets/secrets';
import { countGround } from '@/usecases/view/count-ground';
import { readFactChoices } from '@/usecases/view/names';
import { requireActor } from '../../../../session';
import {
  closeJobAction,
  makeHandoverLinkAction,
  makeReceiptAction,
  openComebackAction,
  recordFactsAction,
  reopenJobAction,
  revokeLinkAction,
  takeBackAction,
  takePaymentAction,
} from '../../actions';
import { editable, type JobPageProps, loadJob } from '../job-page';
import { linkShown } from '../link-words';

export default async function ClosePage({ params }: JobPageProps) {
  const view = await loadJob((await params).number);
  const { job, shop, situation, now } = view;
  const { closed } = job;
  // Keys are proved once the work is over: an attempt that is written down later ended before.
  const ended = firstProof(job.log);
  const actor = await requireActor();
  const [
    history,
    factChoices,
    { secrets },
    sources,
    rightsUsed,
    handover,
    marks,
    photographed,
    payments,
    links,
  ] = await Promise.all([
    readJobHistory(actor, job),
    readFactChoices(actor),
    readSecrets(actor, job),
    closed ? readSources(actor, job.id) : undefined,
    readRightUses(actor, job.id),
    readHandoverLinks(actor, job.id),
    readRunMarks(actor, view.runs),
    readPhotographs(actor, job.id),
    readPayments(actor, job),
    readJobLinks(actor, job.id),
  ]);
  return (
    <CloseStation
      job={editable(view)}
      zone={shop.zone}
      now={ended ? localMoment(ended, shop.zone) : now}
      authority={job.authority.find(({ stage }) => stage === 'onSite')}
      route={job.route}
      count={situation.memory.none ? null : countGround(view)}
      proof={proofState(view.proof)}
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
      record={{
        marks: marks.map(({ atMs, node, mark, words, volts, step }) => ({
          key: `${atMs} ${node} ${mark}`,
          mark,
          words: volts === null ? words : `${volts} V`,
          step,
          at: momentWords(new Date(atMs), shop.zone),
        })),
        shut: photographed.shut,
        photographs: photographed.photographs.map(({ id, of, takenAt, takenBy }) => ({
          id,
          of,
          taken: `${momentWords(takenAt, shop.zone)} by ${takenBy}`,
        })),
      }}
      handover={{
        stands: handover.stands,
        links: handover.links.map((link) => linkShown(link, shop.zone, now.day)),
      }}
      onHandoverLink={makeHandoverLinkAction}
      onRevoke={revokeLinkAction}
      onComeback={openComebackAction}
      payments={payments}
      paymentActions={{
        onTake: takePaymentAction,
        onTakeBack: takeBackAction,
        onReceipt: makeReceiptAction,
      }}
      locale={shop.locale}
      mayTakeBack={mayDo(actor.role, 'takeBack')}
      mayReopen={mayDo(actor.role, 'reopenJobs')}
      links={links}
      likelyOutcome={likelyOutcome(job.log, proofState(view.proof).fails.length)}
      onReopen={reopenJobAction}
      onFacts={recordFactsAction}
      onClose={closeJobAction}
    />
  );
}
