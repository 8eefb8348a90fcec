import { readFileSync } from 'node:fs';
import { join } from 'node:path';

/** The version of the program that runs. */
export const productVersion = (
  JSON.parse(readFileSync(join(process.cwd(), 'package.json'), 'utf8')) as { readonly version: string }
).version;
