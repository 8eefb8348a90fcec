import { v7 as uuid } from 'uuid';
import { isAllowed } from '@/core/authority/purposes';
import type { CarOutput, CarState } from '@/core/benchcar/car/car-state';
import { voltsAt } from '@/core/benchcar/car/electrics';
import { lampOf } from '@/core/benchcar/car/lamp';
import { behaviourProblems } from '@/core/benchcar/document/check-behaviour';
import { startCar } from '@/core/benchcar/start/start-car';
import { type PlayedCar, playCar } from '@/core/benchcar/trace/play-car';
import type { RankSign } from '@/core/catalogue/platform';
import type { Actor, PersonActor } from '@/core/kinds/actor';
import { done, type Failed, failed, type Result } from '@/core/kinds/result';
import { appendAudit } from '@/data/audit';
import { type DocumentedPlatform, findBenchPlatform, listBenchPlatforms } from '@/data/behaviours';
import type { Db } from '@/data/db';
import { deleteTraces, findTrace, listTraces, listTracesBeyond, type TraceRow } from '@/data/traces';
import { type TraceFile, traceFile, traceText } from '@/formats/trace-file';
import type { BenchCarRunInput, BenchCarStepInput } from '@/inputs/bench-car-inputs';
import { changeAs, readAs } from '../asking/read-as';
import { keepTrace, openTrace } from '../vault/traces';

export type { DocumentedPlatform, TraceRow };

/** The platforms whose cars can stand on the bench. */
export async function listBenchCars(actor: Actor): Promise<readonly { name: string; link: string }[]> {
  return listBenchPlatforms(readAs(actor));
}

/** A platform of which a car is made; refused where its document and the lists say different things. */
export async function readBenchCar(actor: Actor, name: string): Promise<Result<DocumentedPlatform>> {
  if (!isAllowed('practice', 'none')) return failed('Nobody practises here.');
  const found = await findBenchPlatform(readAs(actor), name);
  if (!found) return failed('The library has no behaviour of this platform.', 'platform');
  const [problem] = behaviourProblems(found.behaviour, found.platform);
  return problem
    ? failed(
        `The behaviour of this platform and its lists disagree: ${[problem.field, problem.message].filter(Boolean).join(': ')}`,
        'platform',
      )
    : done(found);
}

/** A car after all that was done to it. */
export interface BenchCarStep {
  readonly platform: string;
  readonly version: number;
  readonly papers: { readonly vin: string; readonly pin: string | null };
  readonly nowUs: number;
  readonly lamp: RankSign;
  readonly volts: number;
  readonly state: CarState;
  readonly outputs: readonly CarOutput[];
}

/** Puts a car on the bench and does to it what was sent, in its order; stores nothing and knows no job. */
export async function stepBenchCar(actor: Actor, input: BenchCarStepInput): Promise<Result<BenchCarStep>> {
  const played = await play(actor, input);
  if (!played.ok) return played;
  const { platform, papers, state, outputs } = played.value;
  const { link } = platform.behaviour;
  const others = new Set(link.kind === 'can' ? link.background.map(({ id }) => id) : []);
  return done({
    platform: platform.platform.name,
    version: platform.version,
    papers,
    nowUs: state.nowUs,
    lamp: lampOf(platform, state),
    volts: voltsAt(platform, state, state.nowUs),
    state,
    outputs: outputs.filter(
      (output) =>
        output.atUs >= (input.sinceUs ?? 0) &&
        (input.background === true || output.kind !== 'frame' || !others.has(output.frame.id)),
    ),
  });
}

/** So many lines are sealed together, and so many traces are kept; older ones go. */
const linesTogether = 500;
const mostKept = 50;

