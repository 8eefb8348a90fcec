import type { CountAnswer } from '@/core/programming/plan';
import { type EventKind, refuse } from './event-kind';

/** The car said how many keys it knows. */
export interface CountRead {
  readonly moment: 'before' | 'after';
  readonly answer: CountAnswer;
}

export const countRead: EventKind<CountRead> = {
  apply(log, { moment, answer }) {
    if (answer !== 'cannotSay' && (!Number.isInteger(answer) || answer < 0 || answer > 64))
      return refuse('A count is 0 to 64 keys, or the car cannot say.');
    const field = moment === 'before' ? 'countBefore' : 'countAfter';
    return { ok: true, log: { ...log, [field]: answer } };
  },
  purposes: () => [],
  audited: true,
  moments: [],
  wants: [],
};
