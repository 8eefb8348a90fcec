import { describe, expect, it } from 'vitest';
import { drillLadder } from '../../../../tests/support/pellet-drill';
import type { EventGround } from './event-kind';
import { applyEvent, eventRefusal, foldEvents, type JobEvent, movedBy } from './events';
import { emptyLog, type JobLog } from './log';
import { bladeEvents, cut, piece, tried } from './test-blade-events';

const ground: EventGround = {
  now: new Date(Date.UTC(2027, 2, 3)),
  standing: {
    stage: 'onSite',
    doorNote: false,
    danger: false,
    noteForPlainCopy: false,
    role: 'locksmith',
    secondPerson: false,
  },
  keyIds: new Set(),
  worksInHand: false,
  secretIds: new Set(['bitting']),
  heldBlank: false,
  ladder: drillLadder,
  othersOf: () => 'keep',
  ownAttemptIds: new Set(),
  sheets: new Map([['sheet', { candidates: 3, spaces: 4 }]]),
};
const advance = { ...ground.standing, stage: 'advance' } as const;

describe('what was done with a blade', () => {
  it('is told by the log, with the pieces of stock it took', () => {
    const log = foldEvents([...bladeEvents, cut('d', { spoiled: true })]);
    expect(log).toMatchObject({
      tries: [],
      plans: { sheet: 'leastCost' },
      cuts: [{ cutId: 'c' }, { cutId: 'd', spoiled: true }],
      measured: [{ cutId: 'c', passes: false }],
      fits: [{ lock: 'ignition', turns: 'bothWays' }],
      used: [piece, piece],
    });
  });

  it('takes a piece at the first cut of a blank, and gives it back where the try was a slip', () => {
    const log = foldEvents([tried('a', { piece }), tried('b', { candidate: 1 })]);
    expect(log.used).toEqual([piece]);
    expect(movedBy(emptyLog, tried('a', { piece }))).toEqual({ piece, change: -1 });
    expect(movedBy(log, { kind: 'tryWithdrawn', tryId: 'b' })).toBeNull();
    const first = foldEvents([tried('a', { piece })]);
    expect(movedBy(first, { kind: 'tryWithdrawn', tryId: 'a' })).toEqual({ piece, change: 1 });
    expect(foldEvents([tried('a', { piece }), { kind: 'tryWithdrawn', tryId: 'a' }]).used).toEqual([]);
  });

  it('gives the blank of a cut back where that was a slip, unless it was cut on since', () => {
    const log = foldEvents([...bladeEvents, cut('d')]);
    expect(movedBy(log, { kind: 'cutWithdrawn', cutId: 'd' })).toEqual({ piece, change: 1 });
    const after = foldEvents([...bladeEvents, cut('d'), { kind: 'cutWithdrawn', cutId: 'd' }]);
    expect(after).toMatchObject({ cuts: [{ cutId: 'c' }], used: [piece] });
    const again = foldEvents([cut('c'), cut('d', { again: 'c', piece: null })]);
    expect(applyEvent(again, { kind: 'cutWithdrawn', cutId: 'c' })).toMatchObject({ ok: false });
    expect(applyEvent(again, { kind: 'cutWithdrawn', cutId: 'x' })).toMatchObject({ ok: false });
  });

  it('measures and tries a blade once: the later word counts', () => {
    const log = foldEvents([
      ...bladeEvents,
      { kind: 'bladeMeasured', cutId: 'c', passes: true, off: [], machine: null },
      { kind: 'lockTried', cutId: 'c', lock: 'ignition', turns: 'no', smooth: false },
      { kind: 'lockTried', cutId: 'c', lock: 'boot', turns: 'oneWay', smooth: false },
    ]);
    expect(log.measured).toHaveLength(1);
    expect(log.measured[0]?.passes).toBe(true);
    expect(log.fits.map(({ lock, turns }) => [lock, turns])).toEqual([
      ['ignition', 'no'],
      ['boot', 'oneWay'],
    ]);
  });
});

