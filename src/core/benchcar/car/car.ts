import { type ModuleEffect, moduleWork, speechOf } from '../can/can-module';
import type { CanFrame } from '../can/frame';
import { type ModuleTurn, moduleDue, moduleHears, wakeModule } from '../can/module';
import { left, obey } from '../course/commands';
import { courseDue, wakeCourse } from '../course/course';
import type { BenchPlatform } from '../document/bench-platform';
import { type LineEffect, lineDue, lineHears } from '../serial/line';
import type { CarInput, CarOutput, CarState, CarTurn } from './car-state';
import { join, still, stored, turned } from './car-turns';
import { settled } from './electrics';
import { changesKey, device, fetchesKey, happenedTo, looks, movesKey, movesPart, presses } from './hands';

// A car on the bench: its state follows from its platform, its seed and what was done to it, each with its time. Nothing here waits:
// whoever drives it asks when something is due.

/** What an input does at its time, with all that was due before. One that comes late counts as coming now. */
export function carTakes(platform: BenchPlatform, before: CarState, input: CarInput, atUs: number): CarTurn {
  const until = advanceCar(platform, before, atUs);
  const taken = takes(platform, settled(platform, until.state), input);
  return { state: taken.state, outputs: [...until.outputs, ...taken.outputs] };
}

/**
 * Lets time go on: what is due is done, the earliest first.
 * @param toFirst whether it stops at the first that is seen or heard
 */
export function advanceCar(
  platform: BenchPlatform,
  before: CarState,
  untilUs: number,
  toFirst = false,
): CarTurn {
  let state = before;
  const outputs: CarOutput[] = [];
  for (;;) {
    const due = carDue(platform, state);
    if (due === null || due > untilUs) break;
    const turn = wakeCar(platform, { ...state, nowUs: Math.max(state.nowUs, due) });
    state = turn.state;
    outputs.push(...turn.outputs);
    if (toFirst && outputs.length > 0) return { state, outputs };
  }
  return { state: { ...state, nowUs: Math.max(state.nowUs, untilUs) }, outputs };
}

/** When something of the car is due by itself; null for never. */
export function carDue(platform: BenchPlatform, state: CarState): number | null {
  const dues = [
    ...state.courses.map((course) => courseDue(platform, course)),
    state.bus && moduleDue(state.bus),
    state.line && lineDue(state.line),
    ...state.background,
  ].filter((due) => due !== null);
  return dues.length === 0 ? null : Math.min(...dues);
}

/** What is due now, one thing: ways first, then the module, then what others say on the bus. */
function wakeCar(platform: BenchPlatform, state: CarState): CarTurn {
  const { nowUs } = state;
  const course = state.courses.find((one) => isDue(courseDue(platform, one), nowUs));
  if (course) return turned(state, wakeCourse(platform, state, course));
  const { link } = platform.behaviour;
  if (state.bus && link.kind === 'can' && isDue(moduleDue(state.bus), nowUs)) {
    const speech = speechOf(link, platform, state);
    return afterModule(
      platform,
      state,
      wakeModule(speech, state.bus, nowUs, moduleWork(link, platform, state)),
    );
  }
  if (state.line && isDue(lineDue(state.line), nowUs)) return wakeLine(state, state.line);
  return others(platform, state);
}

function isDue(due: number | null, nowUs: number): boolean {
  return due !== null && due <= nowUs;
}

/** The other modules' frames that are due. */
function others(platform: BenchPlatform, state: CarState): CarTurn {
  const { link } = platform.behaviour;
  const at = state.background.findIndex((due) => due <= state.nowUs);
  const sender = link.kind === 'can' ? link.background[at] : undefined;
  if (!sender) return { state: { ...state, background: [] }, outputs: [] };
  const due = state.background[at] ?? state.nowUs;
  const next = state.background.map((one, which) => (which === at ? due + sender.everyMs * 1000 : one));
  const rolling = Math.round(due / (sender.everyMs * 1000)) & 0xff;
  const data = [
    ...Array.from({ length: sender.bytes - 1 }, (_, byte) => (sender.id * (byte + 3)) & 0xff),
    rolling,
  ];
  return {
    state: { ...state, background: next },
    outputs: isPlugged(state) ? [{ kind: 'frame', atUs: state.nowUs, frame: { id: sender.id, data } }] : [],
  };
}

