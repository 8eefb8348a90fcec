import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { aroundParts, markOf, marksIn, sealedWord, withoutParts, withParts } from './sealed-words';
import { findSecrets, mentionsSecret } from './secret-words';

describe('sealed parts of a text', () => {
  it('leave the text without the secret, and give it back as it was written', () => {
    const secret = fc.stringMatching(/^[1-9]{5,10}$/);
    fc.assert(
      fc.property(fc.lorem(), secret, fc.nat(4), fc.lorem(), (before, own, cut, after) => {
        const text = `${before} ${own.slice(0, cut)}-${own.slice(cut)}, ${after} pin${own}`;
        const parts = new Map<string, string>();
        const sealed = withoutParts(text, findSecrets(text, [own]), (part) => {
          const mark = markOf(Uint8Array.from({ length: 10 }, () => parts.size));
          parts.set(mark, part);
          return sealedWord(mark);
        });
        expect(mentionsSecret(sealed, [own])).toBe(false);
        expect(parts.size).toBe(2);
        expect(marksIn(sealed)).toEqual([...parts.keys()]);
        expect(withParts(sealed, parts)).toBe(text);
        expect(withParts(sealed, new Map())).toBe(sealed);
      }),
    );
  });

  it('are left alone by whoever reads around them', () => {
    const word = sealedWord('4KD2M07QXW');
    const { plain, back } = aroundParts(`van ${word}, pin 48213 ${word}`);
    expect(plain).toBe('van ⟦⟧, pin 48213 ⟦⟧');
    expect(back(plain.replace('48213', '…'))).toBe(`van ${word}, pin … ${word}`);
    expect(aroundParts('no part').back('read')).toBe('read');
  });
});
