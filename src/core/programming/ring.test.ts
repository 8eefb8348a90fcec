import { describe, expect, it } from 'vitest';
import type { KeySituation, PhysicalKey } from './keys';
import type { JobPlan } from './plan';
import { deriveRing } from './ring';
import { key, situation } from './test-keys';

const plan = (more: Partial<JobPlan> = {}): JobPlan => ({
  route: null,
  others: more.route?.startsWith('aklErase') ? 'erase' : 'keep',
  learned: new Set(),
  finished: false,
  ...more,
});
const word = (one: PhysicalKey, more: Partial<JobPlan> = {}, around: Partial<KeySituation> = {}) =>
  deriveRing(situation([one], around), plan(more)).tags[0]?.word;

describe('the words of the ring', () => {
  it.each<[string, PhysicalKey, Partial<JobPlan>, string]>([
    ['a good key', key(1), {}, 'working'],
    ['a worn blade', key(1, { blade: 'worn' }), {}, 'works, worn'],
    ['a valet', key(1, { rank: 'valet' }), {}, 'valet'],
    ['a broken blade', key(1, { blade: 'broken' }), {}, 'blade broken'],
    ['a fault', key(1, { faults: ['flatCell'] }), {}, 'works, flat cell'],
    ['a lost key', key(1, { presence: 'lost' }), {}, 'lost, still known'],
    ['a lost key, AKL adding', key(1, { presence: 'lost' }), { route: 'aklAdd' }, 'lost, still live'],
    [
      'a lost key, erase planned',
      key(1, { presence: 'lost' }),
      { route: 'aklErase' },
      'lost, will be erased',
    ],
    ['a lost key, erased', key(1, { presence: 'lost' }), { route: 'aklErase', finished: true }, 'erased'],
    [
      'a key at home, erase planned',
      key(1, { presence: 'elsewhere' }),
      { route: 'aklErase' },
      'away, will be erased',
    ],
    ['a key in hand, erase planned', key(1), { route: 'aklErase' }, 'to be learned again'],
    [
      'a key in hand, learned again',
      key(1),
      { route: 'aklErase', learned: new Set(['key-1']), finished: true },
      'learned again',
    ],
    ['a valet not tried', key(1, { rank: 'valet' }), {}, 'valet'],
    [
      'a new key, to be a copy',
      key(1, { madeHere: true, identityId: null }),
      { route: 'cloneRing' },
      'to be a copy',
    ],
    [
      'a copy that works',
      key(1, { madeHere: true, identityId: null }),
      { route: 'cloneRing', learned: new Set(['key-1']) },
      'copy, works',
    ],
    [
      'a plain new key',
      key(1, { madeHere: true, identityId: null }),
      { route: 'noProgramming' },
      'to be cut',
    ],
    ['a lost key beside a copy', key(1, { presence: 'lost' }), { route: 'cloneDirect' }, 'lost, still live'],
    ['a new key', key(1, { madeHere: true, identityId: null }), {}, 'to be learned'],
    [
      'a new key, learned',
      key(1, { madeHere: true, identityId: null }),
      { learned: new Set(['key-1']) },
      'learned now',
    ],
  ])('%s', (_what, one, more, expected) => {
    expect(word(one, more)).toBe(expected);
  });

  it('says nothing of learning where the car keeps no memory of keys', () => {
    const memory = { knownCount: 'cannotSay', maximum: 0, minimum: 0, none: true } as const;
    expect(word(key(1, { madeHere: true, identityId: null }), {}, { memory })).toBe('to be cut');
    expect(word(key(1, { presence: 'lost' }), {}, { memory })).toBe('lost, still fits');
  });

  it('says when a key was not tried', () => {
    expect(word(key(1), {}, { identities: [{ id: 'identity-1', known: 'untested' }] })).toBe('not tried yet');
  });
});

describe('slots', () => {
  it('show the tags that fit and the keys nobody can show', () => {
    const ring = deriveRing(
      situation([key(1), key(2, { presence: 'lost' })], {
        memory: { knownCount: 3, maximum: 8, minimum: 1 },
      }),
      plan(),
    );
    expect(ring.slots).toEqual([1, 2, null]);
    expect(ring.notes[0]).toBe(
      '2 keys that nobody can show start this car until an erase: tell the customer, choose at Route.',
    );
  });

  it('count a clone once', () => {
    const ring = deriveRing(
      situation([key(1, { identityId: 'a' }), key(2, { identityId: 'a' })], {
        memory: { knownCount: 1, maximum: 8, minimum: 1 },
      }),
      plan(),
    );
    expect(ring.slots).toEqual([1]);
    expect(ring.notes).toEqual([]);
  });
});