describe('what cannot have been done', () => {
  const one = foldEvents([tried('a', { piece }), cut('c')]);
  it.each<[string, JobEvent, JobLog, Partial<EventGround>, RegExp]>([
    ['the same try twice', tried('a'), one, {}, /recorded already/],
    ['a blank taken up twice', tried('b', { candidate: 1, piece }), one, {}, /taken up before/],
    ['a sheet of another job', tried('b', { sheetId: 'other' }), emptyLog, {}, /no such sheet/],
    ['a bitting beyond the sheet', tried('b', { candidate: 3 }), emptyLog, {}, /not on the sheet/],
    ['a space beyond the blade', tried('b', { stopsAt: 5 }), emptyLog, {}, /4 spaces/],
    [
      'a try with papers in advance only',
      tried('b'),
      emptyLog,
      { standing: advance },
      /Read a lock: record at On site/,
    ],
    ['a try that nobody made', { kind: 'tryWithdrawn', tryId: 'x' }, one, {}, /no such try/],
    [
      'an earlier try before the later',
      { kind: 'tryWithdrawn', tryId: 'a' },
      foldEvents([tried('a'), tried('b', { candidate: 1 })]),
      {},
      /later tries first/,
    ],
    [
      'a plan of another sheet',
      { kind: 'planChosen', sheetId: 'x', plan: 'leastCost' },
      emptyLog,
      {},
      /no such sheet/,
    ],
    ['a bitting of another job', cut('d', { bittingId: 'other' }), emptyLog, {}, /kept with the job/],
    [
      'a blank that is programmed first',
      cut('d'),
      emptyLog,
      { heldBlank: true },
      /held back until it was learned/,
    ],
    ['a blank of the van that others cut', cut('d', { where: 'ordered' }), emptyLog, {}, /none of the van/],
    ['a blade cut again that was none', cut('d', { again: 'x', piece: null }), one, {}, /to cut again/],
    ['a new blank for cutting again', cut('d', { again: 'c' }), one, {}, /no new blank/],
    [
      'a cut at the car with papers in advance',
      cut('d'),
      emptyLog,
      { standing: advance },
      /Cut from a code at the car/,
    ],
    [
      'a cut in the workshop with no papers',
      cut('d', { where: 'workshop' }),
      emptyLog,
      { standing: { ...advance, stage: 'none' } },
      /Cut from a code in the workshop: record at Prepare/,
    ],
    [
      'a measure of no blade',
      { kind: 'bladeMeasured', cutId: 'x', passes: true, off: [], machine: null },
      one,
      {},
      /no such blade/,
    ],
    [
      'a lock and no blade',
      { kind: 'lockTried', cutId: 'x', lock: 'boot', turns: 'no', smooth: false },
      one,
      {},
      /no such blade/,
    ],
  ])('%s', (_, event, log, more, reason) => {
    expect(eventRefusal(event, log, { ...ground, ...more })).toMatch(reason);
  });

  it('and what can: a cut in the workshop and a blade ordered with papers in advance', () => {
    for (const event of [cut('d', { where: 'workshop' }), cut('e', { where: 'ordered', piece: null })])
      expect(eventRefusal(event, emptyLog, { ...ground, standing: advance })).toBeUndefined();
    expect(applyEvent(emptyLog, tried('a')).ok).toBe(true);
  });
});

describe('a pellet', () => {
  const at = (minute: number) => new Date(ground.now.getTime() - 3_600_000 + minute * 60_000);
  const step = (tryId: string, number: number, minute: number, started = false): JobEvent => ({
    kind: 'stepTried',
    tryId,
    step: number,
    started,
    at: at(minute),
  });
  const sound: JobEvent = { kind: 'wireChecked', sound: true };
  const refusal = (event: JobEvent, before: readonly JobEvent[], more: Partial<EventGround> = {}) =>
    eventRefusal(event, foldEvents(before), { ...ground, ...more });

  it('is hunted for once the wire is sound, each wrong step shutting the car', () => {
    expect(refusal(step('a', 1, 0), [])).toMatch(/Rule out a broken wire/);
    expect(refusal(step('a', 1, 0), [{ kind: 'wireChecked', sound: false }])).toMatch(/wire .* is broken/);
    expect(refusal(step('a', 1, 0), [sound])).toBeUndefined();
    expect(refusal(step('b', 2, 5), [sound, step('a', 1, 0)])).toMatch(/still shut/);
    expect(refusal(step('b', 2, 7), [sound, step('a', 1, 0)])).toBeUndefined();
    expect(refusal(step('b', 1, 9), [sound, step('a', 1, 0)])).toMatch(/tried already/);
    expect(refusal(step('b', 2, 9), [sound, step('a', 1, 0, true)])).toMatch(/found already/);
    expect(refusal(step('a', 1, 0), [sound], { standing: advance })).toMatch(
      /Hunt for the step of a pellet: record/,
    );
    expect(refusal(step('b', 2, 90), [sound])).toMatch(/in the future/);
  });

  it('takes back the last step alone', () => {
    const two = [sound, step('a', 1, 0), step('b', 2, 8)];
    expect(refusal({ kind: 'stepWithdrawn', tryId: 'a' }, two)).toMatch(/last step/);
    expect(foldEvents([...two, { kind: 'stepWithdrawn', tryId: 'b' }]).pellet.tries).toHaveLength(1);
    expect(refusal({ kind: 'pelletRead', verdict: 'open', steps: [], ohms: null, meter: 'x' }, [])).toMatch(
      /leaves a step/,
    );
  });
});
