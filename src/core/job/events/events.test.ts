import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { noArrival } from '../arrival';
import type { EventGround } from './event-kind';
import { applyEvent, eventKinds, eventOf, eventRefusal, foldEvents, type JobEvent } from './events';
import { emptyLog, type JobLog } from './log';
import { bladeEvents } from './test-blade-events';

const at = (minute: number) => new Date(Date.UTC(2027, 2, 3, 16, minute));
const attempt = (
  id: string,
  more: Partial<Extract<JobEvent, { kind: 'attemptRecorded' }>> = {},
): JobEvent => ({
  kind: 'attemptRecorded',
  attemptId: id,
  route: 'add',
  from: at(0),
  to: at(20),
  result: 'worked',
  reason: '',
  learnedKeyIds: [],
  ...more,
});

describe('applyEvent', () => {
  it('keeps counts and attempts', () => {
    const log = foldEvents([
      { kind: 'countRead', moment: 'before', answer: 2 },
      attempt('a', { result: 'failed', reason: 'wrong chip' }),
      attempt('b'),
      { kind: 'countRead', moment: 'after', answer: 3 },
    ]);
    expect(log).toMatchObject({
      countBefore: 2,
      countAfter: 3,
      attempts: [{ attemptId: 'a' }, { attemptId: 'b' }],
    });
  });

  it('withdraws a mistake without forgetting that it was recorded', () => {
    const log = foldEvents([
      attempt('a'),
      { kind: 'attemptWithdrawn', attemptId: 'a', reason: 'wrong job' },
      attempt('b'),
    ]);
    expect(log.attempts.map(({ attemptId }) => attemptId)).toEqual(['b']);
  });

  const refused: readonly [string, JobLog, JobEvent, RegExp][] = [
    ['a count below zero', emptyLog, { kind: 'countRead', moment: 'after', answer: -1 }, /0 to 64/],
    ['half a key', emptyLog, { kind: 'countRead', moment: 'after', answer: 1.5 }, /0 to 64/],
    ['an attempt twice', foldEvents([attempt('a')]), attempt('a'), /already/],
    ['an end before the start', emptyLog, attempt('a', { to: at(-1) }), /ends after/],
    ['an attempt of days', emptyLog, attempt('a', { to: new Date(Date.UTC(2027, 2, 9)) }), /up to 48/],
    ['no time at all', emptyLog, attempt('a', { to: new Date(Number.NaN) }), /ends after/],
    ['a failure without a reason', emptyLog, attempt('a', { result: 'failed', reason: ' ' }), /Say why/],
    [
      'keys learned by a failure',
      emptyLog,
      attempt('a', { result: 'failed', reason: 'x', learnedKeyIds: ['k'] }),
      /Only an attempt that worked/,
    ],
    [
      'withdrawing what is not there',
      emptyLog,
      { kind: 'attemptWithdrawn', attemptId: 'a', reason: 'x' },
      /no such attempt/,
    ],
    [
      'withdrawing without a reason',
      foldEvents([attempt('a')]),
      { kind: 'attemptWithdrawn', attemptId: 'a', reason: '' },
      /Say why/,
    ],
  ];
  it.each(refused)('refuses %s', (_what, log, event, reason) => {
    const step = applyEvent(log, event);
    expect(step.ok).toBe(false);
    if (!step.ok) expect(step.reason).toMatch(reason);
  });

  it('never changes the log it is given, and replaying gives the same', () => {
    const event = fc.oneof(
      fc.record({
        kind: fc.constant('countRead' as const),
        moment: fc.constantFrom('before' as const, 'after' as const),
        answer: fc.integer({ min: -2, max: 70 }),
      }),
      fc.constantFrom('a', 'b', 'c').map((id) => attempt(id)),
      fc
        .constantFrom('a', 'b', 'c')
        .map((attemptId): JobEvent => ({ kind: 'attemptWithdrawn', attemptId, reason: 'slip' })),
    );
    fc.assert(
      fc.property(fc.array(event, { maxLength: 30 }), (events) => {
        let log: JobLog = Object.freeze({ ...emptyLog, attempts: Object.freeze([]) as JobLog['attempts'] });
        const accepted: JobEvent[] = [];
        for (const one of events) {
          const step = applyEvent(log, one);
          if (!step.ok) continue;
          accepted.push(one);
          log = Object.freeze({ ...step.log, attempts: Object.freeze([...step.log.attempts]) });
        }
        expect(foldEvents(accepted)).toEqual(log);
      }),
    );
  });
});

