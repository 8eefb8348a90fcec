import { describe, expect, it } from 'vitest';
import { key } from '@/core/programming/test-keys';
import { emptyLog } from './events/log';
import { sightOf, toldOfKey } from './sight';

const call = { why: null, access: null } as const;
const here = { keys: [key(1)], call, authority: [], log: emptyLog };
const lost = { ...here, keys: [key(1, { presence: 'lost' }), key(2, { madeHere: true })] };

describe('what can be looked at for a job', () => {
  it('is a key in hand only where one is there, and remembered where all are gone', () => {
    expect(sightOf(here).key).toBe('inHand');
    expect(sightOf(lost).key).toBe('remembered');
    expect(sightOf({ ...here, keys: [] }).key).toBe('inHand');
    expect(sightOf({ ...here, call: { ...call, why: 'keysInside' } }).key).toBe('remembered');
    expect(sightOf({ ...here, keys: [], call: { ...call, why: 'stolen' } }).key).toBe('remembered');
  });

  it('is asked on the phone until somebody stands at the car, unless the person says otherwise', () => {
    expect(sightOf(here).stand).toBe('phone');
    expect(sightOf({ ...here, log: { ...emptyLog, countBefore: 2 } }).stand).toBe('car');
    expect(sightOf(here, 'car').stand).toBe('car');
    expect(sightOf({ ...here, log: { ...emptyLog, countBefore: 2 } }, 'phone').stand).toBe('phone');
  });

  it('keeps what a caller tells of a remote, of memory with more doubt', () => {
    const [seen] = toldOfKey(3, here.keys, call);
    const [remembered] = toldOfKey(3, lost.keys, { ...call, why: 'lost' });
    expect(seen).toMatchObject({ kind: 'buttons', answer: 'seen', value: '3' });
    expect(remembered?.reliability).toBeLessThan(seen?.reliability ?? 0);
    expect(toldOfKey(null, here.keys, call)).toEqual([]);
  });
});
