import { describe, expect, it } from 'vitest';
import { type KeysTold, noKeysTold, type Why } from '@/core/identify/line/reading';
import { openingRing } from './opening-keys';

function ring(told: Partial<KeysTold>, why: Why | null) {
  let next = 0;
  return openingRing({ ...noKeysTold, ...told }, why, () => `id-${next++}`);
}
const words = (told: Partial<KeysTold>, why: Why | null) =>
  ring(told, why).keys.map((key) =>
    key.madeHere ? 'new' : `${key.presence}${key.faults[0] ? ` ${key.faults[0]}` : ''}`,
  );

describe('openingRing', () => {
  it.each<[string, Partial<KeysTold>, Why | null, string[]]>([
    ['lost both', { lost: 2, working: 0 }, 'lost', ['lost', 'lost', 'new']],
    ['lost, no more said', {}, 'lost', ['lost', 'new']],
    ['a spare', {}, 'spare', ['here', 'new']],
    ['two spares from one key', { working: 1, wanted: 2 }, 'spare', ['here', 'new', 'new']],
    ['a flat cell', {}, 'flatCell', ['here flatCell']],
    ['a flat cell, two keys work', { working: 2 }, 'flatCell', ['here flatCell', 'here']],
    ['one lost of two', { lost: 1, working: 1 }, 'lost', ['here', 'lost', 'new']],
    ['stolen, no more said', {}, 'stolen', ['stolen', 'new']],
    ['one stolen, one works', { working: 1 }, 'stolen', ['here', 'stolen', 'new']],
    ['both stolen', { lost: 2, working: 0 }, 'stolen', ['stolen', 'stolen', 'new']],
    ['keys in the car', {}, 'keysInside', ['elsewhere']],
    ['keys in the car, and a spare wanted', { wanted: 1 }, 'keysInside', ['here', 'new']],
    ['nothing said', {}, null, ['new']],
  ])('%s', (_what, told, why, expected) => {
    expect(words(told, why)).toEqual(expected);
  });

  it('knows a valet, and hangs a key that somebody has and that is to be erased', () => {
    let next = 0;
    const told = { ...noKeysTold, working: 1, valet: true, erase: true };
    const { keys } = openingRing(told, null, () => `id-${next++}`);
    expect(keys.map(({ presence, rank, madeHere }) => [presence, rank, madeHere])).toEqual([
      ['here', 'valet', false],
      ['lost', 'unknown', false],
      ['here', 'unknown', true],
    ]);
  });

  it('breaks the blade of the first key only', () => {
    expect(ring({ working: 3 }, 'broken').keys.map(({ blade }) => blade)).toEqual([
      'broken',
      'good',
      'good',
      'uncut',
    ]);
  });

  it('gives new keys no identity, and takes lost ones for known', () => {
    const { keys, identities } = ring({ lost: 1, working: 1 }, 'lost');
    expect(keys.map(({ identityId }) => identities.find(({ id }) => id === identityId)?.known)).toEqual([
      'untested',
      'yes',
      undefined,
    ]);
  });

  it('numbers the tags from one and keeps within what a ring can hold', () => {
    const { keys } = ring({ working: 12, lost: 12, wanted: 12 }, 'lost');
    expect(keys.map(({ tag }) => tag)).toEqual(Array.from({ length: 21 }, (_, at) => at + 1));
  });
});
