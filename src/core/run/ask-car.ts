import { type CommandName, commands } from '@/core/authority/commands';
import type { Progress } from '@/core/benchcar/car/records';

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

/** Whether a command may be told again though nobody knows what came of it. */
export function isHarmless(command: CommandName): boolean {
  return commands[command].harmless === true;
}

/**
 * What came of a command whose answer was not seen, by what the car says afterwards.
 * @param taken keys that the car took in this run, as far as the run knows
 * @returns undefined where the car's word leaves it open: then only a person can tell
 */
export function cameOf(
  command: CommandName,
  taken: readonly number[],
  { progress, learned, keyCount, isBlank }: CarStanding,
): 'done' | 'notDone' | undefined {
  switch (command) {
    case 'begin':
      return progress === null ? undefined : progress === 'idle' ? 'notDone' : 'done';
    case 'learn':
      if (progress === 'awaitsKey') return 'done';
      if (learned === null) return undefined;
      // A key more than the run knows of was taken meanwhile; where none was, none was awaited.
      return learned > taken.length ? 'done' : learned === 0 ? 'notDone' : undefined;
    case 'erase':
      return keyCount === null ? undefined : keyCount === 0 ? 'done' : 'notDone';
    case 'writeCopy':
    case 'writeImage':
      return isBlank === null ? undefined : isBlank ? 'notDone' : 'done';
    default:
      return undefined;
  }
}
