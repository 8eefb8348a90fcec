import { commandPurpose, commands } from '@/core/authority/commands';
import { isAllowed } from '@/core/authority/purposes';
import type { CarState } from '@/core/benchcar/car/car-state';
import type { BenchPlatform } from '@/core/benchcar/document/bench-platform';
import { type CarSetup, startCar } from '@/core/benchcar/start/start-car';
import { targetsOfExit } from '../bind/bind';
import type { BoundNode, BoundProcedure } from '../bind/bound';
import { learnTags, runTakes, startRun, suspects, tagOf } from '../run/run';
import type { RunEvent, RunState } from '../run/run-state';
import { handled, withoutLine } from './direct-tool';
import { type ModelState, nameOf } from './model-state';
import { movesOf } from './moves';

/** What walking through every state of a procedure came to. */
export interface Walked {
  readonly states: number;
  /** Whether success is reached by somebody who does all well. */
  readonly succeeds: boolean;
  /** How many states end in each end, by its id. */
  readonly ends: Readonly<Record<string, number>>;
  /** States that stand at a command which the right to the car does not allow yet. */
  readonly gated: number;
  /** What must never be, each with the events that lead there. */
  readonly wrong: readonly { readonly what: string; readonly events: readonly RunEvent[] }[];
  /** Whether there were more states than were looked at. */
  readonly cut: boolean;
}

interface Bounds {
  /** The most ways back in one walk. */
  readonly retries: number;
  readonly mostStates: number;
}

/**
 * Walks a bound procedure through every state that it can come to with a car: each step done well, late, cut short, unanswered, with a
 * line that is lost before or after the car obeyed, with and without the right to the car, each cause mended or not.
 * @param setups the cars to begin with: keys of the right chip, of another, bound to another car
 */
export function walkModel(
  platform: BenchPlatform,
  procedure: BoundProcedure,
  setups: readonly CarSetup[],
  { retries, mostStates }: Bounds,
): Walked {
  const ground = { slotsMinimum: platform.platform.slotsMinimum };
  const clocks = clockSteps(procedure);
  const met = new Map<string, { readonly from: string | null; readonly event: RunEvent | null }>();
  const open: ModelState[] = [];
  const ends: Record<string, number> = {};
  const wrong: Walked['wrong'][number][] = [];
  let gated = 0;
  let succeeds = false;

  const trail = (name: string, last: RunEvent | null): RunEvent[] => {
    const events: RunEvent[] = last ? [last] : [];
    for (let at = met.get(name); at; at = at.from === null ? undefined : met.get(at.from))
      if (at.event) events.unshift(at.event);
    return events;
  };
  const add = (state: ModelState, from: string | null, event: RunEvent | null) => {
    const name = nameOf(platform, state, clocks);
    if (met.has(name) || met.size >= mostStates) return;
    met.set(name, { from, event });
    const end = procedure.ends.get(state.run.at);
    if (!end || state.run.search) {
      open.push(state);
      return;
    }
    ends[end.id] = (ends[end.id] ?? 0) + 1;
    if (end.kind !== 'success') return;
    succeeds = true;
    const lacking = lackingOf(platform, procedure, state);
    if (lacking !== undefined) wrong.push({ what: lacking, events: trail(name, null) });
  };

  for (const setup of setups)
    for (const stage of ['none', 'onSite'] as const) {
      const start = startCar(platform, setup);
      const run: RunState = { ...startRun(procedure), authority: stage };
      add(
        {
          run,
          car: withoutLine({ ...start.state, battery: { ...start.state.battery, sags: 0 } }),
          signs: [],
          tool: null,
          pin: start.papers.pin === null ? 'none' : 'right',
          type: 0,
          typeFound: false,
          ends: {},
          retries: 0,
        },
        null,
        { kind: 'authority', stage },
      );
    }

  for (let state = open.pop(); state; state = open.pop()) {
    const name = nameOf(platform, state, clocks);
    const take = (from: ModelState, event: RunEvent): boolean => {
      const taken = runTakes(procedure, ground, from.run, event);
      if (!taken.ok) return false;
      for (const run of goneBack(from.run, taken.value, procedure))
        if (from.retries + run.back <= retries)
          add({ ...from, run: run.run, retries: from.retries + run.back }, name, event);
      return true;
    };
    const node = procedure.nodes.get(state.run.at);
    if (!node) {
      wrong.push({ what: `Nothing is at ${state.run.at}.`, events: trail(name, null) });
      continue;
    }
    if (state.run.search) {
      take(state, { kind: 'gaveUp' });
      for (const { cause } of suspects(procedure, state.run)) {
        const mended = mend(platform, procedure, state, node, cause);
        take(mended, { kind: 'mended', cause });
      }
      continue;
    }
    let allowed = false;
    for (const move of movesOf({ platform, procedure, state, node })) {
      const ended = { ...move.state, ends: { ...move.state.ends, [node.step.id]: move.state.car.nowUs } };
      const event: RunEvent = { kind: 'answered', node: node.id, answer: move.answer };
      if (!take(ended, event)) continue;
      allowed = true;
      const danger = dangerOf(platform, procedure, state, node, move.answer);
      if (danger !== undefined) wrong.push({ what: danger, events: trail(name, event) });
    }
    if (!allowed) gated += 1;
  }
  return { states: met.size, succeeds, ends, gated, wrong, cut: met.size >= mostStates };
}

