import { readdirSync } from 'node:fs';
import { join } from 'node:path';

/** The migrations that the program knows, oldest first. @param folder where their files stand */
export function migrationNames(folder: string): string[] {
  return readdirSync(folder)
    .filter((name) => name.endsWith('.sql'))
    .map((name) => name.replace(/\.sql$/, ''))
    .sort();
}

/** The newest migration that the running program knows. */
export function newestSchema(): string {
  return migrationNames(join(process.cwd(), 'src', 'data', 'migrations')).at(-1) ?? '';
}
