import { describe, expect, it } from 'vitest';
import { foldEvents, type JobEvent } from './events/events';
import { emptyLog } from './events/log';
import { cut, tried } from './events/test-blade-events';
import { authorityStage, carName, formatJobNumber, type Job, noCall } from './job';
import { type StationsRequest, stationsOf } from './stations';
import { usualTerms } from './terms';

const call: Job['call'] = {
  ...noCall,
  year: 2019,
  makeId: 'halvorn',
  make: 'Halvorn',
  modelId: 'merrowdale',
  model: 'Merrowdale',
  ignition: 'push',
  why: 'lost',
};

const job: Job = {
  id: 'job',
  number: 1048,
  version: 1,
  openedAt: new Date(0),
  openedBy: 'Imre Pellimoor',
  customerId: 'customer',
  call,
  keys: [],
  identities: [],
  keysWanted: 1,
  applicationId: null,
  applicationReason: null,
  route: null,
  routeReason: null,
  vanId: null,
  network: null,
  choices: [],
  authority: [],
  doorNote: null,
  danger: null,
  given: [],
  facts: [],
  log: emptyLog,
  visit: null,
  terms: usualTerms,
  lastSeq: 0,
  closed: null,
};

const request: StationsRequest = {
  job,
  candidates: 2,
  advice: 'aklAdd',
  offered: undefined,
  cheapest: 26850,
  currency: 'USD',
  locale: 'en-US',
  authority: 'none',
  blade: { bittings: 0, codes: 0 },
  run: undefined,
  proof: { all: 0, works: 0, fails: [], open: [] },
};

const lines = (more: Partial<StationsRequest>, change: Partial<Job> = {}) =>
  Object.fromEntries(
    stationsOf({ ...request, ...more, job: { ...job, ...change } }).map(({ name, line }) => [name, line]),
  );

