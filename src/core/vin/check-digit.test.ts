import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { checkDigit, withCheckDigit } from './check-digit';

const vin = fc.string({
  unit: fc.constantFrom(...'ABCDEFGHJKLMNPRSTUVWXYZ0123456789'),
  minLength: 17,
  maxLength: 17,
});

describe('checkDigit', () => {
  it('is 1 for seventeen ones, by the weights summing to 89', () => {
    expect(checkDigit('11111111111111111')).toBe('1');
  });

  it('does not depend on place 9, and setting it makes it fit', () => {
    fc.assert(
      fc.property(vin, (text) => {
        const set = withCheckDigit(text);
        expect(checkDigit(set)).toBe(set[8]);
        expect(checkDigit(set)).toBe(checkDigit(text));
      }),
    );
  });

  it('notices every single wrong digit', () => {
    fc.assert(
      fc.property(vin, fc.nat(16), fc.constantFrom(...'0123456789'), (text, at, digit) => {
        const good = withCheckDigit(text.replace(/[A-Z]/g, '5'));
        if (at === 8 || good[at] === digit) return;
        const bad = good.slice(0, at) + digit + good.slice(at + 1);
        expect(checkDigit(bad)).not.toBe(good[8]);
      }),
    );
  });
});
