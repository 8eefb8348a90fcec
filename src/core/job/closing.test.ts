import { describe, expect, it } from 'vitest';
import { type ClosingRequest, closingNeeds, likelyOutcome } from './closing';
import { type Attempt, emptyLog } from './events/log';

const worked: Attempt = {
  attemptId: 'a',
  route: 'add',
  from: new Date(0),
  to: new Date(60_000),
  result: 'worked',
  reason: '',
  learnedKeyIds: [],
};
const good: ClosingRequest = {
  outcome: 'done',
  route: 'add',
  openRun: false,
  opening: false,
  doorNoted: false,
  authority: 'onSite',
  log: { countBefore: 1, countAfter: 2, attempts: [worked], doors: [] },
  worksInHand: true,
  noteForPlainCopy: false,
  count: { planned: 2, tells: true, maximum: 8 },
  failing: [],
  openedKey: false,
  mayGiveReason: true,
  reason: '',
};

const counts = (before: number | undefined, after: number | 'cannotSay') => ({
  ...(before !== undefined && { countBefore: before }),
  countAfter: after,
  attempts: [worked],
  doors: [],
});
const plain = { attempts: [{ ...worked, route: 'noProgramming' as const, reason: 'Key shown' }], doors: [] };

describe('closingNeeds', () => {
  const rows: readonly [string, Partial<ClosingRequest>, RegExp | undefined][] = [
    ['everything recorded', {}, undefined],
    ['a run that is open', { openRun: true }, /End the run/],
    ['not done, a run that is open', { outcome: 'notDone', reason: 'x', openRun: true }, /End the run/],
    ['no route', { route: null }, /Choose the route/],
    ['no attempt', { log: { ...good.log, attempts: [], doors: [] } }, /attempt that worked/],
    [
      'only failures',
      { log: { ...good.log, attempts: [{ ...worked, result: 'failed', reason: 'x' }] } },
      /attempt that worked/,
    ],
    ['no authority', { authority: 'none' }, /right to the car/],
    ['papers in advance only', { authority: 'advance' }, /right to the car/],
    [
      'a repair without authority',
      { route: 'repair', authority: 'none', log: { attempts: [{ ...worked, route: 'repair' }], doors: [] } },
      undefined,
    ],
    [
      'a repair after an attempt to add, without authority',
      { route: 'repair', authority: 'none' },
      /right to the car/,
    ],
    [
      'a repair that learned a key, without authority',
      {
        route: 'repair',
        authority: 'none',
        log: { attempts: [{ ...worked, route: 'repair', learnedKeyIds: ['k'] }], doors: [] },
      },
      /right to the car/,
    ],
    [
      'a repair that used a PIN of the bureau, with papers in advance',
      {
        route: 'repair',
        authority: 'advance',
        log: { attempts: [{ ...worked, route: 'repair', pinFrom: 'codeService' }], doors: [] },
      },
      undefined,
    ],
    ['no count after', { log: { countBefore: 1, attempts: [worked], doors: [] } }, /count again/],
    ['a car that tells and is said not to', { log: counts(1, 'cannotSay') }, /This car can say/],
    [
      'a car that never says',
      { count: { ...good.count, tells: false, planned: 'cannotSay' }, log: counts(undefined, 'cannotSay') },
      undefined,
    ],
    ['a count that does not fit', { log: counts(1, 3) }, /knows 3, the plan was 2/],
    [
      'a count that does not fit, with a reason',
      { log: counts(1, 3), reason: 'Learned meanwhile' },
      undefined,
    ],
    [
      'a count that does not fit, with the reason of a trainee alone',
      { log: counts(1, 3), reason: 'Learned meanwhile', mayGiveReason: false },
      /proprietor or a locksmith/,
    ],
    [
      'a trainee alone, where nothing wants a reason',
      { mayGiveReason: false, reason: 'All fine' },
      undefined,
    ],
    ['a count beyond the slots', { log: counts(1, 9) }, /The car has 8 slots/],
    [
      'a count that no plan stands against',
      { count: { ...good.count, planned: 'cannotSay' } },
      /No plan stands/,
    ],
    ['a count that was not read before', { log: counts(undefined, 2) }, /not read before/],
    [
      'a key without electronics where none works, without authority',
      { route: 'noProgramming', worksInHand: false, authority: 'none', log: plain },
      /right to the car/,
    ],
    [
      'the same with papers in advance',
      { route: 'noProgramming', worksInHand: false, authority: 'advance', log: plain },
      /right/,
    ],
    [
      'the same with papers at the car',
      { route: 'noProgramming', worksInHand: false, log: plain },
      undefined,
    ],
    [
      'a plain copy of a working key, without papers',
      { route: 'noProgramming', authority: 'none', log: plain },
      /right/,
    ],
    [
      'a plain copy by the note that the shop takes',
      { route: 'noProgramming', authority: 'none', noteForPlainCopy: true, log: plain },
      undefined,
    ],
    [
      'a note where no key works',
      { route: 'noProgramming', authority: 'none', noteForPlainCopy: true, worksInHand: false, log: plain },
      /right to the car/,
    ],
    ['a key that failed when it was proved', { failing: ['key 2, Start at once'] }, /failed at Prove: key 2/],
    ['the same, done in part', { failing: ['key 2, Start at once'], outcome: 'partly' }, undefined],
    [
      'the same, with a word',
      { failing: ['key 2, Start at once'], reason: 'Lamp stays; customer told' },
      undefined,
    ],
    ['the only key, opened and not closed again', { openedKey: true }, /closed again/],
    ['refused without a word', { outcome: 'refused', authority: 'none', log: emptyLog }, /Write why/],
    [
      'refused with a word',
      { outcome: 'refused', authority: 'none', log: emptyLog, reason: 'No papers' },
      undefined,
    ],
    ['went elsewhere', { outcome: 'wentElsewhere', route: null, log: emptyLog, reason: 'Price' }, undefined],
  ];
  it.each(rows)('%s', (_what, more, expected) => {
    const needs = closingNeeds({ ...good, ...more });
    if (expected === undefined) expect(needs).toEqual([]);
    else expect(needs.join(' ')).toMatch(expected);
  });

  it('wants of a car that was opened only that it was, and on whose word', () => {
    const opening = { ...good, opening: true, route: null, log: { attempts: [], doors: [] } };
    expect(closingNeeds(opening)).toEqual(['Record at On site that the door was opened.']);
    const opened = { at: new Date(0), how: 'opened' as const, conditions: '' };
    const done = { ...opening, log: { attempts: [], doors: [opened as never] } };
    expect(closingNeeds(done)).toEqual([]);
    expect(closingNeeds({ ...done, authority: 'none' })).toHaveLength(1);
    expect(closingNeeds({ ...done, authority: 'none', doorNoted: true })).toEqual([]);
  });
});

describe('how a job likely ends', () => {
  const attempt = (result: Attempt['result']) => ({ result }) as Attempt;
  const door = { how: 'papersInside' } as unknown as (typeof emptyLog.doors)[number];
  it.each([
    ['nothing was tried', [], [], 0, 'notDone'],
    ['a door was opened and nothing tried', [], [door], 0, 'done'],
    ['it failed', [attempt('failed')], [], 0, 'notDone'],
    ['it failed, with a door opened', [attempt('failed')], [door], 0, 'notDone'],
    ['the second way worked', [attempt('failed'), attempt('worked')], [], 0, 'done'],
    ['it worked, and a check fails', [attempt('worked')], [], 1, 'partly'],
  ] as const)('where %s', (_, attempts, doors, failing, outcome) => {
    expect(likelyOutcome({ attempts, doors }, failing)).toBe(outcome);
  });
});
