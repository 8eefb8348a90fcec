import { randomBytes } from 'node:crypto';
import { describe, expect, it } from 'vitest';
import { seal, unseal } from './sealing';

const place = { table: 'envelope', row: 'a', column: 'body', keyId: 'k' };
const key = randomBytes(32);

describe('sealing', () => {
  it('gives back what was sealed, and never the same bytes twice', () => {
    const value = Buffer.from('48213');
    const [one, two] = [seal(key, place, value), seal(key, place, value)];
    expect(one.equals(two)).toBe(false);
    expect(unseal(key, place, one)).toEqual(value);
    expect(one.includes(value)).toBe(false);
  });

  it.each([
    ['another row', { ...place, row: 'b' }],
    ['another column', { ...place, column: 'note' }],
    ['another table', { ...place, table: 'data_key' }],
    ['another key id', { ...place, keyId: 'j' }],
  ])('refuses %s', (_what, other) => {
    expect(() => unseal(key, other, seal(key, place, Buffer.from('x')))).toThrow();
  });

  it('refuses another key, a changed byte and a cut value', () => {
    const sealed = seal(key, place, Buffer.from('48213'));
    expect(() => unseal(randomBytes(32), place, sealed)).toThrow();
    const changed = Buffer.from(sealed);
    changed[14] = (changed[14] ?? 0) ^ 1;
    expect(() => unseal(key, place, changed)).toThrow();
    expect(() => unseal(key, place, sealed.subarray(0, 20))).toThrow();
  });
});
