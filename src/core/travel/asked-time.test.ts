import { describe, expect, it } from 'vitest';
import { askedTime } from './asked-time';

const open = { from: '08:00', to: '17:30' };
const now = { day: '2027-03-03', hour: '09:20' };
const nothing = { urgent: false, day: null, from: null, by: null };
const ask = (told: Partial<typeof nothing> | object) => askedTime({ ...nothing, ...told }, open, now);

describe('when a caller wants the car ready', () => {
  it.each([
    ['nothing said', {}, null],
    ['at once', { urgent: true }, { day: '2027-03-03', from: '09:20', by: '24:00' }],
    ['before six', { by: '18:00' }, { day: '2027-03-03', from: '09:20', by: '18:00' }],
    ['tomorrow', { day: '2027-03-04' }, { day: '2027-03-04', from: '08:00', by: '17:30' }],
    [
      'tonight',
      { day: '2027-03-03', from: '17:00', by: '21:00' },
      { day: '2027-03-03', from: '17:00', by: '21:00' },
    ],
    ['at 3am', { day: '2027-03-04', by: '03:00' }, { day: '2027-03-04', from: '02:30', by: '06:00' }],
    ['after four', { from: '16:00' }, { day: '2027-03-03', from: '16:00', by: '19:00' }],
    ['after ten', { from: '10:00' }, { day: '2027-03-03', from: '10:00', by: '17:30' }],
    ['by nine, which is over', { by: '09:00' }, null],
    ['yesterday', { day: '2027-03-02' }, null],
    [
      'urgent, tomorrow',
      { urgent: true, day: '2027-03-04' },
      { day: '2027-03-04', from: '08:00', by: '17:30' },
    ],
  ])('%s', (_what, told, expected) => {
    expect(ask(told)).toEqual(expected);
  });

  it('is of the day on which it was told', () => {
    const told = { ...nothing, by: '18:00' };
    expect(askedTime(told, open, now, '2027-03-03')).not.toBeNull();
    expect(askedTime(told, open, now, '2027-03-02')).toBeNull();
    expect(askedTime({ ...nothing, urgent: true }, open, now, '2027-03-02')).toBeNull();
    expect(askedTime({ ...told, day: '2027-03-04' }, open, now, '2027-03-02')?.day).toBe('2027-03-04');
  });
});
