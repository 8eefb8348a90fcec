import { describe, expect, it } from 'vitest';
import { type CarLock, heldByNone, locksOfCar, spacesWords } from './locks';

const lock = (
  name: CarLock['lock'],
  spaces: readonly number[] | null,
  more: Partial<CarLock> = {},
): CarLock => ({
  lock: name,
  seen: 'in sight',
  spaces,
  numberAt: null,
  coveredBy: null,
  tool: null,
  mustNotFall: null,
  goesBack: null,
  ...more,
});

describe('the locks of a car', () => {
  const door = lock("driver's door", [1, 2, 3]);
  const ignition = lock('ignition', [3, 4, 5]);
  const absent = lock('boot', null, { seen: 'absent' });

  it('are those that are there, the ignition first; a push-start car has none', () => {
    expect(locksOfCar([door, absent, ignition], 'turn')).toEqual([ignition, door]);
    expect(locksOfCar([door, absent, ignition], 'push')).toEqual([door]);
  });

  it('leave spaces that none of them holds, where all are known', () => {
    expect(heldByNone([door], 5)).toEqual([4, 5]);
    expect(heldByNone([door, ignition], 5)).toEqual([]);
    expect(heldByNone([door, lock('glovebox', null)], 5)).toEqual([]);
    expect(heldByNone([], 5)).toEqual([]);
  });

  it('hold runs of spaces', () => {
    expect(spacesWords([1, 2, 3, 6, 8, 9])).toBe('1–3, 6, 8–9');
    expect(spacesWords([])).toBe('');
  });
});
