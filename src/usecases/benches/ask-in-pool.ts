import { type Actor, actorId } from '@/core/kinds/actor';
import { openLane } from '../pool/lane';
import { inLongTurn } from '../pool/long-turn';
import type { shortTasks } from './short-tasks';

const worker = 'src/usecases/benches/short-worker.mjs';
type Tasks = typeof shortTasks;
type Input<Task extends keyof Tasks> = Parameters<Tasks[Task]>[0];
type Answer<Task extends keyof Tasks> = Awaited<ReturnType<Tasks[Task]>>;

type Typed = 'identify' | 'decode' | 'search' | 'procedure' | 'benchCar';
type Long = 'progression' | 'benchCar' | 'benchTrace' | 'runTrace';

/** What is asked while somebody types: a thread that nothing long ever takes. */
const typed = openLane<Pick<Tasks, Typed>>({
  worker,
  threads: 1,
  ready: 1,
  queue: 32,
  mostOfOne: 8,
  limitsMs: { identify: 10_000, decode: 10_000, search: 10_000, procedure: 10_000, benchCar: 10_000 },
});

/** What takes its time: one at a time, for all servers of the shop. */
const long = openLane<Pick<Tasks, Long>>({
  worker,
  threads: 1,
  ready: 0,
  queue: 1,
  limitsMs: { progression: 20_000, benchCar: 20_000, benchTrace: 20_000, runTrace: 20_000 },
});

const whoseOf = (actor: Actor) => `${actor.kind} ${actorId(actor)}`;

/** Runs a question that somebody types in a thread, in the lane that stays free for such. */
export function askTyped<Task extends Typed>(task: Task, input: Input<Task>): Promise<Answer<Task>> {
  return typed.run(task, input, { asker: whoseOf(input.actor) }) as Promise<Answer<Task>>;
}

/**
 * Runs a question that takes long in a thread, when its turn comes.
 * @param signal the asker has gone: the work is given up
 */
export function askLong<Task extends Long>(
  task: Task,
  input: Input<Task>,
  signal?: AbortSignal,
): Promise<Answer<Task>> {
  return inLongTurn(whoseOf(input.actor), signal, () => long.run(task, input, { signal })) as Promise<
    Answer<Task>
  >;
}

/** A car that lives through no more than this is answered at once. */
const shortCarUs = 5 * 60_000_000;
const shortCarInputs = 600;

/** Lets a car on the bench live through what was done to it: for some minutes at once, for longer when its turn comes. */
export function askBenchCar(question: Input<'benchCar'>, signal?: AbortSignal): Promise<Answer<'benchCar'>> {
  const { inputs, untilUs } = question.input;
  const isShort =
    inputs.length <= shortCarInputs && Math.max(untilUs ?? 0, inputs.at(-1)?.atUs ?? 0) <= shortCarUs;
  return isShort ? askTyped('benchCar', question) : askLong('benchCar', question, signal);
}

/** Starts the thread of typed questions before anybody asks. */
export const warmShortLane = typed.warm;
