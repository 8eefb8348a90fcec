import { describe, expect, it } from 'vitest';
import { testApplication } from '../../../tests/support/applications';
import { findGaps, findOverlaps } from './library-gaps';
import { yearStrip } from './year-strip';

const year = (value: number, month: number | null = null) => ({ year: value, month });
const early = testApplication({ id: 'a', blank: 'A', span: { from: year(2015), to: year(2017, 4) } });
const late = testApplication({ id: 'b', blank: 'B', span: { from: year(2017, 5), to: year(2019) } });
const byBlank = ({ blank }: { blank: string }) => blank;

describe('yearStrip', () => {
  it('shows a split by month inside a year, and which years change the answer', () => {
    const strip = yearStrip([early, late], byBlank);
    expect(
      strip.map((one) => [
        one.year,
        one.decisions.map(({ key }) => key).join(''),
        one.splitBy.join(''),
        one.changes,
      ]),
    ).toEqual([
      [2015, 'A', '', false],
      [2016, 'A', '', false],
      [2017, 'BA', 'month', true],
      [2018, 'B', '', true],
      [2019, 'B', '', false],
    ]);
    expect(strip[2]?.decisions[0]?.share).toBeCloseTo(8 / 12, 9);
  });

  it('names equipment and ignition as what splits', () => {
    const alarm = testApplication({ id: 'c', blank: 'C', equipment: 'with alarm' });
    const none = testApplication({ id: 'd', blank: 'D', equipment: 'without alarm' });
    const turn = testApplication({ id: 'e', blank: 'E', equipment: 'with alarm', ignition: 'turn' });
    expect(yearStrip([alarm, none], byBlank)[0]?.splitBy).toEqual(['equipment']);
    expect(yearStrip([alarm, none, turn], byBlank)[0]?.splitBy).toEqual(['equipment', 'ignition']);
    expect(yearStrip([], byBlank)).toEqual([]);
  });
});

describe('findOverlaps', () => {
  it('finds rows that cover the same months, need different things and cannot be told apart', () => {
    const other = testApplication({ id: 'c', blank: 'C', span: { from: year(2016), to: year(2018) } });
    const found = findOverlaps([early, late, other]);
    expect(found.map(({ one, other: two }) => [one.id, two.id])).toEqual([
      ['a', 'c'],
      ['b', 'c'],
    ]);
    expect(found[0]?.span).toEqual({ from: year(2016, 1), to: year(2017, 4) });
  });

  it('leaves out what a tell settles, what needs the same, and what does not meet', () => {
    const told = testApplication({ id: 'c', blank: 'C', equipment: 'x' });
    const plain = testApplication({ id: 'd', blank: 'D', equipment: 'y' });
    expect(findOverlaps([told, plain])).toEqual([]);
    expect(findOverlaps([early, late])).toEqual([]);
    expect(findOverlaps([testApplication({ id: 'a' }), testApplication({ id: 'b' })])).toEqual([]);
  });
});

describe('findGaps', () => {
  const generation = {
    make: 'Halvorn',
    model: 'Merrowdale',
    name: 'II',
    market: 'Meres',
    fromYear: 2014,
    toYear: 2020,
  };

  it('finds the stretches before, between and after the rows', () => {
    const late2 = { ...late, span: { from: year(2018, 2), to: year(2019) } };
    expect(findGaps([generation], [early, late2]).map(({ span }) => span)).toEqual([
      { from: year(2014), to: year(2014) },
      { from: year(2017, 5), to: year(2018, 1) },
      { from: year(2020), to: year(2020) },
    ]);
  });

  it('finds none in a covered generation, and the whole of one without rows', () => {
    expect(findGaps([{ ...generation, fromYear: 2015, toYear: 2019 }], [early, late])).toEqual([]);
    expect(findGaps([generation], []).map(({ span }) => span)).toEqual([
      { from: year(2014), to: year(2020) },
    ]);
  });
});
