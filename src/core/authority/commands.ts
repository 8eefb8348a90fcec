import { type MethodKind, methods } from '@/core/catalogue/methods';
import type { Purpose } from '@/core/kinds/purpose';

/** The devices that a procedure commands. */
export const commandDevices = {
  tool: 'the tool',
  chip: 'the chip reader',
  ring: 'the coil at the ring',
  board: 'the needle frame',
  module: 'the module clip',
  cartridge: 'the cartridge reader',
  server: 'the image server',
} as const;
export type CommandDevice = keyof typeof commandDevices;

interface DeviceCommand {
  readonly device: CommandDevice;
  /** What is done by it, in words. */
  readonly words: string;
  /** What it is at the gate; of a way begun the way says it. */
  readonly purpose: Purpose | 'of the way';
  /** Whether it writes on the key it is told of, which is read back as blank before. */
  readonly writes?: true;
  /** Whether keys that the car knows are known no longer afterwards. */
  readonly erases?: true;
  /** Whether the device goes on by itself after it: the next steps tell what came of it. */
  readonly goesOn?: true;
  /** Whether it changes nothing for good: told twice, it leaves what it left when told once. */
  readonly harmless?: true;
  /** What tells afterwards whether it was done, where its answer was not seen: the module by its line, or what was written, by its reader. */
  readonly asked?: 'module' | 'chip' | 'cartridge';
}

const table = {
  identify: { device: 'tool', words: 'ask the module who it is', purpose: 'identify', harmless: true },
  count: { device: 'tool', words: 'ask how many keys it knows', purpose: 'identify', harmless: true },
  readPin: { device: 'tool', words: 'read the PIN', purpose: 'pinRead', harmless: true },
  clearFaults: { device: 'tool', words: 'clear stored faults', purpose: 'repair', harmless: true },
  begin: { device: 'tool', words: 'open the function', purpose: 'of the way', goesOn: true, asked: 'module' },
  erase: { device: 'tool', words: 'erase every key', purpose: 'erase', erases: true, asked: 'module' },
  match: { device: 'tool', words: 'match the new module', purpose: 'erase' },
  learn: {
    device: 'tool',
    words: 'await a key',
    purpose: 'learn',
    writes: true,
    goesOn: true,
    asked: 'module',
  },
  makeRoom: { device: 'tool', words: 'erase the key that was learned first', purpose: 'erase' },
  leave: { device: 'tool', words: 'leave the function', purpose: 'identify', harmless: true },
  readOriginal: { device: 'chip', words: 'read the original', purpose: 'clone', harmless: true },
  writeCopy: { device: 'chip', words: 'write the copy', purpose: 'clone', writes: true, asked: 'chip' },
  listen: { device: 'ring', words: 'listen at the ring', purpose: 'clone', harmless: true },
  workOut: { device: 'ring', words: 'work out what was heard', purpose: 'clone', harmless: true },
  readBoard: { device: 'board', words: 'read the board of the original', purpose: 'clone', harmless: true },
  writeBoard: { device: 'board', words: 'write the blank board', purpose: 'clone', writes: true },
  restoreBoard: { device: 'board', words: 'write the backup back', purpose: 'clone' },
  backUpModule: { device: 'module', words: 'back the module up', purpose: 'learn', harmless: true },
  clearModule: { device: 'module', words: 'clear every position', purpose: 'erase', erases: true },
  writePosition: { device: 'module', words: 'write a free position', purpose: 'learn', writes: true },
  restoreModule: { device: 'module', words: 'write the backup back', purpose: 'learn' },
  readCartridge: { device: 'cartridge', words: 'read the cartridge', purpose: 'decode', harmless: true },
  workOutImage: { device: 'server', words: 'have the image worked out', purpose: 'keyImage', harmless: true },
  writeImage: {
    device: 'cartridge',
    words: 'write the image',
    purpose: 'keyImage',
    writes: true,
    asked: 'cartridge',
  },
} as const satisfies Record<string, DeviceCommand>;

/** What a procedure may tell a device to do. */
export type CommandName = keyof typeof table;
export const commands: Readonly<Record<CommandName, DeviceCommand>> = table;
export const commandNames = Object.keys(table) as CommandName[];

/** What a command is at the gate, on the way that a procedure goes. */
export function commandPurpose(command: CommandName, way: MethodKind): Purpose {
  const { purpose } = commands[command];
  return purpose === 'of the way' ? methods[way].purpose : purpose;
}
