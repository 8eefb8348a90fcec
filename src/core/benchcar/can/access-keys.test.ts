import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { accessFunctions } from './access-keys';

const byte = fc.integer({ min: 0, max: 255 });
const seed = fc.array(byte, { minLength: 4, maxLength: 4 });

describe.each(Object.entries(accessFunctions))('the key by %s', (_name, { parameters: count, keyOf }) => {
  const parameters = fc.array(byte, { minLength: count, maxLength: count });

  it('has as many bytes as its seed, the same for the same, and another for another seed', () => {
    fc.assert(
      fc.property(seed, seed, parameters, (one, other, given) => {
        const key = keyOf(one, given);
        expect(key).toHaveLength(4);
        expect(key.every((part) => Number.isInteger(part) && part >= 0 && part <= 255)).toBe(true);
        expect(keyOf(one, given)).toEqual(key);
        // No two seeds share a key: each of the functions can be turned back.
        if (one.join() !== other.join()) expect(keyOf(other, given)).not.toEqual(key);
      }),
    );
  });
});

it('turns bits over the bytes', () => {
  expect(accessFunctions['mask and turn']?.keyOf([0x80, 0, 0, 1], [1, 0, 0, 0, 0])).toEqual([0, 0, 0, 3]);
  expect(accessFunctions['times and plus']?.keyOf([0, 0, 0, 2], [0, 0, 0, 3, 0, 0, 0, 5])).toEqual([
    0, 0, 0, 11,
  ]);
});
