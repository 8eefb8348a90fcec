import { describe, expect, it } from 'vitest';
import { lockNames } from '@/core/catalogue/locks';
import { courseOf } from './check-stands';
import { type CheckName, checkForm, checksOf, type KeyProof, proofOf } from './checks';
import { leadsOf } from './leads';
import { deadKey, newKey, oldKey, pushCar, turnCar } from './test-prove';

const names = (key: typeof newKey, car = turnCar, depth: 'quick' | 'full' = 'full') =>
  checksOf(key, car, depth).map(({ name }) => name);

describe('checksOf', () => {
  it('tries a new key in all that it has', () => {
    expect(names(newKey)).toEqual([
      'start',
      'startAgain',
      'lamp',
      "blade:driver's door",
      "blade:passenger's door",
      'blade:boot',
      'blade:glovebox',
      'blade:fuel cap',
      'remote:lock',
      'remote:unlock',
      'remote:boot',
      'remote:panic',
      'remote:start',
    ]);
  });

  it('tries it at the pocket where the car has one, and its blade in no ignition lock', () => {
    expect(names(newKey, pushCar)).toContain('flatCell');
    expect(names(newKey, { ...pushCar, pocket: null })).not.toContain('flatCell');
    expect(names(newKey)).not.toContain('blade:ignition');
  });

  it.each<[string, Parameters<typeof names>, CheckName[]]>([
    [
      'the quick list',
      [newKey, pushCar, 'quick'],
      ['start', 'startAgain', 'lamp', "blade:driver's door", 'remote:lock', 'remote:unlock'],
    ],
    ['a key that stays, quickly', [oldKey, turnCar, 'quick'], ['start']],
    ['a key that the car was made to forget', [deadKey, turnCar, 'full'], ['dead']],
    [
      'a car without electronics',
      [{ ...newKey, buttons: [] }, { ...turnCar, hasImmobilizer: false }, 'quick'],
      ['start', 'startAgain', "blade:driver's door"],
    ],
    ['a broken blade in a turn-key car', [{ ...oldKey, turns: false, buttons: [] }, turnCar, 'full'], []],
    [
      'a broken blade in a push-start',
      [{ ...oldKey, turns: false, buttons: [] }, pushCar, 'quick'],
      ['start'],
    ],
  ])('%s', (_what, asked, expected) => {
    expect(names(...asked)).toEqual(expected);
  });

  it('says why buttons rest, and tries the others', () => {
    const checks = checksOf({ ...newKey, buttonsRest: 'The remote is not learned yet' }, turnCar, 'full');
    expect(checks.filter(({ rests }) => rests !== null).every(({ name }) => name.startsWith('remote:'))).toBe(
      true,
    );
    expect(checks.filter(({ rests }) => rests !== null)).toHaveLength(5);
  });

  it('has a course, words and a lead for each', () => {
    for (const car of [turnCar, pushCar])
      for (const { name, says } of checksOf(newKey, car, 'full').concat(checksOf(deadKey, car, 'full'))) {
        expect(courseOf(name).seconds).toBeGreaterThan(0);
        expect(says.length).toBeGreaterThan(10);
        expect(leadsOf(name).length).toBeGreaterThan(1);
      }
  });
});

describe('checkForm', () => {
  it('knows every lock', () => {
    for (const lock of lockNames) expect(checkForm.test(`blade:${lock}`)).toBe(true);
  });
  it.each(['start', 'dead', 'remote:lights', "blade:driver's door"])('knows %s', (text) => {
    expect(checkForm.test(text)).toBe(true);
  });
  it.each(['', 'begin', 'remote:', 'remote:4821', 'blade:window', 'blade:', 'start '])(
    'refuses %j',
    (text) => {
      expect(checkForm.test(text)).toBe(false);
    },
  );
});

describe('proofOf', () => {
  const proof = (minute: number, result: KeyProof['result']): KeyProof => ({
    keyId: 'k1',
    check: 'start',
    result,
    at: new Date(minute * 60_000),
  });
  const check = { keyId: 'k1', name: 'start' as const };
  it('is the latest, whatever order they came in', () => {
    expect(proofOf([proof(5, 'works'), proof(3, 'fails')], check, null)?.result).toBe('works');
    expect(proofOf([], check, null)).toBeUndefined();
  });
  it('does not count what was seen before the car was worked on again', () => {
    expect(proofOf([proof(5, 'works')], check, new Date(6 * 60_000))).toBeUndefined();
    expect(proofOf([proof(5, 'works')], check, new Date(5 * 60_000))?.result).toBe('works');
  });
});
