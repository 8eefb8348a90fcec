import { describe, expect, it } from 'vitest';
import { key, situation } from '@/core/programming/test-keys';
import { type ArrivalGround, arrivalDoubts, arrivalList, arrivalStops, noArrival } from './arrival';

const ground: ArrivalGround = {
  form: 'long',
  link: 'can',
  situation: situation([key(1), key(2, { madeHere: true, identityId: null })]),
  adapters: ['socket lead'],
  byTool: true,
  opensKey: false,
  waitSeconds: 0,
};

describe('arrivalList', () => {
  it('is long by habit', () => {
    expect(arrivalList(ground)).toEqual([
      'oldTried',
      'newNothing',
      'bladeTurned',
      'keysHere',
      'keysTagged',
      'keysAway',
      'supplyOn',
      'consumersOff',
      'windowDown',
      'bonnetReleased',
    ]);
  });

  it.each<[string, Partial<ArrivalGround>, string[]]>([
    ['short', {}, ['keysHere', 'keysTagged', 'keysAway', 'supplyOn']],
    ['short, without a tool and without a wait', { byTool: false }, ['keysHere', 'keysTagged', 'keysAway']],
    [
      'short, with a long wait',
      { byTool: false, waitSeconds: 600 },
      ['keysHere', 'keysTagged', 'keysAway', 'supplyOn'],
    ],
    [
      'short, at a car without a line',
      { link: 'none', waitSeconds: 900 },
      ['keysHere', 'keysTagged', 'keysAway'],
    ],
    [
      'short, where the only key is opened',
      { link: 'none', opensKey: true },
      ['keysHere', 'keysTagged', 'keysAway', 'consent', 'cellOut', 'photographed'],
    ],
    [
      'short, where one of two keys is opened',
      { link: 'none', opensKey: true, situation: situation([key(1), key(2)]) },
      ['keysHere', 'keysTagged', 'keysAway'],
    ],
  ])('%s', (_what, more, expected) => {
    expect(arrivalList({ ...ground, form: 'short', ...more })).toEqual(expected);
  });

  it('asks for no old key where none works, and no blade that is uncut', () => {
    const lost = situation([key(1, { presence: 'lost' }), key(2, { madeHere: true, blade: 'uncut' })]);
    expect(arrivalList({ ...ground, situation: lost })).not.toContain('oldTried');
    expect(arrivalList({ ...ground, situation: lost })).not.toContain('bladeTurned');
  });
});

describe('arrivalStops', () => {
  it.each(['anotherCar', 'oneSlip'] as const)('a module VIN that is %s, until it is explained', (vin) => {
    expect(arrivalStops({ ticks: [], vin }, ground)).toHaveLength(1);
    expect(arrivalStops({ ticks: ['vinExplained'], vin }, ground)).toEqual([]);
  });
  it('nothing where it fits, was not read, or could not be compared', () => {
    for (const vin of ['same', 'cannotSay', null] as const)
      expect(arrivalStops({ ticks: [], vin }, ground)).toEqual([]);
  });
  it('the only key that is opened without consent, cell out and photograph', () => {
    const opened = { ...ground, opensKey: true };
    expect(arrivalStops({ ticks: ['consent'], vin: null }, opened)).toHaveLength(2);
    expect(arrivalStops({ ticks: ['consent', 'cellOut', 'photographed'], vin: null }, opened)).toEqual([]);
  });
});

describe('arrivalDoubts', () => {
  it.each([
    [{ volts: 11.9 }, /too little/],
    [{ car: 'other' }, /another car/],
    [{ car: 'none' }, /by hand/],
    [{ market: 'other' }, /another market/],
  ] as const)('%o', (more, expected) => {
    expect(arrivalDoubts({ ...noArrival, ...more }).join(' ')).toMatch(expected);
  });
  it('none where all fits', () => {
    expect(arrivalDoubts({ ...noArrival, volts: 12.6, car: 'same', market: 'same' })).toEqual([]);
  });
});
