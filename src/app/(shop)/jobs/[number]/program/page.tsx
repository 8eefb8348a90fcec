import { secretName } from '@/core/authority/secrets';
import { arrivalDoubts, arrivalList, arrivalStops } from '@/core/job/arrival';
import { authorityStage } from '@/core/job/job';
import { meanwhileTasks } from '@/core/job/meanwhile';
import { localMoment } from '@/core/kinds/local-time';
import { routeNames } from '@/core/programming/route';
import { changedBy } from '@/core/run/changed';
import { NextAttempt } from '@/screens/program/next-attempt';
import { ProgramStation } from '@/screens/program/program-station';
import { StartPanel } from '@/screens/program/start-panel';
import { hasRunTrace } from '@/usecases/benches/run-car';
import { readNextVisit } from '@/usecases/jobs/next-visit';
import { readStepsDone } from '@/usecases/jobs/read-run';
import { draftRun, readKeyPieces } from '@/usecases/jobs/start-run';
import { readSecrets } from '@/usecases/secrets/secrets';
import { shopTime } from '@/usecases/shop/shop';
import { arrivalGround } from '@/usecases/view/arrival-ground';
import { requireActor } from '../../../../session';
import { chooseRouteAction } from '../../actions';
import { editable, type JobPageProps, loadJob } from '../job-page';

export default async function ProgramPage({ params }: JobPageProps) {
  const actor = await requireActor();
  const view = await loadJob((await params).number);
  const { job, run, routes, advice } = view;
  const ground = arrivalGround(view);
  const { arrival } = job.log;
  const isOpen = run !== undefined && run.endedAt === null;
  const draft = isOpen || job.closed ? undefined : await draftRun(view);
  const { secrets } = await readSecrets(actor, job);
  const isTraced = run !== undefined && (await hasRunTrace(actor, run.id));
  const next = isOpen ? await readNextVisit(view, actor.at) : undefined;
  const pieces = isOpen ? await readKeyPieces(view) : [];
  const done = isOpen ? await readStepsDone(actor, run) : [];
  return (
    <>
      {run && (
        <ProgramStation
          key={run.id}
          runId={run.id}
          jobNumber={job.number}
          personId={actor.personId}
          time={shopTime(actor)}
          next={next}
          stage={authorityStage(job.authority)}
          pieces={pieces}
          done={done.map(({ say, came, atMs }) => ({
            ...{ say, came },
            hour: localMoment(new Date(atMs), view.shop.zone).hour,
          }))}
          isTraced={isTraced}
          tasks={meanwhileTasks(job)}
          ring={job.keys
            .filter(({ presence }) => presence === 'here')
            .map(({ tag, name }) => ({ tag, name }))}
          pins={secrets
            .filter(({ kind, destroyed }) => kind === 'pin' && !destroyed)
            .map((secret) => ({ id: secret.id, words: secretName(secret) }))}
        />
      )}
      {run?.state.ended && run.state.ended.result !== 'worked' && (
        <NextAttempt
          job={editable(view)}
          next={
            advice
              ? {
                  kind: advice.kind,
                  why: advice.why,
                  works: routes.find(({ kind }) => kind === advice.kind)?.works ?? null,
                }
              : null
          }
          chosen={job.route}
          vanId={view.van?.id}
          changed={changedBy([...view.runs].reverse().map(({ state }) => state))}
          onChoose={chooseRouteAction}
        />
      )}
      {draft && (
        <StartPanel
          key={`${job.version} ${run?.id}`}
          jobNumber={job.number}
          personId={actor.personId}
          way={job.route === null ? 'No route yet' : routeNames[job.route]}
          procedure={draft.procedure}
          here={draft.here.map(({ id, tag, name, madeHere }) => ({ id, tag, name, madeHere }))}
          known={draft.keys.known.map(({ id }) => id)}
          learn={draft.keys.learn.map(({ id }) => id)}
          refused={draft.refused ?? arrivalStops(arrival, ground)[0] ?? null}
          open={arrivalList(ground).filter((tick) => !arrival.ticks.includes(tick)).length}
          doubts={arrivalDoubts(arrival)}
        />
      )}
      {!run && job.closed && <p className="text-mute">No run was begun on this job.</p>}
    </>
  );
}
