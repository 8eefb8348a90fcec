import { describe, expect, it } from 'vitest';
import { type NewsFact, newsKinds, newsWords } from './news';

const ground = { zone: 'UTC', locale: 'en-GB', at: new Date('2027-03-03T15:20:00Z') };

const accepted = {
  kind: 'accepted',
  option: 'Shop, original',
  totalMinor: 24_000,
  currency: 'GBP',
  takenBy: null,
  wanted: null,
  planned: false,
} as const;

describe('news says what happened and what to do', () => {
  it.each<[string, NewsFact, string, string]>([
    ['accepted by link', accepted, 'Shop, original, £240.00.', 'Agree a time, and reserve it.'],
    [
      'accepted by phone, with a time',
      { ...accepted, takenBy: 'Sunniva', wanted: 'after five', planned: true },
      'Shop, original, £240.00, taken down by Sunniva. Wished for: after five.',
      'Confirm the time that is reserved.',
    ],
    ['written to', { kind: 'message', words: 'Hello' }, '“Hello”', 'Answer here, or call.'],
    [
      'words that were taken out',
      { kind: 'time', words: null },
      'What was written was taken out.',
      'Move the time that is reserved, or answer.',
    ],
    [
      'an answer',
      { kind: 'answer', asked: 'pinFromVin', failure: null },
      'PIN by VIN: it is sealed with the job.',
      'Look at it when it is needed.',
    ],
    [
      'no answer',
      { kind: 'answer', asked: 'codeFromVin', failure: 'No code is on file.' },
      'Key code by VIN: No code is on file.',
      'Ask again, or take another way.',
    ],
    [
      'a parcel of today',
      { kind: 'parcel', dueOn: '2027-03-03' },
      'What was ordered is due today.',
      'Book it in at Van once it is here, and agree a time.',
    ],
    [
      'a parcel of before',
      { kind: 'parcel', dueOn: '2027-03-01' },
      'What was ordered is due since Mon 1 Mar.',
      'Book it in at Van once it is here, and agree a time.',
    ],
    [
      'a time that began',
      { kind: 'late', from: new Date('2027-03-03T15:00:00Z'), heldAt: null },
      'Its time began at 15:00, and nobody is at the car.',
      'Call the customer, or move the time.',
    ],
    [
      'a time of yesterday',
      { kind: 'late', from: new Date('2027-03-02T15:00:00Z'), heldAt: null },
      'Its time began at Tue 2 Mar 15:00, and nobody is at the car.',
      'Call the customer, or move the time.',
    ],
    [
      'a van that is held up',
      { kind: 'late', from: new Date('2027-03-03T15:40:00Z'), heldAt: 'K-5020' },
      'Its time begins at 15:40, and the van is still at K-5020.',
      'Call the customer, or send another van.',
    ],
    [
      'a day that four in five keep',
      { kind: 'late', promisedBy: '2027-03-01' },
      'Four in five were to be ready by Mon 1 Mar; this one is not.',
      'Tell the customer what holds it up.',
    ],
  ])('%s', (_, fact, what, todo) => {
    expect(newsWords(fact, ground)).toEqual({ what, todo });
  });

  it('of every kind has a name of its own', () => {
    const names = Object.values(newsKinds).map(({ name }) => name);
    expect(new Set(names).size).toBe(names.length);
  });
});
