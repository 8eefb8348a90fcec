import { describe, expect, it } from 'vitest';
import { addDays, addWorkingDays, daysBetween, formatDay, instantOf, localMoment } from './local-time';

const zone = 'America/Chicago';

describe('local time', () => {
  it('is computed in the shop zone, whatever the machine runs in', () => {
    expect(localMoment(new Date('2031-03-06T03:30:00Z'), zone)).toEqual({ day: '2031-03-05', hour: '21:30' });
  });

  it('goes there and back across both clock changes', () => {
    for (const moment of [
      { day: '2031-03-08', hour: '12:00' },
      { day: '2031-03-09', hour: '12:00' },
      { day: '2031-11-01', hour: '23:15' },
      { day: '2031-11-02', hour: '08:00' },
    ]) {
      expect(localMoment(instantOf(moment, zone), zone)).toEqual(moment);
    }
    const noon = (day: string) => instantOf({ day, hour: '12:00' }, zone).getTime();
    expect((noon('2031-03-09') - noon('2031-03-08')) / 3_600_000).toBe(23);
    expect((noon('2031-11-02') - noon('2031-11-01')) / 3_600_000).toBe(25);
  });

  it('counts days by the calendar', () => {
    expect(addDays('2031-02-28', 1)).toBe('2031-03-01');
    expect(addDays('2032-02-28', 1)).toBe('2032-02-29');
    expect(daysBetween('2031-03-05', '2031-03-12')).toBe(7);
  });

  it('skips the weekend in working days', () => {
    expect(addWorkingDays('2031-03-07', 1)).toBe('2031-03-10');
    expect(addWorkingDays('2031-03-08', 1)).toBe('2031-03-10');
    expect(addWorkingDays('2031-03-05', 0)).toBe('2031-03-05');
    expect(addWorkingDays('2031-03-05', 10)).toBe('2031-03-19');
  });

  it('names a day as people do', () => {
    expect(formatDay('2031-03-07', '2031-03-05')).toBe('Fri 7 Mar');
    expect(formatDay('2032-01-02', '2031-12-30')).toBe('Fri 2 Jan 2032');
    expect(formatDay('2031-03-05', '2031-03-05')).toBe('today');
  });
});
