import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { testWay } from './test-snapshot';
import { difficultyOf, remoteMinutes, timeOf } from './way-time';

describe('timeOf', () => {
  it('is the session and each key, with those that are learned again', () => {
    const exact = { ...testWay, sessionP50Minutes: 9, keyP50Minutes: 4, spread: 0 };
    expect(timeOf(exact, 1).workP50Minutes).toBeCloseTo(13);
    expect(timeOf(exact, 3).workP50Minutes).toBeCloseTo(21);
    expect(timeOf({ ...exact, keysAgain: 2 }, 1).workP50Minutes).toBeCloseTo(21);
  });

  it('counts one key where none is new, and waits apart from work', () => {
    const waiting = { ...testWay, spread: 0, waitsSeconds: [600, 30] };
    expect(timeOf(waiting, 0)).toEqual(timeOf(waiting, 1));
    expect(timeOf(waiting, 1).waitSeconds).toBe(630);
    expect(timeOf(waiting, 1).workP50Minutes).toBeCloseTo(13);
  });

  it('has the remotes in it where they are learned apart, one session for all', () => {
    const remote = {
      sessionP50Minutes: 3,
      keyP50Minutes: 2,
      spread: 0,
      waitsSeconds: [60],
      chance: 0.9,
      chanceRests: '',
    };
    const apart = { ...testWay, spread: 0, remote };
    // 9 + 4 and 3 + 2; with one key again, which keeps its remote: 9 + 2 × 4 and 3 + 2.
    expect(timeOf(apart, 1)).toMatchObject({ workP50Minutes: 18, waitSeconds: 60 });
    expect(timeOf({ ...apart, keysAgain: 1 }, 1).workP50Minutes).toBeCloseTo(22);
    expect(remoteMinutes(remote, 2)).toBeCloseTo(8);
    expect(difficultyOf({ ...apart, sessionP50Minutes: 56 })).toBe('usual');
  });

  it('never shrinks with a key more, and four of five never take less than half of all', () => {
    const drawn = fc.record({
      session: fc.integer({ min: 1, max: 90 }),
      key: fc.integer({ min: 1, max: 30 }),
      spread: fc.double({ min: 0, max: 1, noNaN: true }),
      keys: fc.integer({ min: 1, max: 5 }),
    });
    fc.assert(
      fc.property(drawn, ({ session, key, spread, keys }) => {
        const way = { ...testWay, sessionP50Minutes: session, keyP50Minutes: key, spread };
        const time = timeOf(way, keys);
        expect(timeOf(way, keys + 1).workP50Minutes).toBeGreaterThan(time.workP50Minutes);
        expect(time.workP80Minutes).toBeGreaterThanOrEqual(time.workP50Minutes);
      }),
    );
  });
});

describe('difficultyOf', () => {
  it.each([
    [{}, 'usual'],
    [{ chance: 0.8 }, 'usual'],
    [{ chance: 0.79 }, 'hard'],
    [{ spread: 0, sessionP50Minutes: 56 }, 'usual'],
    [{ spread: 0, sessionP50Minutes: 57 }, 'hard'],
    [{ spread: 0, sessionP50Minutes: 45, waitsSeconds: [600] }, 'usual'],
    [{ spread: 0, sessionP50Minutes: 45, waitsSeconds: [720] }, 'hard'],
  ])('of %o is %s', (way, difficulty) => {
    expect(difficultyOf({ ...testWay, ...way })).toBe(difficulty);
  });
});
