import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { byNextStep, type JobFacts, nextSteps, standingOfJob } from './next-step';

const zone = 'America/New_York';
/** Wednesday 2027-03-03, 10:20 in the shop. */
const at = new Date('2027-03-03T15:20:00Z');
const hours = (count: number) => new Date(at.getTime() + count * 3_600_000);

const asked: JobFacts = {
  openedAt: hours(-1),
  closedAt: null,
  danger: false,
  urgent: false,
  wantedDay: null,
  wantedFrom: null,
  wantedBy: null,
  visit: null,
  quoted: null,
  accepted: null,
  runs: false,
  seenAt: null,
  worked: false,
};
const quoted: JobFacts = { ...asked, quoted: { at: hours(-1), validUntil: '2027-03-17' } };
const ready: JobFacts = { ...quoted, accepted: { at: hours(-0.5), readyOn: '2027-03-03' } };
const parcel: JobFacts = { ...quoted, accepted: { at: hours(-0.5), readyOn: '2027-03-05' } };
const said = (facts: Partial<JobFacts>, of = asked) => {
  const { state, next, when } = standingOfJob({ ...of, ...facts }, at, zone);
  return [state, next, when];
};

describe('how a job stands and what must happen next', () => {
  it.each([
    ['asked an hour ago', asked, {}, ['asked', 'quote', 'asked today']],
    ['asked, at once', asked, { urgent: true }, ['asked', 'today', 'at once']],
    [
      'asked for six today',
      asked,
      { wantedDay: '2027-03-03', wantedBy: '18:00' },
      ['asked', 'today', 'by 18:00'],
    ],
    [
      'wanted yesterday',
      asked,
      { wantedDay: '2027-03-02', wantedFrom: '09:00' },
      ['asked', 'today', 'wanted Tue 2 Mar from 09:00'],
    ],
    ['wanted tomorrow', asked, { wantedDay: '2027-03-04' }, ['asked', 'quote', 'asked today']],
    ['somebody shut in', asked, { danger: true }, ['asked', 'now', 'somebody is shut in']],
    ['quoted', quoted, {}, ['quoted', 'customer', 'holds until Wed 17 Mar']],
    [
      'a quote that has lapsed',
      quoted,
      { quoted: { at: hours(-500), validUntil: '2027-03-02' } },
      ['lapsed', 'quote', 'the quote has lapsed'],
    ],
    ['accepted, a parcel due', parcel, {}, ['parcel', 'parcel', 'Fri 5 Mar']],
    ['accepted and there', ready, {}, ['ready', 'plan', 'accepted today']],
    [
      'accepted, with a time this afternoon',
      ready,
      { visit: { from: hours(3), to: hours(4) } },
      ['ready', 'today', '13:20 to 14:20'],
    ],
    [
      'its time has begun',
      ready,
      { visit: { from: hours(-0.5), to: hours(1) } },
      ['ready', 'now', '09:50 to 11:20'],
    ],
    [
      'its time went by',
      ready,
      { visit: { from: hours(-3), to: hours(-2) } },
      ['ready', 'now', 'its time was today 07:20 to 08:20'],
    ],
    [
      'a time on Friday',
      ready,
      { visit: { from: hours(48), to: hours(49) } },
      ['ready', 'later', 'Fri 5 Mar 10:20'],
    ],
    [
      'a parcel and a time on Friday',
      parcel,
      { visit: { from: hours(48), to: hours(49) } },
      ['parcel', 'parcel', 'Fri 5 Mar'],
    ],
    ['a run under way', ready, { runs: true }, ['atCar', 'now', 'a run is under way']],
    ['papers seen today', ready, { seenAt: hours(-1) }, ['atCar', 'now', 'at the car']],
    [
      'papers seen last week, a part to come',
      parcel,
      { seenAt: hours(-170) },
      ['parcel', 'parcel', 'Fri 5 Mar'],
    ],
    ['worked', ready, { seenAt: hours(-1), worked: true }, ['worked', 'papers', '']],
    [
      'worked, and a second run begun',
      ready,
      { worked: true, runs: true },
      ['atCar', 'now', 'a run is under way'],
    ],
    ['worked, somebody had been shut in', ready, { worked: true, danger: true }, ['worked', 'papers', '']],
    ['closed', ready, { closedAt: hours(-1), worked: true }, ['closed', null, '']],
  ] as const)('%s', (_, of, more, expected) => {
    expect(said(more as Partial<JobFacts>, of)).toEqual(expected);
  });

  it('goes by the shop’s day, not by the clock of the world', () => {
    // 23:30 in the shop is the next day elsewhere.
    const late = new Date('2027-03-04T04:30:00Z');
    expect(standingOfJob({ ...asked, wantedDay: '2027-03-03' }, late, zone).next).toBe('today');
    expect(standingOfJob({ ...asked, wantedDay: '2027-03-04' }, late, zone).next).toBe('quote');
  });

  it('orders today by the hour, promised or wished', () => {
    const promised = (from: number) => ({ ...ready, visit: { from: hours(from), to: hours(from + 1) } });
    const all = [
      promised(4),
      { ...asked, wantedDay: '2027-03-03', wantedBy: '13:00' },
      promised(1),
      { ...asked, urgent: true },
    ];
    const jobs = all.map((one, number) => ({ number, standing: standingOfJob(one, at, zone) }));
    // At once, 11:20, 13:00, 14:20.
    expect(byNextStep(jobs)[0]?.jobs.map(({ number }) => number)).toEqual([3, 2, 1, 0]);
  });

  it('gives every open job one step, and today by its hours', () => {
    const moment = fc.integer({ min: -100, max: 100 }).map(hours);
    const day = fc.constantFrom('2027-03-01', '2027-03-03', '2027-03-09');
    const hour = fc.constantFrom('08:00', '13:30', '18:00');
    const maybe = <Value>(one: fc.Arbitrary<Value>) => fc.option(one, { nil: null });
    const facts: fc.Arbitrary<JobFacts> = fc.record({
      openedAt: moment,
      closedAt: fc.constant(null),
      danger: fc.boolean(),
      urgent: fc.boolean(),
      wantedDay: maybe(day),
      wantedFrom: maybe(hour),
      wantedBy: maybe(hour),
      visit: maybe(moment.map((from) => ({ from, to: new Date(from.getTime() + 3_600_000) }))),
      quoted: maybe(fc.record({ at: moment, validUntil: day })),
      accepted: maybe(fc.record({ at: moment, readyOn: day })),
      runs: fc.boolean(),
      seenAt: maybe(moment),
      worked: fc.boolean(),
    });
    fc.assert(
      fc.property(fc.array(facts, { maxLength: 12 }), (all) => {
        const jobs = all.map((one, number) => ({ number, standing: standingOfJob(one, at, zone) }));
        const steps = byNextStep(jobs);
        const listed = steps.flatMap((step) => step.jobs.map(({ number }) => number));
        expect([...listed].sort((a, b) => a - b)).toEqual(jobs.map(({ number }) => number));
        const order = Object.keys(nextSteps);
        expect(steps.map(({ step }) => order.indexOf(step))).toEqual(
          steps.map(({ step }) => order.indexOf(step)).sort((a, b) => a - b),
        );
        const hoursOfToday = steps
          .filter(({ step }) => step === 'today')
          .flatMap(({ jobs: own }) => own.map(({ standing }) => standing.order));
        expect(hoursOfToday).toEqual([...hoursOfToday].sort((a, b) => a - b));
      }),
    );
  });
});
