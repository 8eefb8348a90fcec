import { advanceCar } from '@/core/benchcar/car/car';
import type { CarInput } from '@/core/benchcar/car/car-state';
import { left } from '@/core/benchcar/course/commands';
import type { BenchPlatform } from '@/core/benchcar/document/bench-platform';
import type { BoundNode, BoundProcedure } from '../bind/bound';
import type { Act, CheckStep, CommandStep } from '../document/procedure';
import { learnTags, tagOf } from '../run/run';
import { commanded, handled, withoutLine } from './direct-tool';
import { afterStart, handsOf, keysOut, startsBy, type TagOfRole } from './hands';
import type { ModelState } from './model-state';
import { checkAnswer, observeAnswer, optionOf, type Sight } from './sees';

/** One way in which a step can come out: the answer, and the state that it is given in. */
export interface Move {
  readonly answer: string;
  readonly state: ModelState;
}

/** A run at a node, and what it is walked on. */
export interface Place {
  readonly platform: BenchPlatform;
  readonly procedure: BoundProcedure;
  readonly state: ModelState;
  readonly node: BoundNode;
}

const second = 1_000_000;

/** Every way in which the step at hand can come out: done well, late, cut short, without an answer, with a line that is lost. */
export function movesOf(place: Place): readonly Move[] {
  const { state, node } = place;
  const { step } = node;
  switch (step.kind) {
    case 'do':
      return [{ answer: 'done', state: does(place, state, step.acts, 1) }];
    case 'check':
      return checks(place, step);
    case 'hold': {
      const [from, to] = [Number(step.seconds.from), Number(step.seconds.to)];
      const kept = (seconds: number) =>
        does(place, waits(place, does(place, state, step.acts, 0), seconds), step.release, 0);
      return timed(kept((from + to) / 2), kept(to + Math.max(1, to - from)));
    }
    case 'pace': {
      const times = Number(step.times ?? step.most);
      const [from, to] = [Number(step.every.from), Number(step.every.to)];
      const beats = (every: number) => {
        let now = state;
        for (let time = 0; time < times; time += 1)
          for (const act of step.acts)
            now = waits(place, does(place, now, [act], 0), every / step.acts.length);
        return now;
      };
      return timed(beats((from + to) / 2), beats(2 * to + 1));
    }
    case 'window': {
      const since = 'step' in step.from ? state.ends[step.from.step] : undefined;
      const gone = since === undefined ? 0 : (state.car.nowUs - since) / second;
      const not = Number(step.notBefore ?? 0);
      const soon = not > 0 ? Math.max(0.5, not + 0.2 - gone) : 0.5;
      const done = (seconds: number) => does(place, waits(place, state, seconds), step.acts, 0.3);
      return timed(done(soon), done(Number(step.seconds) + 2));
    }
    case 'wait':
      return sits(place, step.wait);
    case 'observe': {
      // Who watches for the tool's word waits until it comes.
      const byTool = step.answers.some(({ by }) => by?.tool !== undefined);
      const settled = byTool ? awaited(place, state) : state;
      const answer = observeAnswer(step, sightOf(place, settled));
      const clear = { ...settled, signs: [], tool: byTool ? null : settled.tool };
      return [
        { answer, state: clear },
        { answer: 'cannotTell', state: clear },
      ];
    }
    case 'enter': {
      const missing = { answer: 'missing', state };
      return state.pin === 'none'
        ? [missing]
        : [
            { answer: 'done', state: { ...state, pin: 'right' } },
            { answer: 'done', state: { ...state, pin: 'wrong' } },
            missing,
          ];
    }
    case 'choose': {
      const told = optionOf(step, sightOf(place, state));
      const option = step.options.find(({ id }) => id === told);
      if (option && option.when !== 'pinOnPaper' && option.when !== 'pinByTool')
        return [
          {
            answer: option.id,
            state: option.when === 'typeLeft' ? { ...state, type: state.type + 1 } : state,
          },
        ];
      return step.options.map(({ id }) => ({ answer: id, state }));
    }
    case 'command':
      return told(place, step);
  }
}

/** In time; late and said so; late and not noticed. */
function timed(right: ModelState, late: ModelState): readonly Move[] {
  return [
    { answer: 'held', state: right },
    { answer: 'missed', state: late },
    { answer: 'held', state: late },
  ];
}

/** A key that came with the module is the one that lies there. */
function roleOf({ node, state }: Place, car = state.car): TagOfRole {
  return (role) =>
    role === 'came'
      ? car.keys.find(({ identity }) => identity.startsWith('module'))?.tag
      : tagOf(node, state.run, role);
}

function hands(place: Place, state: ModelState, inputs: readonly CarInput[]): ModelState {
  const { car, signs } = handled(place.platform, state.car, inputs);
  return heard({ ...state, car }, signs);
}

/** Signs are kept once each, in the order of their names, so that when they were seen makes no other state. */
function heard(state: ModelState, signs: readonly string[]): ModelState {
  const took = signs.includes('the lamp answers') ? 'taken' : state.tool;
  return signs.length === 0
    ? state
    : { ...state, tool: took, signs: [...new Set([...state.signs, ...signs])].sort() };
}