/** Keeps all that was said on the line of a car, sealed in batches, since it carries PIN, seeds and keys. */
export async function keepBenchTrace(
  actor: PersonActor,
  input: BenchCarRunInput,
): Promise<Result<{ readonly id: string }>> {
  const played = await play(actor, input);
  if (!played.ok) return played;
  const { platform, state, lines } = played.value;
  const { link } = platform.behaviour;
  if (link.kind === 'none') return failed('No line leads to this car, so nothing was said.', 'platform');
  const texts = Array.from({ length: Math.ceil(lines.length / linesTogether) }, (_, at) =>
    traceText(link.kind, lines.slice(at * linesTogether, (at + 1) * linesTogether), at === 0),
  );
  const id = uuid();
  await changeAs(actor, async (db) => {
    const { name } = platform.platform;
    const told = { messages: lines.length, seconds: Math.round(state.nowUs / 1_000_000) };
    const { personId } = actor;
    await keepTrace(db, { id, platform: name, link: link.kind, ...told, madeAt: actor.at, personId }, texts);
    await deleteTraces(db, await listTracesBeyond(db, mostKept), actor.at);
    await auditOf(db, actor, 'kept', id, { platform: name, ...told });
  });
  return done({ id });
}

/** The traces that are kept, without what was said. */
export async function listBenchTraces(actor: Actor): Promise<readonly TraceRow[]> {
  return listTraces(readAs(actor), mostKept);
}

/** A trace as a file; who took it stands in the audit before it is opened. */
export async function exportBenchTrace(actor: PersonActor, id: string): Promise<Result<TraceFile>> {
  return changeAs(actor, async (db) => {
    await auditOf(db, actor, 'exported', id, {});
    const opened = await openTrace(db, id);
    if (!opened) throw new Gone();
    const { platform, link } = opened.trace;
    return done(traceFile(`bench ${platform}`, link, opened.parts.join('')));
  }).catch(goneOr);
}

/** Removes a trace, and destroys the key it was sealed with. */
export async function removeBenchTrace(
  actor: PersonActor,
  { id }: { readonly id: string },
): Promise<Result<null>> {
  return changeAs(actor, async (db) => {
    const trace = await findTrace(db, id);
    if (!trace) throw new Gone();
    if (trace.personId !== actor.personId && actor.role !== 'proprietor')
      return failed('Whoever kept it, or the proprietor, removes it.');
    await deleteTraces(db, [id], actor.at);
    await auditOf(db, actor, 'removed', id, { platform: trace.platform });
    return done(null);
  }).catch(goneOr);
}

class Gone extends Error {}

function goneOr(error: unknown): Failed {
  if (error instanceof Gone) return failed('There is no such trace any more.');
  throw error;
}

function auditOf(
  db: Db,
  actor: PersonActor,
  deed: string,
  id: string,
  details: Readonly<Record<string, string | number>>,
): Promise<void> {
  return appendAudit(db, actor, {
    action: `benchCar.${deed}`,
    subjectKind: 'trace',
    subjectId: id,
    details,
  });
}

interface Played extends PlayedCar {
  readonly platform: DocumentedPlatform;
  readonly papers: BenchCarStep['papers'];
}

async function play(actor: Actor, input: BenchCarRunInput): Promise<Result<Played>> {
  const found = await readBenchCar(actor, input.platform);
  if (!found.ok) return found;
  const platform = found.value;
  const wrong = misfit(platform, input);
  if (wrong) return wrong;
  const start = startCar(platform, input.setup);
  const { untilUs } = input;
  return done({
    platform,
    papers: start.papers,
    ...playCar(platform, start.state, input.inputs, untilUs),
  });
}

function misfit({ behaviour }: DocumentedPlatform, { setup, inputs }: BenchCarRunInput): Failed | undefined {
  if (!behaviour.ignition.includes(setup.ignition))
    return failed(`Cars of this platform have: ${behaviour.ignition.join(', ')}.`, 'setup.ignition');
  const late = inputs.findIndex(({ atUs }, at) => at > 0 && atUs < (inputs[at - 1]?.atUs ?? 0));
  return late > 0 ? failed('Inputs come in the order of their time.', `inputs.${late}.atUs`) : undefined;
}
