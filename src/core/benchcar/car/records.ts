import { seededRandom } from '@/core/kinds/random';
import { stepOf } from '../course/course';
import type { BenchPlatform } from '../document/bench-platform';
import type { CarState } from './car-state';
import { voltsAt } from './electrics';
import { isAccepted, mayIntroduce, readAt } from './reading';

/** What a module can be asked for, by the name in its document, in the words of who asks. */
export const recordWords = {
  vin: 'the VIN you hold',
  part: 'your part number',
  systemType: 'your system type',
  keyCount: 'how many keys you know',
  slots: 'how many keys you can hold',
  pin: 'your PIN',
  volts: 'the voltage',
  ignition: 'the ignition',
  keyRead: 'what your reader finds',
  menu: 'the key page of your menu',
  keyData: 'what a key’s image is worked out of',
  progress: 'how far you are',
} as const;
export type RecordName = keyof typeof recordWords;

export function isRecord(holds: string): holds is RecordName {
  return Object.hasOwn(recordWords, holds);
}

/** How far a way is, as its record says: nothing runs, it waits, it is ready for the tool, a key is awaited, hands have to do something. */
export const progressCodes = ['idle', 'waits', 'ready', 'awaitsKey', 'hands'] as const;
export type Progress = (typeof progressCodes)[number];

/** A record's bytes: texts in ASCII, the voltage in hundredths, the rest as codes. */
export function readRecord(platform: BenchPlatform, state: CarState, holds: string): readonly number[] {
  if (!isRecord(holds)) return [];
  switch (holds) {
    case 'vin':
      return ascii(state.module.vin);
    case 'part':
      return ascii(state.module.part);
    case 'systemType':
      return ascii(state.module.systemType ?? '-');
    case 'pin':
      return ascii(state.module.pin);
    case 'keyCount':
      return [state.memory.identities.length];
    case 'slots':
      return [platform.platform.slotsMaximum];
    case 'volts': {
      const hundredths = Math.round(voltsAt(platform, state, state.nowUs) * 100);
      return [hundredths >> 8, hundredths & 0xff];
    }
    case 'ignition':
      return [state.parts.ignition === 'off' ? 0 : 1];
    case 'keyRead':
      return [keyReadCode(platform, state)];
    case 'menu': {
      const key = firstRead(platform, state);
      return [key && mayIntroduce(platform, state, key) ? 1 : 0];
    }
    case 'keyData': {
      const random = seededRandom(`${state.seed}/key data`);
      return Array.from({ length: 240 }, () => Math.floor(random() * 256));
    }
    case 'progress':
      return progress(platform, state);
  }
}

function progress(platform: BenchPlatform, state: CarState): readonly number[] {
  const running = state.courses.find(({ byTool }) => byTool);
  const learned = (running ?? state.ended)?.learned.length ?? 0;
  const step = running && stepOf(platform, running);
  const code = (name: (typeof progressCodes)[number]) => [progressCodes.indexOf(name), learned];
  switch (step?.kind) {
    case undefined:
      return code('idle');
    case 'wait':
    case 'hold':
      return code('waits');
    case 'learn':
      return code(running?.windowEndsUs == null ? 'ready' : 'awaitsKey');
    case 'tool':
      return code('ready');
    default:
      return code('hands');
  }
}

function firstRead(platform: BenchPlatform, state: CarState) {
  for (const place of platform.behaviour.reads) {
    const found = readAt(platform, state, place);
    if (found.kind === 'key') return found.key;
  }
  return undefined;
}

/** 0 nothing, 1 a key it accepts, 2 one it does not know, 3 more than one at once. */
function keyReadCode(platform: BenchPlatform, state: CarState): number {
  const found = platform.behaviour.reads.map((place) => readAt(platform, state, place));
  if (found.some(({ kind }) => kind === 'disturbed')) return 3;
  const key = firstRead(platform, state);
  if (!key) return 0;
  return isAccepted(platform, state, key) ? 1 : 2;
}

function ascii(text: string): readonly number[] {
  return [...text].map((sign) => sign.charCodeAt(0));
}
