import { v7 as uuid } from 'uuid';
import { type HeldData, heldData, noData } from '@/core/authority/run-secrets';
import type { TimedInput } from '@/core/benchcar/car/car-state';
import { faultsOf, type PlantedFault } from '@/core/benchcar/start/planted-faults';
import { type CarSetup, startCar } from '@/core/benchcar/start/start-car';
import { playCar } from '@/core/benchcar/trace/play-car';
import type { PersonActor } from '@/core/kinds/actor';
import { pick, seededRandom } from '@/core/kinds/random';
import { done, failed, type Result } from '@/core/kinds/result';
import { isFree } from '@/core/run/lease';
import type { RunBasis } from '@/core/run/run-basis';
import { appendAudit } from '@/data/audit';
import type { DocumentedPlatform } from '@/data/behaviours';
import type { Db } from '@/data/db';
import { lockRun, type RunRow } from '@/data/runs';
import { findRunTrace, lengthenTrace } from '@/data/traces';
import { type TraceFile, traceFile, traceText } from '@/formats/trace-file';
import type { PutCarInput, RunPartInput } from '@/inputs/run-inputs';
import { changeAs, readAs } from '../asking/read-as';
import { shutToReader } from '../editing/gates';
import { readRunGround } from '../jobs/run-ground';
import { beginRunTrace, keepRunPart, openRunTrace } from '../vault/traces';
import { KeyDestroyed, openSealed } from '../vault/vault';
import { readBenchCar } from './bench-car';

/** The car at the other end of a run's line, as it was put there. */
export interface RunCar {
  readonly platform: DocumentedPlatform;
  readonly setup: CarSetup;
  /** When it was put there, by the shop's clock: its own clock counts from then. */
  readonly putMs: number;
}

/** A car with all that was done to it, by which it stands anywhere as it stood. */
export interface RunCarRead extends RunCar {
  readonly inputs: readonly TimedInput[];
  /** What devices held of it, as it was sealed with the job. */
  readonly held: HeldData;
  /** How many parts there are, the first one for the car itself. */
  readonly parts: number;
}

/** So much is kept of one run's car: hours of it, with a tool that says every two seconds that it is there. */
const mostParts = 4000;

/** Puts a made-up car at the other end of the line, once for a run; what was put there before stays. */
export async function putRunCar(
  actor: PersonActor,
  runId: string,
  { device, wrong }: PutCarInput,
): Promise<Result<RunCarRead>> {
  return withRun(actor, runId, device, async (db, run, basis) => {
    const there = await readParts(db, actor, run);
    if (there) return handedOver(db, actor, run, there);
    const found = await readBenchCar(actor, basis.platform);
    if (!found.ok) return found;
    const platform = found.value;
    if (
      wrong !== 'nothing' &&
      wrong !== 'surprise' &&
      !faultsOf(platform, basis.plan.known.length).includes(wrong)
    )
      return failed('This cannot befall a car of this platform, with the keys of this run.', 'wrong');
    const car: RunCar = {
      platform,
      setup: setupOf(platform, basis, runId, wrong),
      putMs: actor.at.getTime(),
    };
    await beginRunTrace(
      db,
      {
        id: uuid(),
        jobId: run.jobId,
        runId,
        platform: basis.platform,
        link: platform.behaviour.link.kind,
        messages: 0,
        seconds: 0,
        madeAt: actor.at,
        personId: actor.personId,
      },
      JSON.stringify(car),
    );
    await auditOf(db, actor, run, 'carPut');
    return done({ ...car, inputs: [], held: noData, parts: 1 });
  });
}

/** The car as the device that drives takes it over. */
export async function readRunCar(
  actor: PersonActor,
  runId: string,
  device: string,
): Promise<Result<RunCarRead | null>> {
  return withRun<RunCarRead | null>(actor, runId, device, async (db, run) => {
    const car = await readParts(db, actor, run);
    return car ? handedOver(db, actor, run, car) : done(null);
  });
}

/** A car that is handed to a device: with what was said to it, or what devices hold of it, by the gate alone. On record. */
async function handedOver(
  db: Db,
  actor: PersonActor,
  run: RunRow,
  car: RunCarRead,
): Promise<Result<RunCarRead>> {
  const tells =
    car.held.board !== null ||
    car.held.image !== null ||
    car.inputs.some(({ input: { kind } }) => kind === 'frame' || kind === 'bytes' || kind === 'device');
  const shut = tells ? await shutToReader(db, actor, run.jobId, 'seeSecret') : undefined;
  if (shut) return shut;
  await auditOf(db, actor, run, 'carTakenOver');
  return done(car);
}

/**
 * Keeps the next part of what was done to the car. The same part sent again changes nothing.
 * @returns how many parts there are
 */
