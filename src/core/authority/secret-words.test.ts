import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { findSecrets, mapTexts, mentionsSecret, textsIn } from './secret-words';

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
    ['pin48213', ['48213'], true],
    ['PIN48213now', ['48213'], true],
    ['４８２１３', ['48213'], true],
    ['٤٨٢١٣', ['48213'], true],
    ['४८ २१३', ['48213'], true],
    ['𝟒𝟖𝟐𝟏𝟑', ['48213'], true],
    ['four8213', ['48213'], false],
    ['da４７１１', ['DA4711'], true],
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

describe('findSecrets', () => {
  it('says where each stands, as it was written', () => {
    const text = 'pin88-42917, code da 4711 and 8842917';
    const parts = findSecrets(text, ['8842917', 'DA4711']).map(({ from, to }) => text.slice(from, to));
    expect(parts).toEqual(['88-42917', 'da 4711', '8842917']);
  });

  it('finds in any digits what it finds in plain ones, at the same signs', () => {
    const zeros = [0x30, 0x660, 0x6f0, 0x966, 0xff10, 0x1d7ce];
    fc.assert(
      fc.property(
        fc.stringMatching(/^\d{5,10}$/),
        fc.constantFrom(...zeros),
        fc.constantFrom('', 'pin', 'x '),
        (own, zero, before) => {
          const written = [...own].map((digit) => String.fromCodePoint(zero + Number(digit))).join('');
          const [span] = findSecrets(before + written, [own]);
          expect(span && (before + written).slice(span.from, span.to)).toBe(written);
        },
      ),
    );
  });
});

describe('mapTexts', () => {
  it('changes texts only, wherever they stand, and tells their field', () => {
    const at = new Date(0);
    const value = { a: 'x', list: ['y', { b: 'z' }], map: new Map([['k', 'w']]), n: 1, none: null, at };
    const seen: string[] = [];
    const mapped = mapTexts(value, (text, field) => {
      seen.push(field);
      return text.toUpperCase();
    });
    expect(mapped).toEqual({ ...value, a: 'X', list: ['Y', { b: 'Z' }], map: new Map([['k', 'W']]) });
    expect(seen).toEqual(['a', 'list', 'b', 'k']);
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
