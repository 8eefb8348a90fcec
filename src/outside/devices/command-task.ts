import type { CommandName } from '@/core/authority/commands';
import type { MethodKind } from '@/core/catalogue/methods';
import type { ToolFunction } from '../vci/functions';
import type { DeviceTask } from './device-tasks';

/** What somebody gives tool and devices with a command. */
export interface CommandHands {
  readonly way: MethodKind;
  /** The key that a command is about, and the one that is known to work; 0 where there is none. */
  readonly tag: number;
  readonly known: number;
  /** How often the original was tried at the ring. */
  readonly tries: number;
  readonly pin: string | null;
}

export type CommandTask =
  | { readonly by: 'tool'; readonly task: ToolFunction }
  | { readonly by: 'device'; readonly task: DeviceTask };

/** What a command of a procedure has the tool, or a device beside the car, do. */
export function commandTask(
  command: CommandName,
  { way, tag, known, tries, pin }: CommandHands,
): CommandTask {
  const tool = (task: ToolFunction): CommandTask => ({ by: 'tool', task });
  const device = (task: DeviceTask): CommandTask => ({ by: 'device', task });
  switch (command) {
    case 'begin':
      return tool({ kind: 'begin', way, pin });
    case 'count':
      return tool({ kind: 'count', pin });
    case 'identify':
    case 'readPin':
    case 'clearFaults':
    case 'erase':
    case 'match':
    case 'learn':
    case 'makeRoom':
    case 'leave':
      return tool({ kind: command });
    case 'readOriginal':
      return device({ does: 'readChip', tag: known });
    case 'writeCopy':
      return device({ does: 'copyChip', tag, from: known });
    case 'listen':
      return device({ does: 'listen', from: known, tries });
    case 'workOut':
      return device({ does: 'workOutHeard' });
    case 'readBoard':
      return device({ does: 'readBoard', tag: known });
    case 'writeBoard':
      return device({ does: 'writeBoard', tag, from: known });
    case 'restoreBoard':
      return device({ does: 'restoreBoard', tag: known });
    case 'backUpModule':
    case 'clearModule':
    case 'restoreModule':
    case 'workOutImage':
      return device({ does: command });
    case 'writePosition':
    case 'readCartridge':
    case 'writeImage':
      return device({ does: command, tag });
  }
}

/** What a reading has to find, so that the command counts as done: an original that is written, a cartridge that is reset. */
export const wantedBlank: Readonly<Partial<Record<CommandName, boolean>>> = {
  readOriginal: false,
  readCartridge: true,
};
