import { commandPurpose, commands } from '@/core/authority/commands';
import { isAllowed } from '@/core/authority/purposes';
import { done, failed, type Result } from '@/core/kinds/result';
import type { BoundExit, BoundNode, BoundProcedure, BoundTarget } from '../bind/bound';
import type { KeyRole } from '../document/procedure';
import type { RunEvent, RunState } from './run-state';

// A run of a procedure is a fold over what happened: the same events give the same state, wherever they are folded.

/** A run before anything happened. */
export function startRun(procedure: BoundProcedure): RunState {
  return {
    at: procedure.start,
    search: null,
    jumps: {},
    authority: 'none',
    proved: {},
    taken: [],
    mended: [],
    exchanged: {},
  };
}

/** What a run needs to know beside its procedure. */
export interface RunGround {
  /** The fewest keys that the platform keeps. */
  readonly slotsMinimum: number;
}

/** The state after an event, or why it cannot have happened in the state it meets. */
export function runTakes(
  procedure: BoundProcedure,
  ground: RunGround,
  state: RunState,
  event: RunEvent,
): Result<RunState> {
  switch (event.kind) {
    case 'authority':
      return done({ ...state, authority: event.stage });
    case 'exchanged': {
      const { from, to } = event;
      const { known, learn, came } = procedure.plan;
      const planned = [...known, ...learn, ...(came === undefined ? [] : [came])];
      if (![...planned, ...Object.values(state.exchanged)].includes(from))
        return failed('This key plays no part here.');
      if (planned.includes(to) || state.exchanged[to] !== undefined)
        return failed('That key plays another part here.');
      return done({ ...state, exchanged: { ...state.exchanged, [from]: to } });
    }
    case 'answered':
      return answered(procedure, ground, state, event);
    case 'looked':
      if (!state.search) return failed('Nothing is being looked for.');
      return done({
        ...state,
        search: {
          ...state.search,
          looked: [...state.search.looked, { look: event.look, answer: event.answer }],
        },
      });
    case 'mended': {
      const suspect = suspects(procedure, state).find(({ cause }) => cause === event.cause);
      if (!suspect || !state.search) return failed('This cause is not looked for here.');
      const went = goes(state, `${state.search.node} ${state.search.answer} ${event.cause}`, suspect.back);
      return done({ ...went, search: null, mended: [...state.mended, event.cause] });
    }
    case 'gaveUp': {
      const exit = searched(procedure, state);
      if (!exit || !state.search) return failed('Nothing is being looked for.');
      const went = goes(state, `${state.search.node} ${state.search.answer}`, exit.otherwise);
      return done({ ...went, search: null });
    }
  }
}

/** Folds a whole log; an event that cannot have happened ends it with what is wrong. */
export function runOf(
  procedure: BoundProcedure,
  ground: RunGround,
  events: readonly RunEvent[],
): Result<RunState> {
  let state = startRun(procedure);
  for (const event of events) {
    const taken = runTakes(procedure, ground, state, event);
    if (!taken.ok) return taken;
    state = taken.value;
  }
  return done(state);
}

/** The key that stands for a planned one now: itself, or that which took its place. */
export function tagNow({ exchanged }: RunState, planned: number): number {
  let tag = planned;
  for (let next = exchanged[tag]; next !== undefined; next = exchanged[tag]) tag = next;
  return tag;
}

/** The key that has a role at a node now. */
export function tagOf(node: BoundNode, state: RunState, role: KeyRole): number | undefined {
  const planned = node.tags[role];
  return planned === undefined ? undefined : tagNow(state, planned);
}

/** The keys that shall be learned, as they are now. */
export function learnTags({ plan }: BoundProcedure, state: RunState): readonly number[] {
  return plan.learn.map((tag) => tagNow(state, tag));
}

/** Why a command may not be given now; undefined where it may. */
export function commandProblem(
  procedure: BoundProcedure,
  { slotsMinimum }: RunGround,
  state: RunState,
  node: BoundNode,
): string | undefined {
  const { step } = node;
  if (step.kind !== 'command') return undefined;
  const command = commands[step.command];
  if (!isAllowed(commandPurpose(step.command, procedure.way), state.authority))
    return 'The right to the car is not shown far enough for this.';
  const isProved = (tag: number | undefined) =>
    tag !== undefined && ['article', 'blank'].every((what) => state.proved[tag]?.includes(what as 'article'));
  if (command.writes && step.key === 'new' && !isProved(tagOf(node, state, 'new')))
    return 'The key was not read back as blank and of the right article.';
  if (command.erases) {
    const ready = learnTags(procedure, state).filter(isProved).length;
    if (ready < Math.max(procedure.plan.learn.length, slotsMinimum, 1))
      return 'Not as many keys are in hand and proved as have to be learned after it.';
  }
  return undefined;
}

function answered(
  procedure: BoundProcedure,
  ground: RunGround,
  state: RunState,
  { node: id, answer }: Extract<RunEvent, { kind: 'answered' }>,
): Result<RunState> {
  if (state.search) return failed('A cause is being looked for.');
  const node = procedure.nodes.get(id);
  if (!node || id !== state.at) return failed('This step is not at hand.');
  const exit = node.exits[answer];
  if (!exit) return failed('The step has no such answer.');
  const problem = commandProblem(procedure, ground, state, node);
  if (problem !== undefined) return failed(problem);
  const told = learnt(node, state, answer);
  return done(
    exit.kind === 'trouble'
      ? { ...told, search: { node: id, answer, looked: [] } }
      : goes(told, `${id} ${answer}`, exit.target),
  );
}

/** What an answer says beside where it leads. */
function learnt(node: BoundNode, state: RunState, answer: string): RunState {
  const { step } = node;
  const tag = 'key' in step && step.key ? tagOf(node, state, step.key) : undefined;
  switch (step.kind) {
    case 'command':
      // Whether it was done is not known where no answer came: it counts as done.
      return commands[step.command].erases === true && answer !== 'refused' ? { ...state, taken: [] } : state;
    case 'check':
      if (tag === undefined) return state;
      if (step.of === 'starts') return answer === 'yes' ? withTaken(state, tag) : state;
      return step.of === 'article' || step.of === 'blank' ? withProof(state, tag, step.of, answer) : state;
    case 'observe':
      return tag !== undefined && step.answers.find(({ id }) => id === answer)?.taken
        ? withTaken(state, tag)
        : state;
    default:
      return state;
  }
}

function withProof(state: RunState, tag: number, what: 'article' | 'blank', answer: string): RunState {
  const before = (state.proved[tag] ?? []).filter((one) => one !== what);
  return { ...state, proved: { ...state.proved, [tag]: answer === 'yes' ? [...before, what] : before } };
}

function withTaken(state: RunState, tag: number): RunState {
  return state.taken.includes(tag) ? state : { ...state, taken: [...state.taken, tag] };
}

function goes(state: RunState, way: string, { to, back }: BoundTarget): RunState {
  if (!back) return { ...state, at: to };
  const gone = state.jumps[way] ?? 0;
  return gone < back.atMost
    ? { ...state, at: to, jumps: { ...state.jumps, [way]: gone + 1 } }
    : { ...state, at: back.otherwise };
}

function searched(
  procedure: BoundProcedure,
  { search }: RunState,
): Extract<BoundExit, { kind: 'trouble' }> | undefined {
  const exit = search && procedure.nodes.get(search.node)?.exits[search.answer];
  return exit?.kind === 'trouble' ? exit : undefined;
}

/** What may be behind what is looked for now. */
export function suspects(procedure: BoundProcedure, state: RunState) {
  return searched(procedure, state)?.causes ?? [];
}
