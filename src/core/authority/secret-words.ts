import { isUuid } from '@/core/kinds/is-uuid';

/** A secret shorter than this is a common word or number and cannot be looked for. */
const leastSigns = 5;

/**
 * Whether a text holds one of the secrets as a word, also when it is written in groups: '12 345' holds '12345'.
 * Case, spaces and dashes do not count; a secret inside a longer word does not either.
 * @example mentionsSecret('code is DA-4711', ['DA4711']) // true
 */
export function mentionsSecret(text: string, secrets: readonly string[]): boolean {
  const wanted = new Set(secrets.map(plain).filter((secret) => secret.length >= leastSigns));
  if (wanted.size === 0) return false;
  const longest = Math.max(...[...wanted].map(({ length }) => length));
  const words = text
    .toUpperCase()
    .split(/[^\p{L}\p{N}]+/u)
    .filter(Boolean);
  return words.some((_, at) => {
    let joined = '';
    for (let next = at; next < words.length && joined.length < longest; next += 1) {
      joined += words[next];
      if (wanted.has(joined)) return true;
    }
    return false;
  });
}

function plain(secret: string): string {
  return secret.toUpperCase().replace(/[^\p{L}\p{N}]+/gu, '');
}

/** Every text in a value, nested ones too; ids are left out. */
export function textsIn(value: unknown): string[] {
  if (typeof value === 'string') return isUuid(value) ? [] : [value];
  if (Array.isArray(value)) return value.flatMap(textsIn);
  if (typeof value !== 'object' || value === null || value instanceof Date) return [];
  return Object.values(value).flatMap(textsIn);
}
