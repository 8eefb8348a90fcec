import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { hourOf, minutesOf } from '@/core/kinds/local-time';
import type { RoadNetwork } from '@/core/travel/roads';
import { simulatedRoads } from './simulated-roads';

const road = (from: string, to: string, km: number, rushPercent = 0) => ({
  from,
  to,
  km,
  kmPerHour: 60,
  rushPercent,
});
const network: RoadNetwork = {
  nodes: ['A', 'B', 'C', 'D', 'Island'],
  workshop: 'A',
  roads: [road('A', 'B', 10), road('B', 'C', 10, 100), road('A', 'C', 25), road('C', 'D', 6)],
  ferries: [{ from: 'A', to: 'D', km: 3, minutes: 10, first: '06:00', last: '20:00', everyMinutes: 60 }],
};

describe('the way by road', () => {
  const roads = simulatedRoads(network);

  it.each([
    ['A', 'C', '10:05', { km: 20, minutes: 20, ferryMinutes: 0 }],
    // In the rush the short way takes ten minutes more than the far one five.
    ['A', 'C', '08:05', { km: 25, minutes: 25, ferryMinutes: 0 }],
    // The rush ends at nine, in the middle of the second road: five minutes at half the speed, the rest at the whole.
    ['B', 'C', '08:50', { km: 10, minutes: 15, ferryMinutes: 0 }],
    ['A', 'D', '12:00', { km: 3, minutes: 10, ferryMinutes: 10 }],
    ['A', 'D', '12:50', { km: 3, minutes: 20, ferryMinutes: 20 }],
    ['A', 'D', '12:20', { km: 26, minutes: 26, ferryMinutes: 0 }],
    ['A', 'D', '20:30', { km: 26, minutes: 26, ferryMinutes: 0 }],
    ['A', 'A', '12:00', { km: 0, minutes: 0, ferryMinutes: 0 }],
  ] as const)('from %s to %s at %s', (from, to, hour, drive) => {
    expect(roads.drive(from, to, hour)).toEqual(drive);
  });

  it('is unknown where a place is not known or not joined', () => {
    expect(roads.drive('A', 'Nowhere', '10:00')).toBeUndefined();
    expect(roads.drive('A', 'Island', '10:00')).toBeUndefined();
  });

  it('waits for the morning where the last ferry is gone', () => {
    const ferryOnly = simulatedRoads({ ...network, roads: [] });
    expect(ferryOnly.drive('A', 'D', '20:30')?.minutes).toBe(9 * 60 + 30 + 10);
  });

  it('never arrives earlier by leaving later', () => {
    const minute = fc.integer({ min: 0, max: 1380 });
    const node = fc.constantFrom('A', 'B', 'C', 'D');
    fc.assert(
      fc.property(node, node, minute, fc.integer({ min: 1, max: 59 }), (from, to, at, later) => {
        const arrival = (start: number) => start + (roads.drive(from, to, hourOf(start))?.minutes ?? 0);
        // Whole minutes are rounded, so that one may be lost.
        expect(arrival(at + later)).toBeGreaterThanOrEqual(arrival(at) - 1);
      }),
    );
    expect(minutesOf('09:20')).toBe(560);
  });

  it('is never longer than by any place between, whatever the roads', () => {
    const names = ['A', 'B', 'C', 'D', 'E'];
    const name = fc.constantFrom(...names);
    const anyRoad = fc
      .tuple(name, name, fc.integer({ min: 1, max: 30 }), fc.constantFrom(30, 60, 90), fc.constantFrom(0, 50))
      .map(([from, to, km, kmPerHour, rushPercent]) => ({ from, to, km, kmPerHour, rushPercent }));
    const anyFerry = fc
      .tuple(name, name, fc.integer({ min: 5, max: 60 }))
      .map(([from, to, everyMinutes]) => ({
        from,
        to,
        km: 2,
        minutes: 9,
        first: '06:10',
        last: '20:00',
        everyMinutes,
      }));
    fc.assert(
      fc.property(
        fc.array(anyRoad, { minLength: 3, maxLength: 9 }),
        fc.array(anyFerry, { maxLength: 2 }),
        fc.integer({ min: 360, max: 1000 }),
        (drawn, ferries, start) => {
          const own = simulatedRoads({ nodes: names, workshop: null, roads: drawn, ferries });
          const drive = (from: string, to: string, at: number) => own.drive(from, to, hourOf(at))?.minutes;
          for (const from of names)
            for (const to of names) {
              const direct = drive(from, to, start);
              for (const between of names) {
                const first = drive(from, between, start);
                const second = first === undefined ? undefined : drive(between, to, start + first);
                if (first === undefined || second === undefined) continue;
                // Whole minutes are rounded in both parts; a ferry that is just caught or just missed turns on one.
                expect(direct).toBeDefined();
                const slack = ferries.length === 0 ? 2 : 62;
                expect(direct ?? 0).toBeLessThanOrEqual(first + second + slack);
              }
            }
        },
      ),
      { numRuns: 60 },
    );
  });
});