function takes(platform: BenchPlatform, state: CarState, input: CarInput): CarTurn {
  switch (input.kind) {
    case 'frame':
      return hearsFrame(platform, state, input.frame);
    case 'bytes':
      return hearsBytes(platform, state, input.bytes);
    case 'part':
      return movesPart(platform, state, input.part, input.to);
    case 'move':
      return movesKey(platform, state, input.tag, input.to);
    case 'press':
      return presses(platform, state, input.tag, input.button);
    case 'release':
      return turned(
        state,
        happenedTo(platform, { ...state, pressed: null }, 'button', 'free', 0, state.pressed?.tag ?? null),
      );
    case 'cell':
      return changesKey(state, input.tag, (key) => ({ ...key, cell: input.to }));
    case 'supply':
      return { state: { ...state, battery: { ...state.battery, supply: input.on } }, outputs: [] };
    case 'look':
      return looks(state, input.at);
    case 'fetch':
      return fetchesKey(platform, state);
    case 'device':
      return device(platform, state, input);
  }
}

function hearsFrame(platform: BenchPlatform, state: CarState, frame: CanFrame): CarTurn {
  const { link } = platform.behaviour;
  if (!state.bus || link.kind !== 'can' || !isPlugged(state) || state.parts.module === 'out')
    return still(state);
  const speech = speechOf(link, platform, state);
  const turn = moduleHears(speech, state.bus, frame, state.nowUs, moduleWork(link, platform, state));
  return afterModule(platform, state, turn);
}

/** What a module did is done to the car, and what it says goes out where a lead is there to carry it. */
function afterModule(platform: BenchPlatform, state: CarState, turn: ModuleTurn<ModuleEffect>): CarTurn {
  const before = state.bus?.speech;
  const outputs: CarOutput[] = isPlugged(state)
    ? turn.frames.map((frame) => ({ kind: 'frame', atUs: state.nowUs, frame }))
    : [];
  let next: CarTurn = { state: { ...state, bus: turn.state }, outputs };
  for (const effect of turn.effects) next = afterEffect(platform, next, effect);
  // A session that fell back, or power that went, ends what the tool began.
  const fellBack = before?.session === 'extended' && turn.state.speech.session === 'default';
  return fellBack ? join(next, turned(next.state, left(next.state))) : next;
}

function afterEffect(platform: BenchPlatform, turn: CarTurn, effect: ModuleEffect | LineEffect): CarTurn {
  const { state } = turn;
  switch (effect.kind) {
    case 'command': {
      const lived = obey(platform, state, effect.command);
      const writes = effect.command === 'erase' || effect.command === 'learn';
      const loosened =
        writes && state.quirks.leadComesLoose
          ? {
              ...lived.state,
              parts: { ...lived.state.parts, lead: 'loose' },
              quirks: { ...lived.state.quirks, leadComesLoose: false },
            }
          : lived.state;
      const loose = loosened === lived.state ? loosened : stored(platform, loosened, 'linkLost');
      return join(turn, turned(state, { ...lived, state: loose }));
    }
    case 'clearFaults':
      return { ...turn, state: { ...state, faults: [] } };
    case 'pinGiven':
      return { ...turn, state: { ...state, pin: { given: true, wrong: 0, shutUntilUs: 0 } } };
    case 'pinWrong': {
      const wrong = state.pin.wrong + 1;
      const { tries = 3, lockoutSeconds = 10 } = platform.behaviour.pin ?? {};
      const shutUntilUs = wrong >= tries ? state.nowUs + lockoutSeconds * 1_000_000 : 0;
      return {
        ...turn,
        state: { ...state, pin: { given: false, wrong: Math.min(wrong, tries - 1), shutUntilUs } },
      };
    }
  }
}

function hearsBytes(platform: BenchPlatform, state: CarState, bytes: readonly number[]): CarTurn {
  const { link } = platform.behaviour;
  if (!state.line || link.kind !== 'serial' || !isPlugged(state) || state.parts.module === 'out')
    return still(state);
  const { line, effects } = lineHears(link, platform, state, state.line, bytes);
  let next: CarTurn = still({ ...state, line });
  for (const effect of effects) next = afterEffect(platform, next, effect);
  return line.awakeUntilUs === null
    ? { ...next, state: { ...next.state, pin: { ...next.state.pin, given: false } } }
    : next;
}

/** An answer that is due goes out, or the line falls asleep and with it what the tool began. */
function wakeLine(state: CarState, line: NonNullable<CarState['line']>): CarTurn {
  const [answer, ...outbox] = line.outbox;
  if (answer && answer.atUs <= state.nowUs)
    return {
      state: { ...state, line: { ...line, outbox } },
      outputs: isPlugged(state) ? [{ kind: 'bytes', atUs: state.nowUs, bytes: answer.bytes }] : [],
    };
  const asleep = { ...state, line: { ...line, awakeUntilUs: null }, pin: { ...state.pin, given: false } };
  return turned(asleep, left(asleep));
}

function isPlugged({ parts }: CarState): boolean {
  return parts.lead === 'plugged';
}
