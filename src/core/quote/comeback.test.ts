import { describe, expect, it } from 'vitest';
import { anyOf, percentShown, sourceChance } from './comeback';

describe('the chance of a comeback', () => {
  it('starts from what is publicly known, and the own record overrules it', () => {
    expect(sourceChance('Wharf', [])).toEqual({
      basisPoints: 500,
      rests: 'Wharf: stated 5 %, not used here yet',
    });
    const outcome = { source: 'Wharf', statedBasisPoints: 600, made: 40, comebacks: 1 };
    expect(sourceChance('Wharf', [outcome])).toEqual({
      basisPoints: 320,
      rests: 'Wharf: comebacks here 1 of 40, stated 6 %',
    });
    expect(sourceChance('Wharf', [{ ...outcome, made: 990, comebacks: 198 }]).basisPoints).toBe(1986);
  });

  it('joins independent ones', () => {
    expect(anyOf([])).toBe(0);
    expect(anyOf([1000, 1000])).toBe(1900);
    expect(percentShown(1949)).toBe(19);
  });
});