/** A way back counts as one retry; it may also be given up at any time, so that how often each was gone makes no state of its own. */
function goneBack(
  before: RunState,
  after: RunState,
  procedure: BoundProcedure,
): readonly { readonly run: RunState; readonly back: number }[] {
  const way = Object.keys(after.jumps).find((one) => after.jumps[one] !== before.jumps[one]);
  if (way === undefined) return [{ run: { ...after, jumps: {} }, back: 0 }];
  const gone = { run: { ...after, jumps: {} }, back: 1 };
  const given = givenUp(procedure, before, after).map((at) => ({
    run: { ...after, jumps: {}, at },
    back: 0,
  }));
  return [gone, ...given];
}

/** Where the ways back that lead there lead once they are given up. */
function givenUp(procedure: BoundProcedure, before: RunState, after: RunState): readonly string[] {
  const exits = Object.values(procedure.nodes.get(before.search?.node ?? before.at)?.exits ?? {});
  const backs = exits.flatMap(targetsOfExit).filter(({ to }) => to === after.at);
  return [...new Set(backs.flatMap(({ back }) => back?.otherwise ?? []))];
}

/** Steps whose end starts a clock that something must not come before, and after how many seconds it is all one. */
function clockSteps({ nodes }: BoundProcedure): ReadonlyMap<string, number> {
  return new Map(
    [...nodes.values()].flatMap(({ step }) =>
      step.kind === 'window' && 'step' in step.from && step.notBefore !== undefined
        ? [[step.from.step, Math.ceil(Number(step.notBefore)) + 1] as const]
        : [],
    ),
  );
}

/** What a command must never meet. */
function dangerOf(
  platform: BenchPlatform,
  procedure: BoundProcedure,
  state: ModelState,
  node: BoundNode,
  answer: string,
): string | undefined {
  const { step } = node;
  if (step.kind !== 'command' || answer === 'refused') return undefined;
  if (!isAllowed(commandPurpose(step.command, procedure.way), state.run.authority))
    return `${step.command} before the right to the car was shown.`;
  if (!commands[step.command].erases) return undefined;
  const tags = learnTags(procedure, state.run);
  const good = tags.filter((tag) => isLearnable(platform, state.car, tag));
  return good.length < tags.length || good.length < Math.max(1, platform.platform.slotsMinimum)
    ? `${step.command} with ${good.length} learnable keys in hand.`
    : undefined;
}

function isLearnable({ behaviour }: BenchPlatform, { keys, seed }: CarState, tag: number): boolean {
  const key = keys.find((one) => one.tag === tag);
  return (
    key !== undefined &&
    key.chip !== null &&
    behaviour.chips.includes(key.chip) &&
    (key.boundTo === null || key.boundTo === seed)
  );
}

/** What a success lacks: a key that is not known, a known one that is lost though the way keeps it, a remote that does nothing. */
function lackingOf(
  platform: BenchPlatform,
  procedure: BoundProcedure,
  state: ModelState,
): string | undefined {
  const { keys, memory } = state.car;
  const method = platform.platform.methods.find(({ kind }) => kind === procedure.way);
  const key = (tag: number) => keys.find((one) => one.tag === tag);
  const knows = (tag: number) => memory.identities.includes(key(tag)?.identity ?? '');
  const tags = learnTags(procedure, state.run);
  const lost = method?.others === 'keep' && procedure.plan.known.some((tag) => !knows(tag));
  if (lost) return 'It ends in success, and a known key is known no longer.';
  if (procedure.way === 'remote') {
    const dead = tags.some((tag) => !memory.remotes.includes(key(tag)?.remote ?? ''));
    return dead ? 'It ends in success, and a remote does nothing.' : undefined;
  }
  return tags.every(knows) ? undefined : 'It ends in success, and a key is not known.';
}

/** A cause is mended, where it is one that hands can mend. */
function mend(
  platform: BenchPlatform,
  procedure: BoundProcedure,
  state: ModelState,
  node: BoundNode,
  cause: string,
): ModelState {
  const { car } = state;
  switch (cause) {
    case 'looseLead':
    case 'noAdapter':
    case 'linkLost':
      return { ...state, car: handled(platform, car, [{ kind: 'part', part: 'lead', to: 'plugged' }]).car };
    case 'pinBefore':
      return { ...state, pin: state.pin === 'none' ? 'none' : 'right' };
    case 'wrongChip':
    case 'notReset': {
      const bad = tagOf(node, state.run, 'new');
      if (bad === undefined || isLearnable(platform, car, bad)) return state;
      const fetched = handled(platform, car, [{ kind: 'fetch' }]).car;
      const to = Math.max(...fetched.keys.map(({ tag }) => tag));
      const taken = runTakes(procedure, { slotsMinimum: 0 }, state.run, { kind: 'exchanged', from: bad, to });
      return taken.ok ? { ...state, car: fetched, run: taken.value } : state;
    }
    default:
      return state;
  }
}
