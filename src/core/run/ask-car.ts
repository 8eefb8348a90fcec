import type { CommandName } from '@/core/authority/commands';
import type { Progress } from '@/core/benchcar/car/records';
import type { RunLog } from './run-log';

/** How a car stands that was asked; null where it does not say. */
export interface CarStanding {
  readonly progress: Progress | null;
  /** Keys that it took since the function at hand, or the last one, was opened. */
  readonly learned: number | null;
  readonly keyCount: number | null;
  /** Whether the chip or cartridge that was to be written can be written still. */
  readonly isBlank: boolean | null;
}

export const nothingSaid: CarStanding = { progress: null, learned: null, keyCount: null, isBlank: null };

/** Commands that change nothing for good: told twice, they leave what they left when told once. */
const harmless: ReadonlySet<CommandName> = new Set<CommandName>([
  'identify',
  'count',
  'readPin',
  'clearFaults',
  'leave',
  'readOriginal',
  'listen',
  'workOut',
  'readBoard',
  'backUpModule',
  'readCartridge',
  'workOutImage',
]);

/** Whether a command may be told again though nobody knows what came of it. */
export function isHarmless(command: CommandName): boolean {
  return harmless.has(command);
}

/** What has to be asked to know what came of a command: the module by its line, the chip or cartridge by its reader, or a person. */
export function askedOf(command: CommandName): 'module' | 'chip' | 'cartridge' | 'person' {
  switch (command) {
    case 'begin':
    case 'learn':
    case 'erase':
      return 'module';
    case 'writeCopy':
      return 'chip';
    case 'writeImage':
      return 'cartridge';
    default:
      return 'person';
  }
}

/**
 * What came of a command whose answer was not seen, by what the car says afterwards.
 * @returns undefined where the car's word leaves it open: then only a person can tell
 */
export function cameOf(
  command: CommandName,
  { walk }: Pick<RunLog, 'walk'>,
  { progress, learned, keyCount, isBlank }: CarStanding,
): 'done' | 'notDone' | undefined {
  switch (command) {
    case 'begin':
      return progress === null ? undefined : progress === 'idle' ? 'notDone' : 'done';
    case 'learn':
      if (progress === 'awaitsKey') return 'done';
      if (learned === null) return undefined;
      // A key more than the run knows of was taken meanwhile; where none was, none was awaited.
      return learned > walk.taken.length ? 'done' : learned === 0 ? 'notDone' : undefined;
    case 'erase':
      return keyCount === null ? undefined : keyCount === 0 ? 'done' : 'notDone';
    case 'writeCopy':
    case 'writeImage':
      return isBlank === null ? undefined : isBlank ? 'notDone' : 'done';
    default:
      return undefined;
  }
}
