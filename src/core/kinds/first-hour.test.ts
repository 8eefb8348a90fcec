import { describe, expect, it } from 'vitest';
import { firstHourOf, firstStepNames, nextStep } from './first-hour';

describe('the first hour', () => {
  it('goes on with the first step that is neither done nor left out', () => {
    const hour = firstHourOf({ firm: true, vans: false }, { standards: 'skipped' });
    expect(hour).toMatchObject({ firm: 'done', standards: 'skipped', hours: 'open' });
    expect(nextStep(hour)).toBe('hours');
  });

  it('takes what is there for done, though it was left out before', () => {
    expect(firstHourOf({ vans: true }, { vans: 'skipped' }).vans).toBe('done');
  });

  it('is over once nothing is open', () => {
    const all = Object.fromEntries(firstStepNames.map((step) => [step, 'skipped' as const]));
    expect(nextStep(firstHourOf({}, all))).toBeUndefined();
  });
});
