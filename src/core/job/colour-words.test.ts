import { describe, expect, it } from 'vitest';
import { colourWords } from './colour-words';

describe('the colour words of a tag', () => {
  it.each([
    ['00000000-0000-4000-8000-0000000000b0', 'amber and plum'],
    ['00000000-0000-4000-8000-00000000000f', 'violet and amber'],
    ['00000000-0000-4000-8000-0000000000ff', 'violet and amber'],
    ['00000000-0000-4000-8000-000000000033', 'brick and chalk'],
  ])('%s are %s', (id, words) => {
    expect(colourWords(id)).toBe(words);
  });
});
