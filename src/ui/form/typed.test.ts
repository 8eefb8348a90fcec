import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { asTyped, minorAsTyped, typedBasisPoints, typedMinor, typedNumber } from './typed';

describe('what is typed into a form', () => {
  it.each([
    ['12,5', 12.5],
    [' 7 ', 7],
    ['', null],
    ['1e3', null],
    ['12.', null],
    ['-3', -3],
    [undefined, null],
  ])('reads %j as %j', (text, value) => {
    expect(typedNumber(text)).toBe(value);
  });

  it.each(['USD', 'JPY', 'KWD'])('reads every amount of %s as it was written', (currency) => {
    fc.assert(
      fc.property(fc.nat(1_000_000_000), (minor) => {
        expect(typedMinor(minorAsTyped(minor, currency), currency)).toBe(minor);
      }),
    );
  });

  it('reads hundredths of a percent whole, where a float would lie beside them', () => {
    fc.assert(
      fc.property(fc.nat(10_000), (hundredths) => {
        expect(typedBasisPoints(String(hundredths / 100))).toBe(hundredths);
      }),
    );
  });

  it('writes nothing where there is none', () => {
    expect([asTyped(null), asTyped(undefined), asTyped(0)]).toEqual(['', '', '0']);
  });
});
