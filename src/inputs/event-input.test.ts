import { describe, expect, it } from 'vitest';
import { EventInput } from './event-input';
import { parseInput } from './parse';

const id = '0190a1b2-0000-7000-8000-000000000001';
const event = (kind: string, content: unknown, more: object = {}) =>
  parseInput(EventInput, { id, kind, content, deviceAt: '2027-03-03T15:20:00Z', basedOn: 0, ...more });
const attempt = {
  attemptId: id,
  route: 'add',
  from: '2027-03-03T14:00:00Z',
  to: '2027-03-03T14:25:00Z',
  result: 'worked',
  reason: '',
  learnedKeyIds: [id],
};

describe('an event at the door', () => {
  it.each([
    ['countRead', { moment: 'before', answer: 2 }],
    ['countRead', { moment: 'after', answer: 'cannotSay' }],
    ['attemptRecorded', attempt],
    ['attemptWithdrawn', { attemptId: id, reason: 'wrong job' }],
  ])('%s %j passes', (kind, content) => {
    expect(event(kind, content).ok).toBe(true);
  });

  it('turns its times into dates', () => {
    const result = event('attemptRecorded', attempt);
    if (!result.ok) throw new Error('expected it to pass');
    expect(result.value.deviceAt).toEqual(new Date('2027-03-03T15:20:00Z'));
    expect((result.value.content as { from: Date }).from).toEqual(new Date('2027-03-03T14:00:00Z'));
  });

  it.each([
    ['no id', 'countRead', { moment: 'before', answer: 2 }, { id: undefined }, 'id'],
    ['an id that is none', 'countRead', { moment: 'before', answer: 2 }, { id: '7' }, 'id'],
    ['a kind of the prototype', 'constructor', { moment: 'before', answer: 2 }, {}, 'kind'],
    [
      'a device time that is none',
      'countRead',
      { moment: 'before', answer: 2 },
      { deviceAt: 'now' },
      'deviceAt',
    ],
    ['a sequence below zero', 'countRead', { moment: 'before', answer: 2 }, { basedOn: -1 }, 'basedOn'],
    ['the content of another kind', 'countRead', attempt, {}, 'content.attemptId'],
    ['a moment that is none', 'countRead', { moment: 'during', answer: 2 }, {}, 'content.moment'],
    ['an answer that is none', 'countRead', { moment: 'before', answer: null }, {}, 'content.answer'],
    ['a route that is none', 'attemptRecorded', { ...attempt, route: 'magic' }, {}, 'content.route'],
    ['a result that is none', 'attemptRecorded', { ...attempt, result: 'maybe' }, {}, 'content.result'],
    [
      'keys that are none',
      'attemptRecorded',
      { ...attempt, learnedKeyIds: ['x'] },
      {},
      'content.learnedKeyIds',
    ],
    ['a reason too long', 'attemptRecorded', { ...attempt, reason: 'x'.repeat(301) }, {}, 'content.reason'],
    [
      'an extra field',
      'countRead',
      { moment: 'before', answer: 2, actor: 'proprietor' },
      {},
      'content.actor',
    ],
    ['an extra field outside', 'countRead', { moment: 'before', answer: 2 }, { seq: 9 }, 'seq'],
  ])('%s is refused beside its field', (_what, kind, content, more, field) => {
    const result = event(kind, content, more);
    expect(result.ok).toBe(false);
    if (!result.ok) expect(result.problems.map((problem) => problem.field)).toContain(field);
  });
});