function does(place: Place, before: ModelState, acts: readonly Act[], apart: number): ModelState {
  let state = before;
  for (const act of acts) {
    state = hands(place, state, handsOf(act, state.car, roleOf(place, state.car)));
    if (apart > 0) state = waits(place, state, apart);
  }
  return state;
}

function waits({ platform }: Place, state: ModelState, seconds: number): ModelState {
  const turn = advanceCar(platform, state.car, state.car.nowUs + Math.round(seconds * second));
  const signs = turn.outputs.flatMap((output) => (output.kind === 'sign' ? [output.sign] : []));
  return heard({ ...state, car: withoutLine(turn.state) }, signs);
}

/** Whoever watches gives the car until its window is over. */
function awaited(place: Place, state: ModelState): ModelState {
  const ends = state.car.courses.flatMap(({ byTool, windowEndsUs }) =>
    byTool && windowEndsUs ? [windowEndsUs] : [],
  );
  if (state.tool !== 'notTaken' || ends.length === 0) return state;
  return waits(place, state, (Math.max(...ends) - state.car.nowUs) / second + 1);
}

function sightOf(place: Place, state: ModelState): Sight {
  const { platform, procedure } = place;
  const method = platform.platform.methods.find(({ kind }) => kind === procedure.way);
  return {
    platform,
    car: state.car,
    signs: state.signs,
    tool: state.tool,
    tagOf: roleOf(place, state.car),
    learn: learnTags(procedure, state.run),
    erases: method?.others === 'erase',
    pin: state.pin === 'none' ? 'none' : 'onPaper',
    typesLeft: platform.platform.systemTypes.length - state.type,
    typeFound: state.typeFound,
    taken: state.run.taken,
  };
}

function checks(place: Place, step: CheckStep): readonly Move[] {
  const { state, node } = place;
  const cannot = { answer: 'cannotTell', state };
  const tag = tagOf(node, state.run, step.key ?? 'new');
  switch (step.of) {
    case 'starts': {
      if (tag === undefined) return [cannot];
      const tried = hands(place, state, startsBy(state.car, tag));
      const runs = tried.car.parts.ignition === 'running';
      return [
        { answer: runs ? 'yes' : 'no', state: waits(place, hands(place, tried, afterStart(tag)), 2) },
        cannot,
      ];
    }
    case 'remote': {
      if (tag === undefined) return [cannot];
      const off = hands(place, state, [{ kind: 'part', part: 'ignition', to: 'off' }]);
      const out = hands(place, off, keysOut(off.car));
      const pressed = handled(place.platform, out.car, [
        { kind: 'press', tag, button: 'lock' },
        { kind: 'release' },
      ]);
      const works = pressed.signs.includes('the car answers: lock');
      return [{ answer: works ? 'yes' : 'no', state: { ...out, car: pressed.car } }, cannot];
    }
    case 'told':
    case 'person':
      return [{ answer: 'yes', state }, { answer: 'no', state }, cannot];
    default:
      return [{ answer: checkAnswer(step, sightOf(place, state)), state }, cannot];
  }
}

/** A wait is cut short, or sat out to its usual or its longest time, or what it is for was given up in it. */
function sits(place: Place, number: number): readonly Move[] {
  const { platform, procedure, state } = place;
  const wait = platform.platform.methods.find(({ kind }) => kind === procedure.way)?.waits[number - 1];
  if (!wait) return [{ answer: 'over', state }];
  const usual = waits(place, state, wait.usualSeconds + 1);
  const longest = waits(place, state, wait.longestSeconds + 1);
  const given = left(withoutCourses(longest)).state;
  return [
    { answer: 'over', state: waits(place, state, wait.usualSeconds / 2) },
    { answer: 'over', state: usual },
    { answer: 'over', state: longest },
    { answer: 'late', state: { ...longest, car: withoutLine(given) } },
    { answer: 'late', state: longest },
  ];
}

function withoutCourses({ car }: ModelState) {
  return { ...car, courses: car.courses.filter(({ byTool }) => byTool) };
}

/** A device is told; a line may be lost before the car has done it, and after. */
function told(place: Place, step: CommandStep): readonly Move[] {
  const { platform, procedure, state } = place;
  const types = platform.platform.systemTypes;
  const { answer, car, signs } = commanded(platform, state.car, step.command, {
    way: procedure.way,
    tagOf: roleOf(place),
    pinIsRight: state.pin === 'right',
    typeIsRight: types.length < 2 || types[Math.max(0, state.type - 1)] === state.car.module.systemType,
  });
  const spoke = { ...state, typeFound: state.typeFound || answer !== 'silent' };
  const learnt = step.command === 'readPin' && answer === 'done' ? ({ pin: 'right' } as const) : {};
  const waiting =
    step.command === 'learn' && answer === 'done' ? ({ tool: 'notTaken', signs: [] } as const) : {};
  const done = heard({ ...spoke, car, ...learnt, ...waiting }, signs);
  const moves: Move[] = [{ answer, state: done }];
  const byLine =
    platform.behaviour.link.kind !== 'none' && state.car.parts.lead === 'plugged' && answer === 'done';
  if (!byLine) return moves;
  const loose = (from: ModelState): Move => ({
    answer: 'silent',
    state: { ...from, tool: null, car: { ...from.car, parts: { ...from.car.parts, lead: 'loose' } } },
  });
  return [...moves, loose(state), loose(done)];
}
