import { type LocalHour, minutesOf } from '@/core/kinds/local-time';
import type { Drive, Ferry, Road, RoadNetwork } from '@/core/travel/roads';
import type { Roads } from './roads';

/** Hours in which everybody drives, in minutes of the day. */
const rush: readonly (readonly [number, number])[] = [
  [7 * 60, 9 * 60],
  [16 * 60, 18 * 60],
];

interface Reached {
  readonly at: number;
  readonly km: number;
  readonly ferry: number;
}

/**
 * Stand-in for a road service: the quickest way through a small network, by Dijkstra over arrival times. Roads are
 * slower in the rush, ferries leave by their timetable; who leaves later never arrives earlier, so that the first
 * arrival at a node is the best.
 */
export function simulatedRoads({ nodes, roads, ferries }: RoadNetwork): Roads {
  const known = new Set(nodes);
  const around = new Map<string, { to: string; leave: (at: number) => Reached }[]>();
  const join = (from: string, to: string, leave: (at: number) => Reached) =>
    around.set(from, [...(around.get(from) ?? []), { to, leave }]);
  for (const road of roads) {
    join(road.from, road.to, (at) => byRoad(road, at));
    join(road.to, road.from, (at) => byRoad(road, at));
  }
  for (const ferry of ferries) {
    join(ferry.from, ferry.to, (at) => byFerry(ferry, at));
    join(ferry.to, ferry.from, (at) => byFerry(ferry, at));
  }
  return {
    drive(from: string, to: string, hour: LocalHour): Drive | undefined {
      if (!known.has(from) || !known.has(to)) return undefined;
      const start = minutesOf(hour);
      const open = new Map<string, Reached>([[from, { at: start, km: 0, ferry: 0 }]]);
      const settled = new Set<string>();
      while (open.size > 0) {
        const [node, reached] = earliest(open);
        if (node === to)
          return {
            km: Math.round(reached.km * 10) / 10,
            minutes: Math.round(reached.at - start),
            ferryMinutes: Math.round(reached.ferry),
          };
        open.delete(node);
        settled.add(node);
        for (const { to: next, leave } of around.get(node) ?? []) {
          if (settled.has(next)) continue;
          const step = leave(reached.at);
          const there = { at: step.at, km: reached.km + step.km, ferry: reached.ferry + step.ferry };
          const before = open.get(next);
          if (!before || there.at < before.at) open.set(next, there);
        }
      }
      return undefined;
    },
  };
}

function earliest(open: ReadonlyMap<string, Reached>): [string, Reached] {
  return [...open].reduce((best, one) => (one[1].at < best[1].at ? one : best));
}

/** Minutes are driven one after the other, each at the speed of its moment. */
function byRoad({ km, kmPerHour, rushPercent }: Road, at: number): Reached {
  const usual = (km / kmPerHour) * 60;
  const slow = 1 + rushPercent / 100;
  let left = usual;
  let now = at;
  while (left > 1e-9) {
    const inRush = rush.some(([from, to]) => now % 1440 >= from && now % 1440 < to);
    const edges = rush.flat().map((edge) => edge + 1440 * Math.floor(now / 1440));
    const until = edges.filter((edge) => edge > now).sort((a, b) => a - b)[0] ?? Number.POSITIVE_INFINITY;
    const factor = inRush ? slow : 1;
    const minutes = Math.min(left * factor, until - now);
    now += minutes;
    left -= minutes / factor;
  }
  return { at: now, km, ferry: 0 };
}

/** Waits for the next departure, of tomorrow where today's are gone. */
function byFerry({ km, minutes, first, last, everyMinutes }: Ferry, at: number): Reached {
  const day = 1440 * Math.floor(at / 1440);
  const [from, to] = [minutesOf(first), minutesOf(last)];
  const today = at - day;
  const next = today <= from ? from : from + Math.ceil((today - from) / everyMinutes) * everyMinutes;
  const leaves = next <= to ? day + next : day + 1440 + from;
  return { at: leaves + minutes, km, ferry: leaves - at + minutes };
}
