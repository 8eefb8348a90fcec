import { describe, expect, it } from 'vitest';
import { tokenize } from './tokens';
import { matchYears } from './years';

const now = { day: '2027-03-03', hour: '09:20' };
const read = (text: string) => matchYears(tokenize(text), 0, now).at(-1);

describe('years of a line', () => {
  it.each([
    ['2019', 1, 2019, undefined],
    ["'19", 1, 2019, undefined],
    ['09', 1, 2009, undefined],
    ['97', 1, 1997, undefined],
    ['28', 1, 2028, undefined],
    ['MY17', 1, 2017, undefined],
    ['MY 17', 2, 2017, undefined],
    ['an 08', 2, 2008, undefined],
    ['two thousand nine', 3, 2009, undefined],
    ['two thousand and eleven', 4, 2011, undefined],
    ['two thousand', 2, 2000, undefined],
    ['twenty fourteen', 2, 2014, undefined],
    ['twenty oh eight', 3, 2008, undefined],
    ['twenty twenty one', 3, 2021, undefined],
    ['nineteen ninety eight', 3, 1998, undefined],
    ['2018 or 2019', 3, 2018, 2019],
    ['2018/2019', 2, 2018, 2019],
    ['18 or 19', 3, 2018, 2019],
    ['twenty ten or twenty eleven', 5, 2010, 2011],
  ])('%s', (text, length, year, yearTo) => {
    expect(read(text)).toMatchObject({ length, year });
    expect(read(text)?.yearTo).toBe(yearTo);
  });

  it.each(['29', '1979', '2029', 'twenty', 'twenty one', 'two keys', 'a 12 of', 'nineteen', ''])(
    'none of %j',
    (text) => {
      expect(read(text)).toBeUndefined();
    },
  );

  it('takes no two years for one that lie far apart, run backwards or stand behind a comma', () => {
    for (const text of ['2008 or 2019', '2019 or 2018', '2018, 2019'])
      expect(read(text)?.yearTo).toBeUndefined();
  });
});
