import { isMethodKind, type MethodKind, methods } from '@/core/catalogue/methods';
import { arrivalStops } from '@/core/job/arrival';
import { formatJobNumber } from '@/core/job/job';
import type { PersonActor } from '@/core/kinds/actor';
import { done, failed, type Result } from '@/core/kinds/result';
import { readArguments } from '@/core/procedure/document/arguments';
import { knownOf, type PhysicalKey } from '@/core/programming/keys';
import { systemTypeOrder } from '@/core/programming/pin';
import { findTool } from '@/core/programming/van-kit';
import { beginRun, proposeKeys, type RunKeys } from '@/core/run/begin-run';
import { wanted } from '@/core/run/lease';
import { boundOf, type RunBasis, type RunRight } from '@/core/run/run-basis';
import { startLog } from '@/core/run/run-log';
import type { Piece } from '@/core/supply/movements';
import { appendAudit } from '@/data/audit';
import type { Db } from '@/data/db';
import { lockJob } from '@/data/job-writes';
import { announceJob } from '@/data/live';
import { findCauseBook, findProcedureOfWay, listProcedures } from '@/data/procedures';
import { findRun, insertRun, listRuns, readDatabaseMs } from '@/data/runs';
import { listSpareStock } from '@/data/stock';
import { together } from '@/data/together';
import type { StartRunInput } from '@/inputs/run-inputs';
import { changeAs, nobody, readAs } from '../asking/read-as';
import { arrivalGround } from '../view/arrival-ground';
import { type JobView, jobViewIn } from '../view/job-view';

/** What a run would rest on, or why none can begin. */
export interface RunDraft {
  readonly keys: RunKeys;
  /** Keys of the ring that may take part: here, whatever they are. */
  readonly here: readonly PhysicalKey[];
  readonly refused: string | null;
  readonly procedure: string | null;
}

/** What is proposed for the route that is chosen. */
export async function draftRun(view: JobView): Promise<RunDraft> {
  const { job, platform, situation } = view;
  const here = job.keys.filter(({ presence }) => presence === 'here');
  const nothing = { keys: { known: [], learn: [] }, here, procedure: null };
  if (job.route === null) return { ...nothing, refused: 'Choose the route first.' };
  if (!isMethodKind(job.route)) return { ...nothing, refused: 'Nothing is programmed on this route.' };
  const method = platform?.methods.find(({ kind }) => kind === job.route);
  if (job.applicationId === null || !platform || !method)
    return { ...nothing, refused: 'Choose the car first: its platform decides how it is talked to.' };
  const keys = proposeKeys(situation, method.others);
  const basis = await basisOf(readAs(nobody), view, keys);
  return {
    keys,
    here,
    procedure: basis.ok ? basis.value.procedure : null,
    refused: basis.ok ? null : (basis.problems[0]?.message ?? null),
  };
}

/** Begins a run of the procedure that leads through the chosen route, with these keys. Sent again, it is the same run. */
export async function startRunOf(
  actor: PersonActor,
  number: number,
  input: StartRunInput,
): Promise<Result<{ readonly id: string }>> {
  return changeAs(actor, async (db) => {
    const jobId = await lockJob(db, number);
    if (jobId === undefined) return failed(`There is no job ${formatJobNumber(number)}.`);
    const [known, runs, nowMs] = await together(
      db,
      (db) => findRun(db, input.id),
      (db) => listRuns(db, jobId),
      (db) => readDatabaseMs(db),
    );
    if (known) return known.jobId === jobId ? done({ id: known.id }) : failed('This is another job’s run.');
    const view = await jobViewIn(db, actor, number);
    if (!view || view.job.closed) return failed(`${formatJobNumber(number)} is closed.`);
    if (runs.some(({ endedAt }) => endedAt === null))
      return failed('A run of this job is open: go on with it, or end it first.');
    const [stop] = arrivalStops(view.job.log.arrival, arrivalGround(view));
    if (stop) return failed(stop);
    const keys = keysOf(view, input);
    if (!keys.ok) return keys;
    const basis = await basisOf(db, view, keys.value);
    if (!basis.ok) return basis;
    await together(
      db,
      (db) =>
        insertRun(db, actor, {
          id: input.id,
          jobId,
          basis: basis.value,
          state: startLog(boundOf(basis.value), actor.at.getTime()),
          lease: wanted(null, { device: input.device, personId: actor.personId }, nowMs, false),
        }),
      (db) => announceJob(db, number),
      (db) =>
        appendAudit(db, actor, {
          action: 'run.started',
          subjectKind: 'job',
          subjectId: jobId,
          details: { run: input.id, way: basis.value.way, procedure: basis.value.procedure },
        }),
    );
    return done({ id: input.id });
  });
}

