import { describe, expect, it } from 'vitest';
import { attemptPurposes } from './attempt-purposes';
import { applyEvent, foldEvents, timeProblem } from './events';
import { type Attempt, emptyLog } from './log';

const attempt = (more: Partial<Attempt>): Attempt => ({
  attemptId: 'a',
  route: 'repair',
  from: new Date('2027-03-03T14:00:00Z'),
  to: new Date('2027-03-03T14:25:00Z'),
  result: 'worked',
  reason: '',
  learnedKeyIds: [],
  ...more,
});

describe('attemptPurposes', () => {
  it.each([
    [{}, ['repair']],
    [{ learnedKeyIds: ['k'] }, ['repair', 'learn']],
    [{ route: 'noProgramming', learnedKeyIds: ['k'] }, ['handOver', 'learn']],
    [{ route: 'noProgramming' }, ['handOver']],
    [{ pinFrom: 'customer' }, ['repair', 'decode']],
    [{ pinFrom: 'obdSocket' }, ['repair', 'pinRead']],
    [{ pinFrom: 'codeService', secretIds: ['s'] }, ['repair', 'pinLookUp', 'seeSecret']],
    [{ secretIds: [] }, ['repair']],
    [{ route: 'add', learnedKeyIds: ['k'] }, ['learn', 'learn']],
    [{ route: 'cloneDirect' }, ['clone']],
    [{ route: 'dealer', learnedKeyIds: ['k'], dealerPaper: 'W-1' }, ['repair']],
  ] as [Partial<Attempt>, string[]][])('%j wants %j', (more, purposes) => {
    expect(attemptPurposes(attempt(more), { worksInHand: more.route !== 'noProgramming' })).toEqual(purposes);
  });
});

describe('the work of a dealer', () => {
  const record = (more: Partial<Attempt>) =>
    applyEvent(emptyLog, { kind: 'attemptRecorded', ...attempt(more) });

  it.each([
    [{ route: 'dealer' }, true],
    [{ route: 'dealer', learnedKeyIds: ['k'] }, false],
    [{ route: 'dealer', learnedKeyIds: ['k'], dealerPaper: '  ' }, false],
    [{ route: 'dealer', learnedKeyIds: ['k'], dealerPaper: 'W-2207' }, true],
    [{ route: 'dealer', dealerPaper: 'W-2207', pinFrom: 'obdSocket' }, false],
    [{ route: 'dealer', dealerPaper: 'W-2207', secretIds: ['s'] }, false],
    [{ route: 'add', dealerPaper: 'W-2207' }, false],
    [{ route: 'add', dealerPaper: null }, true],
  ] as [Partial<Attempt>, boolean][])('%j is taken: %s', (more, taken) => {
    expect(record(more).ok).toBe(taken);
  });

  it('that was accepted before this rule still stands in the log', () => {
    const old = attempt({ route: 'dealer', learnedKeyIds: ['k'], pinFrom: 'dealer' });
    expect(foldEvents([{ kind: 'attemptRecorded', ...old }]).attempts).toHaveLength(1);
  });
});

describe('timeProblem', () => {
  const now = new Date('2027-03-03T15:20:00Z');
  it.each([
    ['2027-03-03T15:20:00Z', true],
    ['2027-03-03T15:29:59Z', true],
    ['2027-03-03T15:31:00Z', false],
    ['2027-02-02T15:20:00Z', true],
    ['2027-02-01T15:25:00Z', true],
    ['2027-02-01T15:15:00Z', false],
    ['2027-01-30T15:20:00Z', false],
    ['0044-03-15T00:00:00Z', false],
    ['no instant', false],
  ])('%s is near: %s', (at, near) => {
    expect(timeProblem(new Date(at), now) === undefined).toBe(near);
  });
});
