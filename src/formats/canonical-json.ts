import { configure } from 'safe-stable-stringify';

const stringify = configure({ deterministic: true, bigint: false });

/** JSON with the names of every object in order, so that equal values give equal bytes. */
export function canonicalJson(value: unknown): string {
  return stringify(value) ?? 'null';
}