/** The keys that were chosen, each of the ring and here. */
function keysOf({ job }: JobView, { known, learn }: StartRunInput): Result<RunKeys> {
  const here = new Map(job.keys.filter(({ presence }) => presence === 'here').map((key) => [key.id, key]));
  const [knownKeys, learnKeys] = [known, learn].map((ids) =>
    [...new Set(ids)].map((id) => here.get(id)).filter((key) => key !== undefined),
  );
  if (knownKeys?.length !== known.length || learnKeys?.length !== learn.length)
    return failed('A key that was chosen is not here.');
  const untried = knownKeys.find((key) => knownOf(key, job.identities) === 'no');
  return untried
    ? failed(`Key ${untried.tag} is not known to the car: it cannot lead the others in.`, 'known')
    : done({ known: knownKeys, learn: learnKeys });
}

async function basisOf(db: Db, view: JobView, keys: RunKeys): Promise<Result<RunBasis>> {
  const { job, platform, application } = view;
  const { route } = job;
  if (route === null || !isMethodKind(route) || !platform || job.applicationId === null)
    return failed('Choose the car and the route first.');
  const right = rightOf(view, route);
  if (!right.ok) return right;
  const [way, procedures, causes] = await together(
    db,
    (db) => findProcedureOfWay(db, platform.id, route),
    (db) => listProcedures(db),
    (db) => findCauseBook(db),
  );
  const method = platform.methods.find(({ kind }) => kind === route);
  return beginRun(
    route,
    keys,
    job.keys.map(({ tag }) => tag),
    {
      platform,
      procedure: way.procedure,
      versions: way.versions,
      procedures,
      causes,
      right: right.value,
      systemTypes: systemTypeOrder(platform, view.request?.record ?? []),
      values: {
        ...readArguments(way.filledIn ?? undefined),
        platform: platform.name,
        leads: method?.adapters.join(' > ') ?? '',
        article: application?.chip?.article ?? '',
      },
    },
  );
}

/** The licence of the van that a way uses up, where its uses are counted; refused where the van cannot go that way. */
function rightOf({ van, platform, job, now }: JobView, way: MethodKind): Result<RunRight | null> {
  const method = platform?.methods.find(({ kind }) => kind === way);
  if (!van || !platform || !method?.needsTool) return done(null);
  const found = findTool({ ...van, day: now.day }, platform, way, job.call.market);
  if (!found.ok) return failed(`${found.fact} ${found.lift}`);
  const { right } = found;
  return done(
    right && right.credits !== null
      ? { vanId: van.id, name: right.name, perKey: methods[way].usesUpEachKey }
      : null,
  );
}

/** Pieces of the van that may be a key of this car, each pile once. */
export async function readKeyPieces({ job, van, application }: JobView): Promise<readonly Piece[]> {
  if (!van || !application) return [];
  const articles = [application.chip?.article, application.remote?.article].filter(
    (one) => one !== undefined,
  );
  const lying = await listSpareStock(readAs(nobody), van.id, articles, job.id);
  return lying.map(({ article, grade, condition }) => ({
    vanId: van.id,
    article,
    grade,
    state: condition === 'new' ? 'new' : 'reset, proved',
  }));
}