describe('eventRefusal', () => {
  const ground: EventGround = {
    now: at(30),
    standing: {
      stage: 'onSite',
      doorNote: false,
      danger: false,
      noteForPlainCopy: false,
      role: 'locksmith',
      secondPerson: false,
    },
    keyIds: new Set(['key']),
    worksInHand: false,
    secretIds: new Set(['pin']),
    heldBlank: false,
    ladder: null,
    othersOf: () => 'keep',
    ownAttemptIds: new Set(),
    sheets: new Map(),
  };
  const none = { ...ground.standing, stage: 'none' } as const;
  const byNote = { ...none, noteForPlainCopy: true } as const;
  const trainee = { ...ground.standing, role: 'trainee' } as const;
  const recorded = foldEvents([attempt('a')]);
  const withdrawal: JobEvent = { kind: 'attemptWithdrawn', attemptId: 'a', reason: 'A slip' };
  const door = (how: 'papersInside' | 'danger' | 'lock', minute = 10): JobEvent => ({
    kind: 'doorOpened',
    how,
    at: at(minute),
    conditions: '',
  });

  it.each<[string, JobEvent, JobLog, Partial<EventGround>, RegExp | undefined]>([
    [
      'a count wants nothing',
      { kind: 'countRead', moment: 'before', answer: 2 },
      emptyLog,
      { standing: none },
      undefined,
    ],
    [
      'a key that is not on the ring',
      attempt('b', { learnedKeyIds: ['other'] }),
      emptyLog,
      {},
      /not on the ring/,
    ],
    ['a secret of another job', attempt('b', { secretIds: ['other'] }), emptyLog, {}, /not on this job/],
    ['learning without papers', attempt('b'), emptyLog, { standing: none }, /record at On site/],
    ['a time to come', attempt('b', { to: at(59) }), emptyLog, {}, /in the future/],
    [
      'what the reducer refuses, before anything else',
      attempt('a'),
      recorded,
      { standing: none },
      /recorded already/,
    ],
    [
      'an attempt as it should be',
      attempt('b', { learnedKeyIds: ['key'], secretIds: ['pin'] }),
      recorded,
      {},
      undefined,
    ],
    ['a lock wants papers at the car', door('lock'), emptyLog, { standing: none }, /Open a lock/],
    ['danger that nobody declared', door('danger'), emptyLog, { standing: none }, /Declare at On site/],
    [
      'danger that was declared',
      door('danger'),
      emptyLog,
      { standing: { ...none, danger: true } },
      undefined,
    ],
    [
      'a chipless key where none works',
      attempt('b', { route: 'noProgramming' }),
      emptyLog,
      { standing: none },
      /record at On site/,
    ],
    [
      'a plain copy without papers',
      attempt('b', { route: 'noProgramming' }),
      emptyLog,
      { standing: none, worksInHand: true },
      /record at On site/,
    ],
    [
      'a plain copy by a note that nobody wrote',
      attempt('b', { route: 'noProgramming' }),
      emptyLog,
      { standing: byNote, worksInHand: true },
      /Write the note/,
    ],
    [
      'a plain copy by a note',
      attempt('b', { route: 'noProgramming', reason: 'Owner, key shown' }),
      emptyLog,
      { standing: byNote, worksInHand: true },
      undefined,
    ],
    [
      'a note where no key works',
      attempt('b', { route: 'noProgramming', reason: 'Owner' }),
      emptyLog,
      { standing: byNote },
      /record at On site/,
    ],
    [
      'a trainee and what another recorded',
      withdrawal,
      recorded,
      { standing: trainee },
      /with a second person/,
    ],
    [
      'a trainee and his own',
      withdrawal,
      recorded,
      { standing: trainee, ownAttemptIds: new Set(['a']) },
      undefined,
    ],
  ])('%s', (_, event, log, more, reason) => {
    const found = eventRefusal(event, log, { ...ground, ...more });
    if (reason === undefined) expect(found).toBeUndefined();
    else expect(found).toMatch(reason);
  });
});

it('an event comes out of JSON as it went in', () => {
  const events: JobEvent[] = [
    attempt('a', { learnedKeyIds: ['key'] }),
    { kind: 'doorOpened', how: 'lock', at: at(5), conditions: 'wet' },
    { kind: 'countRead', moment: 'after', answer: 'cannotSay' },
    { kind: 'attemptWithdrawn', attemptId: 'a', reason: 'A slip' },
    {
      kind: 'remoteWritten',
      universal: 'UNI-8',
      remote: 'REM-5530',
      profile: 'H44',
      readBack: 'H44',
      freshCell: true,
      at: at(5),
    },
    { kind: 'arrivalNoted', ...noArrival, ticks: ['keysHere'], volts: 12.4, leads: ['socket lead'] },
    { kind: 'keyProved', keyId: 'k', check: 'remote:lock', result: 'works', at: new Date(5) },
    ...bladeEvents,
  ];
  expect(new Set(events.map(({ kind }) => kind))).toEqual(new Set(eventKinds));
  for (const event of events) {
    const { kind, ...content } = JSON.parse(JSON.stringify(event));
    expect(eventOf(kind, content)).toEqual(event);
  }
});
