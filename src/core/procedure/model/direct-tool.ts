import type { CommandName } from '@/core/authority/commands';
import { carTakes } from '@/core/benchcar/car/car';
import type { CarInput, CarState } from '@/core/benchcar/car/car-state';
import { type Command, judge, obey } from '@/core/benchcar/course/commands';
import { type DeviceAct, deviceActs } from '@/core/benchcar/document/behaviour';
import type { BenchPlatform } from '@/core/benchcar/document/bench-platform';
import type { MethodKind } from '@/core/catalogue/methods';
import type { TagOfRole } from './hands';

/** What somebody gives a device with a command. */
export interface CommandGround {
  readonly way: MethodKind;
  readonly tagOf: TagOfRole;
  readonly pinIsRight: boolean;
  readonly typeIsRight: boolean;
}

/** A car without its line: commands are obeyed at once, and nothing is said in frames. */
export function withoutLine(car: CarState): CarState {
  return { ...car, bus: null, line: null, background: [] };
}

/** A car with what could be seen or heard of it. */
export interface Handled {
  readonly car: CarState;
  readonly signs: readonly string[];
}

/** What hands do to a car without its line. */
export function handled(platform: BenchPlatform, before: CarState, inputs: readonly CarInput[]): Handled {
  let car = before;
  const signs: string[] = [];
  for (const input of inputs) {
    const turn = carTakes(platform, car, input, car.nowUs);
    car = withoutLine(turn.state);
    signs.push(...turn.outputs.flatMap((output) => (output.kind === 'sign' ? [output.sign] : [])));
  }
  return { car, signs };
}

/** What came of a command, and what it left of the car. */
export interface Commanded extends Handled {
  readonly answer: 'done' | 'refused' | 'silent';
}

/** A command as the car takes it, whatever would be said on its line. */
export function commanded(
  platform: BenchPlatform,
  car: CarState,
  command: CommandName,
  ground: CommandGround,
): Commanded {
  const silent: Commanded = { answer: 'silent', car, signs: [] };
  const refused: Commanded = { answer: 'refused', car, signs: [] };
  const done: Commanded = { answer: 'done', car, signs: [] };
  const method = platform.platform.methods.find(({ kind }) => kind === ground.way);
  const device = (does: DeviceAct, tag?: number, from?: number): Commanded => {
    const { car: now, signs } = handled(platform, car, [
      { kind: 'device', does, ...(tag !== undefined && { tag }), ...(from !== undefined && { from }) },
    ]);
    return { answer: signs.includes(deviceActs[does]) ? 'done' : 'refused', car: now, signs };
  };
  switch (command) {
    case 'readOriginal':
    case 'readBoard':
    case 'listen':
    case 'workOut':
    case 'restoreBoard':
    case 'workOutImage':
      return done;
    case 'readCartridge':
      return car.keys.find(({ tag }) => tag === ground.tagOf('new'))?.boundTo == null ? done : refused;
    case 'writeCopy':
    case 'writeBoard':
      return device('copy', ground.tagOf('new'), ground.tagOf('known'));
    case 'backUpModule':
      return device('backup');
    case 'restoreModule':
      return device('restore');
    case 'clearModule':
      return device('clear');
    case 'writePosition':
      return device('position', ground.tagOf('new'));
    case 'writeImage':
      return device('image', ground.tagOf('new'));
    default: {
      if (car.parts.lead !== 'plugged' || car.parts.module === 'out' || !ground.typeIsRight) return silent;
      if (command === 'identify' || command === 'clearFaults') return done;
      if (command === 'count') return platform.platform.count === 'cannotSay' ? refused : done;
      if (command === 'readPin') return platform.platform.pinSources.includes('obdSocket') ? done : refused;
      if (command === 'begin' && method?.needsPin && !ground.pinIsRight) return refused;
      const name: Command = command === 'begin' ? `begin ${ground.way}` : command;
      if (judge(platform, car, name).kind === 'refused') return refused;
      const { state, signs } = obey(platform, car, name);
      return { answer: 'done', car: withoutLine(state), signs };
    }
  }
}
