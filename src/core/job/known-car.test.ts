import { describe, expect, it } from 'vitest';
import { isSamePhone, type KnownCar, knownWords } from './known-car';

describe('a number that is known', () => {
  it.each([
    ['555 0142', '555-0142', true],
    ['+1 (212) 555 0142', '212 555 0142', true],
    ['555 0142', '1 212 555 0142', true],
    ['0142', '555 0142', false],
    ['555 0142', '555 0143', false],
    ['555 0142', '142 555 0', false],
    ['', '', false],
  ])('%s is %s: %s', (one, other, same) => {
    expect(isSamePhone(one, other)).toBe(same);
    expect(isSamePhone(other, one)).toBe(same);
  });
});

describe('what is said of a known car', () => {
  const car: KnownCar = {
    jobNumber: 1012,
    name: 'Odile Varga',
    phone: '555 0142',
    makeId: 'a',
    modelId: 'b',
    carWords: '',
    car: 'Halvorn Merrowdale, 2018',
    year: 2018,
    ignition: 'push',
    vin: null,
    day: '2027-01-12',
    why: 'lost',
    route: 'aklAdd',
    outcome: 'done',
    keys: [
      { presence: 'lost', madeHere: false },
      { presence: 'lost', madeHere: false },
      { presence: 'here', madeHere: true },
    ],
  };
  it('is when, why, how, how it ended, and the keys', () => {
    expect(knownWords(car, '2027-03-03')).toBe(
      'Tue 12 Jan: lost, AKL, adding, done. Keys then: 2 lost, 1 made here.',
    );
    expect(knownWords({ ...car, route: null, outcome: null, keys: [] }, '2027-03-03')).toBe(
      'Tue 12 Jan: lost, still open. No key was noted.',
    );
  });
});
