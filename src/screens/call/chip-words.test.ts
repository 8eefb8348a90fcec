import { describe, expect, it } from 'vitest';
import { parseLine } from '@/core/identify/line/parse-line';
import type { Lexicon } from '@/core/identify/line/reading';
import { type CallFacts, emptyFacts, factsOfLine } from '@/core/job/told-call';
import type { ChipName } from './call-facts';
import { chipWords } from './chip-words';

const lexicon: Lexicon = {
  makes: [{ id: 'halvorn', name: 'Halvorn', aliases: [] }],
  models: [{ id: 'merrowdale', makeId: 'halvorn', name: 'Merrowdale', aliases: [] }],
  places: [{ id: 'quarry', name: 'Quarry End', distanceKm: 14.3, travelMinutes: 19 }],
};
const context = { lexicon, unit: 'km', today: '2027-03-03' } as const;
const words = (chip: ChipName, more: Partial<CallFacts>) =>
  chipWords(chip, { ...emptyFacts, ...more }, context);

describe('the words of a chip', () => {
  it.each<[ChipName, Partial<CallFacts>, string]>([
    ['make', { makeId: 'halvorn' }, 'Halvorn'],
    ['make', {}, ''],
    ['model', { modelId: 'merrowdale' }, 'Merrowdale'],
    ['model', { carWords: 'old blue van' }, 'old blue van'],
    ['year', { year: 2019 }, '2019'],
    ['start', { ignition: 'push' }, 'push'],
    ['keys', { working: 0, lost: 2 }, 'none works, 2 lost'],
    ['keys', { working: 1, wanted: 2 }, '1 works, 2 wanted'],
    ['keys', { working: 3 }, '3 work'],
    ['why', { why: 'wornButtons' }, 'worn buttons'],
    ['open', { access: 'locked' }, 'locked'],
    ['where', { placeId: 'quarry' }, 'Quarry End, 14 km'],
    ['where', { placeId: 'quarry', distanceKm: 20 }, 'Quarry End, 20 km'],
    ['where', { distanceKm: 6.5 }, '6.5 km'],
    ['where', {}, ''],
    ['when', { by: '18:00' }, 'today by 18:00'],
    ['when', { day: '2027-03-04', from: '08:00', by: '12:00' }, 'Thu 4 Mar from 08:00 by 12:00'],
    ['when', { urgent: true }, 'now'],
    ['when', { urgent: true, day: '2027-03-03' }, 'now, today'],
    ['when', {}, ''],
  ])('%s of %j is %j', (chip, more, expected) => {
    expect(words(chip, more)).toBe(expected);
  });

  it('shows miles where the shop counts in them', () => {
    expect(chipWords('where', { ...emptyFacts, distanceKm: 16.1 }, { ...context, unit: 'mi' })).toBe('10 mi');
  });
});

it('a line becomes the facts of the form, with null for what was not said', () => {
  const reading = parseLine('merrowdale 2019 lost both quarry end before six', lexicon, {
    day: '2027-03-03',
    hour: '09:20',
  });
  expect(factsOfLine(reading)).toEqual({
    ...emptyFacts,
    year: 2019,
    makeId: 'halvorn',
    modelId: 'merrowdale',
    why: 'lost',
    working: 0,
    lost: 2,
    placeId: 'quarry',
    by: '18:00',
  });
});