export async function keepRunCar(
  actor: PersonActor,
  runId: string,
  { device, part, inputs, untilUs }: RunPartInput,
): Promise<Result<{ readonly parts: number }>> {
  return withRun(actor, runId, device, async (db, run) => {
    const trace = await findRunTrace(db, runId);
    if (!trace) return failed('No car was put there.');
    if (part <= trace.parts) return done({ parts: trace.parts });
    if (part > trace.parts + 1 || part > mostParts)
      return failed('A part is missing before this one.', 'part');
    const { jobId } = run;
    await keepRunPart(db, { jobId, traceId: trace.id, number: part, at: actor.at }, JSON.stringify(inputs));
    await lengthenTrace(db, trace.id, {
      messages: inputs.length,
      seconds: Math.round(untilUs / 1_000_000),
    });
    return done({ parts: part });
  });
}

/** Whether something was said on the line of a run that can be taken as a file. */
export async function hasRunTrace(actor: PersonActor, runId: string): Promise<boolean> {
  const trace = await findRunTrace(readAs(actor), runId);
  return trace !== undefined && trace.link !== 'none' && trace.parts > 1;
}

/** All that was said on the line of a run, as a file: behind the gate, and who took it stands in the audit. */
export async function exportRunTrace(
  actor: PersonActor,
  { runId }: { readonly runId: string },
): Promise<Result<TraceFile>> {
  const opened = await changeAs(actor, async (db) => {
    const run = await lockRun(db, runId);
    const car = run && (await readParts(db, actor, run));
    if (!run || !car || car.platform.behaviour.link.kind === 'none') return undefined;
    const shut = await shutToReader(db, actor, run.jobId, 'seeSecret');
    if (shut) return shut;
    await auditOf(db, actor, run, 'traceExported');
    return { run, car };
  }).catch(gone);
  if (!opened) return failed('No trace of this run is kept.');
  if ('ok' in opened) return opened;
  const { run, car } = opened;
  const { link } = car.platform.behaviour;
  const { lines } = playCar(car.platform, startCar(car.platform, car.setup).state, car.inputs);
  return done(traceFile(`run K ${run.jobNumber}`, link.kind, traceText(link.kind, lines, true)));
}

/** A run locked for a device that drives it, or that no other drives. */
async function withRun<Value>(
  actor: PersonActor,
  runId: string,
  device: string,
  work: (db: Db, run: RunRow, basis: RunBasis) => Promise<Result<Value>>,
): Promise<Result<Value>> {
  const worked = await changeAs(actor, async (db) => {
    const run = await lockRun(db, runId);
    const ground = await readRunGround(db, runId, 'kept');
    if (!run || !ground) return failed('There is no such run.');
    if (!isFree(run.lease, { device, personId: actor.personId }, run.nowMs))
      return failed('Another device drives this run.');
    return work(db, run, ground.basis);
  }).catch(gone);
  return worked ?? failed('The period of this job is over: what was sealed with it cannot be read.');
}

function gone(error: unknown): undefined {
  if (error instanceof KeyDestroyed) return undefined;
  throw error;
}

async function readParts(db: Db, actor: PersonActor, run: RunRow): Promise<RunCarRead | undefined> {
  const trace = await findRunTrace(db, run.id);
  if (!trace) return undefined;
  const [first = '', ...more] = await openRunTrace(db, run.jobId, trace.id, actor.at);
  return {
    ...(JSON.parse(first) as RunCar),
    inputs: more.flatMap((part) => JSON.parse(part) as TimedInput[]),
    held: heldData(
      [...(await openSealed(db, run.jobId)).values()]
        .filter(({ envelope }) => envelope.kind === 'keyData')
        .map(({ value }) => value),
    ),
    parts: trace.parts,
  };
}

/** A car whose keys are those of the run, by their numbers. */
function setupOf(
  platform: DocumentedPlatform,
  { plan, way }: RunBasis,
  runId: string,
  wrong: PutCarInput['wrong'],
): CarSetup {
  const { known, learn } = plan;
  const blank = learn.filter((tag) => !known.includes(tag));
  const erases = platform.platform.methods.find(({ kind }) => kind === way)?.others === 'erase';
  const possible = faultsOf(platform, known.length);
  const drawn = () => pick(seededRandom(runId), possible);
  const faults: readonly PlantedFault[] =
    wrong === 'nothing' ? [] : wrong === 'surprise' ? (possible.length > 0 ? [drawn()] : []) : [wrong];
  return {
    seed: runId.slice(-12),
    ignition: platform.behaviour.ignition[0] ?? 'turn',
    knownKeys: known.length,
    lostKeys: erases && known.length === 0 ? 2 : 1,
    blankKeys: blank.length,
    tags: [...known, ...blank],
    facts: {},
    faults,
    byChance: false,
  };
}

function auditOf(db: Db, actor: PersonActor, run: RunRow, deed: string): Promise<void> {
  return appendAudit(db, actor, {
    action: `run.${deed}`,
    subjectKind: 'job',
    subjectId: run.jobId,
    details: { run: run.id },
  });
}
