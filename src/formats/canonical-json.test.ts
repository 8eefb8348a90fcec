import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { canonicalJson } from './canonical-json';

describe('canonical JSON', () => {
  it('orders names at every depth and leaves lists alone', () => {
    expect(canonicalJson({ b: [{ d: 1, c: null }, 2], a: 'é' })).toBe('{"a":"é","b":[{"c":null,"d":1},2]}');
  });

  it('is the same for equal values however they were put together', () => {
    fc.assert(
      fc.property(fc.dictionary(fc.string(), fc.jsonValue()), (value) => {
        const turned = Object.fromEntries(Object.entries(value).reverse());
        expect(canonicalJson(turned)).toBe(canonicalJson(value));
        expect(JSON.parse(canonicalJson(value))).toEqual(JSON.parse(JSON.stringify(value)));
      }),
    );
  });
});
