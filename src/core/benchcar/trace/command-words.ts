import { isMethodKind, methods } from '@/core/catalogue/methods';
import type { Command } from '../course/commands';

/** What a tool asks for, in plain words. */
export function commandWords(command: Command): string {
  if (command.startsWith('begin ')) {
    const way = command.slice('begin '.length);
    return isMethodKind(way) ? `Begin: ${methods[way].name}` : 'Begin';
  }
  return said[command as keyof typeof said];
}

const said = {
  erase: 'Erase every key',
  match: 'Take this car’s VIN',
  learn: 'Take the key that comes next',
  makeRoom: 'Erase the key that was learned first',
  leave: 'I am leaving',
} as const;