describe('the stations', () => {
  it('say in one line what they still need', () => {
    expect(lines({})).toEqual({
      call: 'Ask: open or locked, name',
      identify: '2 candidates, choose one',
      route: 'Advised: AKL, adding',
      quote: 'From $268.50',
      prepare: 'Papers, where something is looked up',
      'on-site': 'Person, papers and plate',
      blade: 'Waits for the car',
      program: 'Waits for the route',
      prove: 'Waits for the route',
      close: 'Attempts and count',
    });
  });

  it('say how far the keys are proved', () => {
    const at = (proof: Partial<StationsRequest['proof']>) =>
      lines({ proof: { all: 5, works: 2, fails: [], open: [], ...proof } }, { route: 'aklAdd' }).prove;
    expect(at({})).toBe('2 of 5 checks');
    expect(at({ works: 5 })).toBe('All proved');
    expect(at({ fails: [{} as never] })).toBe('1 check failed');
  });

  it('say what they hold once it is there', () => {
    const done = lines(
      { offered: { totalMinor: 31200, currency: 'USD' }, authority: 'onSite' },
      { applicationId: 'a', route: 'aklAdd', call: { ...call, access: 'locked', name: 'Odile Varga' } },
    );
    expect(done).toEqual({
      call: 'All told',
      identify: 'Chosen',
      route: 'AKL, adding',
      quote: 'Offered $312',
      prepare: 'Papers seen',
      'on-site': 'Right recorded',
      blade: 'Find the bitting',
      program: 'Begin the run',
      prove: 'No key in hand',
      close: 'Attempts and count',
    });
  });

  it('say how far the blade is', () => {
    const line = (...events: readonly JobEvent[]) =>
      lines({ blade: { bittings: 1, codes: 0 } }, { log: foldEvents(events) }).blade;
    const did = (lock: 'ignition' | 'boot', turns: 'bothWays' | 'no'): JobEvent => ({
      kind: 'lockTried',
      cutId: 'c',
      lock,
      turns,
      smooth: true,
    });
    const out: JobEvent = { kind: 'bladeMeasured', cutId: 'c', passes: false, off: [], machine: 'depth' };
    expect(line(cut('c'))).toBe('Cut: try it in the locks');
    expect(line(cut('c', { spoiled: true }))).toBe('Bitting kept');
    expect(line(cut('c'), out)).toBe('The blade is out');
    expect(line(cut('c'), out, cut('d', { again: 'c', piece: null }))).toBe('Cut: try it in the locks');
    expect(line(cut('c'), did('ignition', 'bothWays'))).toBe('Tried in 1 lock');
    expect(line(cut('c'), did('ignition', 'bothWays'), did('boot', 'no'))).toBe('A lock does not turn');
    const log = foldEvents([tried('a'), tried('b', { candidate: 1 })]);
    expect(lines({ blade: { bittings: 0, codes: 0 } }, { log }).blade).toBe('2 tried, 1 cut');
  });

  it('say what is known of the blade', () => {
    const line = (blade: StationsRequest['blade'], change: Partial<Job> = {}) =>
      lines({ blade }, change).blade;
    expect(line({ bittings: 0, codes: 1 })).toBe('Code to bitting');
    expect(line({ bittings: 1, codes: 1 })).toBe('Bitting kept');
    expect(line({ bittings: 0, codes: 0 }, { route: 'repair' })).toBe('Nothing to cut');
  });

  it('say how far the run at the car is', () => {
    const line = (run: StationsRequest['run'], route: Job['route'] = 'add') =>
      lines({ run }, { route }).program;
    expect(line(undefined)).toBe('Begin the run');
    expect(line(undefined, 'repair')).toBe('Nothing to program');
    expect(line({ answered: 1, ended: null })).toBe('Under way, 1 step done');
    expect(line({ answered: 7, ended: null })).toBe('Under way, 7 steps done');
    expect(line({ answered: 12, ended: 'worked' })).toBe('It worked');
    expect(line({ answered: 3, ended: 'stopped' })).toBe('Stopped');
  });

  it.each([
    [{ candidates: 0 }, 'identify', 'Not in the library'],
    [{ candidates: 1 }, 'identify', '1 candidate, confirm it'],
    [{ advice: undefined }, 'route', 'No feasible route'],
    [{ cheapest: undefined }, 'quote', 'Waits for the route'],
  ] as const)('%j: %s says %s', (more, station, line) => {
    expect(lines(more)[station]).toBe(line);
  });

  it('asks for open or locked only where keys are gone', () => {
    expect(lines({}, { call: { ...call, why: 'spare' } }).call).toBe('Ask: name');
    expect(lines({}, { call: { ...call, modelId: null, year: null, why: null, name: 'X' } }).call).toBe(
      'Ask: model, year',
    );
  });

  it('opens the gate before Close when the right to the car is recorded', () => {
    const gated = (authority: StationsRequest['authority']) =>
      stationsOf({ ...request, authority })
        .filter((station) => station.gated)
        .map(({ name }) => name);
    expect(gated('none')).toEqual(['prepare', 'close']);
    expect(gated('advance')).toEqual(['close']);
    expect(gated('onSite')).toEqual([]);
  });

  it('asks for the record of an emergency until it is there', () => {
    const danger = { begunAt: new Date(0), begunBy: 'Dacre Omolade', record: null, recordedAt: null };
    expect(lines({}, { danger })['on-site']).toBe('Record the emergency');
    expect(lines({}, { danger: { ...danger, record: 'x', recordedAt: new Date(1) } })['on-site']).toBe(
      'Person, papers and plate',
    );
  });

  it('says how a closed job ended', () => {
    const closed = {
      at: new Date(0),
      by: 'Imre Pellimoor',
      outcome: 'refused',
      reason: 'No papers',
    } as const;
    expect(lines({}, { closed }).close).toBe('Refused: no authority');
  });
});

describe('a job', () => {
  it('is named by its number and its car', () => {
    expect(formatJobNumber(1048)).toBe('K-1048');
    expect(carName(call)).toBe('Halvorn Merrowdale, 2019');
    expect(carName({ make: null, model: null, carWords: 'old van', year: null })).toBe('old van');
    expect(carName({ make: 'Halvorn', model: null, carWords: '', year: null })).toBe('Halvorn');
    expect(carName({ make: null, model: null, carWords: '', year: 2019 })).toBe('Car not said, 2019');
  });

  it('has its authority on site only where the plate fits', () => {
    expect(authorityStage([])).toBe('none');
    expect(authorityStage([{ stage: 'advance', plateFits: false }])).toBe('advance');
    expect(authorityStage([{ stage: 'onSite', plateFits: false }])).toBe('none');
    expect(authorityStage([{ stage: 'onSite', plateFits: true }])).toBe('onSite');
  });
});
