import { describe, expect, it } from 'vitest';
import { type ClosingRequest, closingNeeds } from './closing';
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
  authority: 'onSite',
  log: { countBefore: 1, countAfter: 2, attempts: [worked], doors: [] },
  planned: 2,
  reason: '',
};

describe('closingNeeds', () => {
  const rows: readonly [string, Partial<ClosingRequest>, RegExp | undefined][] = [
    ['everything recorded', {}, undefined],
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
        log: { attempts: [{ ...worked, route: 'repair', pinFrom: 'bureau' }], doors: [] },
      },
      undefined,
    ],
    ['no count after', { log: { countBefore: 1, attempts: [worked], doors: [] } }, /count again/],
    ['the car cannot say', { log: { countAfter: 'cannotSay', attempts: [worked], doors: [] } }, undefined],
    [
      'a count that does not fit',
      { log: { countAfter: 3, attempts: [worked], doors: [] } },
      /knows 3, the plan was 2/,
    ],
    [
      'a count that does not fit, with a reason',
      {
        log: { countAfter: 3, attempts: [worked], doors: [] },
        reason: 'A key was learned by the owner meanwhile',
      },
      undefined,
    ],
    [
      'a plan that cannot be known',
      { planned: 'cannotSay', log: { countAfter: 3, attempts: [worked], doors: [] } },
      undefined,
    ],
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
});
