import { describe, expect, it } from 'vitest';
import { key, situation } from '@/core/programming/test-keys';
import type { CheckName, KeyToProve, ProofResult } from '@/core/prove/checks';
import { type HandoverGround, handoverOf } from './handover';
import type { ProvedKey } from './proving';

const made: KeyToProve = {
  keyId: 'key-2',
  tag: 2,
  name: 'New key',
  role: 'made',
  turns: true,
  buttons: ['lock'],
  buttonsRest: null,
  lacks: [],
};

function proved(
  checks: readonly (readonly [CheckName, ProofResult | null, string?])[],
  more: Partial<KeyToProve> = {},
): ProvedKey {
  const one = { ...made, ...more };
  return {
    key: one,
    checks: checks.map(([name, result, rests = null]) => ({
      keyId: one.keyId,
      tag: one.tag,
      name,
      says: name,
      rests: rests ?? null,
      proof: result ? { keyId: one.keyId, check: name, result, at: new Date(0) } : undefined,
    })),
  };
}

const ground: HandoverGround = {
  car: 'Merrowdale II, 2019',
  keys: [
    proved([
      ['start', 'works'],
      ['remote:lock', 'works'],
    ]),
  ],
  situation: situation([key(1), key(2, { madeHere: true, identityId: null })]),
  plan: { route: 'add', others: 'keep', learned: new Set(['key-2']), finished: true },
  warrantyUntil: '29 November 2027',
};
const note = (more: Partial<HandoverGround> = {}) => handoverOf({ ...ground, ...more });

describe('handoverOf', () => {
  it('says of each key what was tried and works, what does not, what rests and what nobody tried', () => {
    const checks = proved(
      [
        ['start', 'works'],
        ['startAgain', null],
        ['blade:boot', 'fails'],
        ['remote:lock', null, 'Its remote is learned apart, and was not yet'],
      ],
      { lacks: ['panic'] },
    );
    expect(note({ keys: [checks] }).keys).toEqual([
      {
        tag: 2,
        name: 'New key',
        says: [
          'Tried today, and it works: starting the engine.',
          'Does not work: turning in the boot lock.',
          'Its buttons do nothing yet: its remote is learned apart, and was not yet.',
          'It does not have: the panic alarm.',
          'Not tried today: starting again after it was locked and left.',
        ],
      },
    ]);
  });

  it.each([
    ['works', /that was tried/],
    ['fails', /still does/],
    [null, /was not tried/],
  ] as const)('says of an erased key whether that was tried: %s', (result, expected) => {
    const erased = proved([['dead', result]], { role: 'erased' });
    expect(note({ keys: [erased] }).keys[0]?.says[0]).toMatch(expected);
  });

  it('names what still starts the car, and what no longer does', () => {
    const lost = situation([key(1, { presence: 'lost' }), key(2, { madeHere: true, identityId: null })]);
    expect(note({ situation: lost }).stays[0]).toMatch(
      /^One key that nobody can show may still start this car/,
    );
    expect(note({ situation: lost }).worksNot).toEqual([]);
    const erasing = {
      route: 'aklErase',
      others: 'erase',
      learned: new Set(['key-2']),
      finished: true,
    } as const;
    const erased = note({ situation: lost, plan: erasing });
    expect(erased.stays).toEqual([]);
    expect(erased.worksNot).toEqual([
      'Every key that was not here when the car was worked on has stopped working.',
      'Key 1, Key 1: found again, it can be learned anew.',
    ]);
    expect(note({ situation: lost, plan: { ...erasing, finished: false } }).stays).toHaveLength(1);
  });

  it('does not promise that no other key exists where the car cannot say', () => {
    const silent = situation([key(1)], { memory: { knownCount: 'cannotSay', maximum: 8, minimum: 1 } });
    expect(note({ situation: silent }).stays[0]).toMatch(/nobody can tell/);
  });

  it('advises a second key where this is the only one, and to keep a copy apart', () => {
    expect(note().advice[0]).toMatch(/only key/);
    expect(note({ keys: [...ground.keys, ...ground.keys] }).advice[0]).toMatch(/^Keep one key unused/);
    const dead = proved([['start', 'fails']]);
    expect(note({ keys: [...ground.keys, dead] }).advice[0]).toMatch(/only key/);
    expect(note({ plan: { ...ground.plan, route: 'cloneDirect' } }).advice[0]).toMatch(
      /do not keep them together/,
    );
  });

  it('says until when the warranty runs, or that there is none', () => {
    expect(note().warranty).toContain('29 November 2027');
    expect(note({ warrantyUntil: null }).warranty).toMatch(/no warranty/);
    expect(note({ warrantyUntil: undefined }).warranty).toMatch(/As agreed/);
  });
});
