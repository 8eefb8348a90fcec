import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { mentionsSecret, textsIn } from './secret-words';

describe('mentionsSecret', () => {
  it.each([
    ['the PIN is 48213', ['48213'], true],
    ['48 213', ['48213'], true],
    ['4-8-2-1-3', ['48213'], true],
    ['code da-4711 on the tag', ['DA4711'], true],
    ['148213', ['48213'], false],
    ['about 4821 km', ['48213'], false],
    ['spare', ['spar'], false],
    ['1234', ['1234'], false],
    ['bitting 1 3 2 4 4', ['13244'], true],
    ['', ['48213'], false],
  ])('%s against %j: %s', (text, secrets, expected) => {
    expect(mentionsSecret(text, secrets)).toBe(expected);
  });

  it('finds a secret wherever it stands among other words, however it is grouped', () => {
    const secret = fc.stringMatching(/^[A-Z0-9]{5,12}$/);
    fc.assert(
      fc.property(secret, fc.nat(10), fc.lorem(), fc.lorem(), (own, cut, before, after) => {
        const grouped = `${own.slice(0, cut)} ${own.slice(cut)}`;
        expect(mentionsSecret(`${before}. ${grouped}, ${after}`, [own])).toBe(true);
      }),
    );
  });
});

describe('textsIn', () => {
  it('gives every text of an input, and no ids', () => {
    const input = {
      number: 7,
      reason: 'a',
      keys: [{ name: 'b', id: '018f7d2e-0000-7000-8000-000000000001' }],
      at: new Date(0),
      none: null,
    };
    expect(textsIn(input)).toEqual(['a', 'b']);
  });
});
