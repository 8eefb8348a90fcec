import { describe, expect, it } from 'vitest';
import { seededRandom } from '@/core/kinds/random';
import { movesFrom, type Stand, standAt, stands } from './car-state';
import { courseOf, goesAfter, standAfter } from './check-stands';
import { type Check, checksOf } from './checks';
import { deadKey, newKey, oldKey, pushCar, turnCar } from './test-prove';
import { mostChecks, planWalk } from './walk';

const start: Stand = { place: 'keys', locked: false, engine: 'off', left: false };

/** The plain way: search over everything that can be done, one act at a time, whatever was done before. */
function searched(keys: readonly (readonly Check[])[]): number {
  const open = new Map<string, { key: number; mask: number; stand: Stand; seconds: number }>();
  const shut = new Set<string>();
  const put = (key: number, mask: number, stand: Stand, seconds: number) => {
    const name = `${key} ${mask} ${standAt(stand)}`;
    if (shut.has(name) || (open.get(name)?.seconds ?? Number.POSITIVE_INFINITY) <= seconds) return;
    open.set(name, { key, mask, stand, seconds });
  };
  put(0, 0, start, 0);
  for (;;) {
    let name = '';
    for (const [one, { seconds }] of open)
      if (name === '' || seconds < (open.get(name)?.seconds ?? 0)) name = one;
    const here = open.get(name);
    if (!here) throw new Error('no walk');
    open.delete(name);
    shut.add(name);
    const { key, mask, stand, seconds } = here;
    const checks = keys[key] ?? [];
    const isDone = mask === (1 << checks.length) - 1;
    if (isDone && stand.place === 'keys' && stand.engine === 'off') {
      if (key === keys.length - 1) return seconds;
      put(key + 1, 0, { ...stand, left: false }, seconds);
    }
    const started = checks.some(({ name }, at) => name === 'start' && mask & (1 << at));
    for (const move of movesFrom(stand, started)) put(key, mask, move.to, seconds + move.seconds);
    checks.forEach(({ name }, at) => {
      const { at: places, fits, seconds: takes } = courseOf(name);
      const missing = checks.some(
        (one, other) => goesAfter(name).includes(one.name) && !(mask & (1 << other)),
      );
      if (mask & (1 << at) || missing || !places.includes(stand.place) || !fits(stand)) return;
      put(key, mask | (1 << at), standAfter(name, stand, started), seconds + takes);
    });
  }
}

const everyCheck = checksOf(newKey, { ...pushCar, ignition: 'push' }, 'full');

describe('planWalk', () => {
  it('is as quick as the search over everything that can be done, for drawn lists of one to three keys', () => {
    const random = seededRandom('walks around cars');
    for (let round = 0; round < 60; round++) {
      const keys = Array.from({ length: 1 + (round % 3) }, () =>
        [...everyCheck]
          .sort(() => random() - 0.5)
          .slice(0, 1 + Math.floor(random() * 5))
          // What wants a start wants it on the list.
          .filter(({ name }, _, all) =>
            goesAfter(name).every(
              (before) => name !== 'startAgain' || all.some((one) => one.name === before),
            ),
          ),
      ).filter((checks) => checks.length > 0);
      if (keys.length === 0) continue;
      expect(planWalk(keys).seconds).toBe(searched(keys));
    }
  });

  it('is exact for ten checks of one key', () => {
    const ten = everyCheck.slice(0, 10);
    expect(ten).toHaveLength(10);
    expect(planWalk([ten]).seconds).toBe(searched([ten]));
  });

  it('can be walked as it is written: each check where it fits, each once, its seconds the sum', () => {
    for (const car of [turnCar, pushCar])
      for (const depth of ['quick', 'full'] as const) {
        const keys = [newKey, oldKey, deadKey].map((key) => checksOf(key, car, depth));
        const walk = planWalk(keys);
        let stand = start;
        let seconds = 0;
        for (const [at, { steps }] of walk.keys.entries()) {
          const made: string[] = [];
          for (const { moves, check } of steps) {
            for (const move of moves) {
              const possible = movesFrom(stand, made.includes('start')).map(({ to }) => standAt(to));
              expect(possible).toContain(standAt(move.to));
              stand = move.to;
              seconds += move.seconds;
            }
            if (!check) continue;
            const { at: places, fits, seconds: takes } = courseOf(check.name);
            expect(places).toContain(stand.place);
            expect(fits(stand)).toBe(true);
            stand = standAfter(check.name, stand, made.includes('start'));
            seconds += takes;
            made.push(check.name);
          }
          expect([...made].sort()).toEqual((keys[at] ?? []).map(({ name }) => name).sort());
          expect(stand).toMatchObject({ place: 'keys', engine: 'off' });
          stand = { ...stand, left: false };
        }
        expect(seconds).toBe(walk.seconds);
      }
  });

  it('starts again only after the car was locked and left', () => {
    const names = planWalk([everyCheck]).keys[0]?.steps.map(({ moves, check }) => [
      ...moves.map(({ says }) => says),
      check?.name,
    ]);
    const all = (names ?? []).flat();
    const between = all.slice(all.indexOf('start') + 1, all.indexOf('startAgain'));
    expect(between).toContain('Engine off');
    expect(between.some((one) => one === 'Lock the car' || one === 'remote:lock')).toBe(true);
  });

  it('takes the longest list of the library, refuses a longer one, and has nothing to walk for none', () => {
    expect(everyCheck.length).toBeLessThanOrEqual(mostChecks);
    const [one] = everyCheck;
    if (!one) throw new Error('no check');
    expect(() => planWalk([Array.from({ length: 17 }, () => one)])).toThrow(RangeError);
    expect(planWalk([[]])).toEqual({ keys: [], seconds: 0 });
  });

  it('knows each stand by its number', () => {
    for (const [at, stand] of stands.entries()) expect(standAt(stand)).toBe(at);
  });
});
