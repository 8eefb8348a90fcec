import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { readRoadFile, writeRoadFile } from './road-file';

const place = fc.stringMatching(/^[A-Z][a-z]{2,8}( [A-Z][a-z]{2,6})?$/);
const network = fc
  .uniqueArray(fc.tuple(place, place), {
    minLength: 1,
    maxLength: 12,
    selector: ([from, to]) => [from, to].sort().join('\n'),
  })
  .map((pairs) => pairs.filter(([from, to]) => from !== to))
  .filter((pairs) => pairs.length > 0)
  .chain((pairs) =>
    fc.tuple(
      ...pairs.map(([from, to]) =>
        fc.record({
          from: fc.constant(from),
          to: fc.constant(to),
          km: fc.integer({ min: 1, max: 5000 }).map((tenths) => tenths / 10),
          kmPerHour: fc.integer({ min: 5, max: 130 }),
          rushPercent: fc.nat(300),
        }),
      ),
    ),
  );

describe('a file of roads', () => {
  it('reads the same again', () => {
    fc.assert(
      fc.property(network, (roads) => {
        const ferries = [
          {
            from: 'Old Quay',
            to: 'New Quay',
            km: 2,
            minutes: 12,
            first: '06:00',
            last: '21:30',
            everyMinutes: 30,
          },
        ];
        const { network: read, problems } = readRoadFile(writeRoadFile({ roads, ferries }));
        expect(problems).toEqual([]);
        expect(read.roads).toEqual(roads);
        expect(read.ferries).toEqual(ferries);
        expect(read.nodes).toEqual([...new Set(read.nodes)].sort());
      }),
    );
  });

  it('may have decimal commas where semicolons stand between the cells', () => {
    const { network: read, problems } = readRoadFile(
      'kind;from;to;km;km_per_hour\nroad;Kiln Yard;Quarry;4,5;50\n',
    );
    expect(problems).toEqual([]);
    expect(read.roads[0]).toMatchObject({ km: 4.5, rushPercent: 0 });
  });

  it.each([
    ['', 'Expected a header row, got nothing.'],
    ['kind,from,to,km,km_per_hour\n', 'The file has no road in it.'],
    ['kind,from,to,km,colour\nroad,A,B,1,red\n', '‘colour’ is no column'],
    ['kind,from,to,km,km_per_hour\nroad,A,A,1,50\n', 'It ends where it begins.'],
    [
      'kind,from,to,km,km_per_hour\nroad,A,B,1,50\nroad,B,A,2,50\n',
      'There is a road between these two already.',
    ],
    ['kind,from,to,km\nroad,A,B,1\n', 'A road wants km_per_hour.'],
    ['kind,from,to,km\nferry,A,B,1\n', 'A ferry wants minutes'],
    ['kind,from,to,km,km_per_hour\nroad,A,B,far,50\n', 'km: Expected a number'],
    [
      'kind,from,to,km,minutes,first,last,every_minutes\nferry,A,B,1,9,20:00,06:00,30\n',
      'The last ferry leaves',
    ],
  ])('says what is wrong with %j', (text, reason) => {
    const { problems } = readRoadFile(text);
    expect(problems.map((one) => one.reason).join()).toContain(reason);
  });
});
