import { describe, expect, it } from 'vitest';
import type { When } from './reading';
import { tokenize } from './tokens';
import { matchWhen } from './when';

/** Wednesday, and the Friday evening before a month ends. */
const morning = { day: '2027-03-03', hour: '09:20' };
const evening = { day: '2027-04-30', hour: '19:40' };

const read = (text: string, now = morning) => matchWhen(tokenize(text), 0, now);

describe('matchWhen in the morning', () => {
  const rows: readonly [string, number, Partial<When>][] = [
    ['before six', 2, { by: '18:00' }],
    ['before 6', 2, { by: '18:00' }],
    ['by 6pm', 2, { by: '18:00' }],
    ['by 6 pm', 3, { by: '18:00' }],
    ['by six o clock', 4, { by: '18:00' }],
    ['by eleven', 2, { by: '11:00' }],
    ['by 14:30', 2, { by: '14:30' }],
    ['until 2.45pm', 2, { by: '14:45' }],
    ['till noon', 2, { by: '12:00' }],
    ['by lunch', 2, { by: '12:00' }],
    ['by half past two', 4, { by: '14:30' }],
    ['at 12pm', 2, { by: '12:00' }],
    ['by 12am', 2, { day: '2027-03-04', by: '00:00' }],
    ['after 4', 2, { from: '16:00' }],
    ['from 10:15', 2, { from: '10:15' }],
    ['by 9am', 2, { day: '2027-03-04', by: '09:00' }],
    ['today', 1, { day: '2027-03-03' }],
    ['tonight', 1, { day: '2027-03-03', from: '17:00', by: '21:00' }],
    ['tomorrow', 1, { day: '2027-03-04' }],
    ['tomorrow afternoon', 2, { day: '2027-03-04', from: '12:00', by: '18:00' }],
    ['this evening', 2, { day: '2027-03-03', from: '17:00', by: '21:00' }],
    ['friday', 1, { day: '2027-03-05' }],
    ['fri morning', 2, { day: '2027-03-05', from: '08:00', by: '12:00' }],
    ['wednesday', 1, { day: '2027-03-10' }],
    ['on monday', 2, { day: '2027-03-08' }],
    ['next sunday', 2, { day: '2027-03-07' }],
    ['by friday', 2, { day: '2027-03-05' }],
    ['within 3 hours', 3, { day: '2027-03-03', by: '12:20' }],
    ['in an hour', 3, { day: '2027-03-03', by: '10:20' }],
    ['asap', 1, { urgent: true }],
    ['right now', 2, { urgent: true }],
    ['straight away', 2, { urgent: true }],
    ['18:00', 1, { by: '18:00' }],
    ['6pm', 1, { by: '18:00' }],
  ];
  it.each(rows)('%s', (text, length, when) => {
    expect(read(text)).toEqual({ length, when });
  });

  it.each([
    'six',
    'before',
    'by merrowdale',
    'at quarry end',
    'in quarry end',
    'monkey',
    'by 25',
    'by 10:75',
    'half',
  ])('nothing of %j', (text) => {
    expect(read(text)).toBeUndefined();
  });
});

describe('matchWhen in the evening at the end of a month', () => {
  it.each<[string, Partial<When>]>([
    ['by six', { day: '2027-05-01', by: '18:00' }],
    ['by eight', { by: '20:00' }],
    ['by seven', { day: '2027-05-01', by: '07:00' }],
    ['tomorrow', { day: '2027-05-01' }],
    ['within 6 hours', { day: '2027-05-01', by: '01:40' }],
    ['saturday', { day: '2027-05-01' }],
  ])('%s', (text, when) => {
    expect(read(text, evening)?.when).toEqual(when);
  });
});
