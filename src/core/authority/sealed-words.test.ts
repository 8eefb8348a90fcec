import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { sealedWord, withoutParts, withParts } from './sealed-words';
import { findSecrets, mentionsSecret } from './secret-words';

describe('sealed parts of a text', () => {
  it('leave the text without the secret, and give it back as it was written', () => {
    const secret = fc.stringMatching(/^[1-9]{5,10}$/);
    fc.assert(
      fc.property(fc.lorem(), secret, fc.nat(4), fc.lorem(), (before, own, cut, after) => {
        const text = `${before} ${own.slice(0, cut)}-${own.slice(cut)}, ${after} pin${own}`;
        const parts = new Map<number, string>();
        const sealed = withoutParts(text, findSecrets(text, [own]), (part) => {
          parts.set(parts.size + 1, part);
          return sealedWord(parts.size);
        });
        expect(mentionsSecret(sealed, [own])).toBe(false);
        expect(parts.size).toBe(2);
        expect(withParts(sealed, parts)).toBe(text);
        expect(withParts(sealed, new Map())).toBe(sealed);
      }),
    );
  });
});
