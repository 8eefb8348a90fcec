/** Where the person stands: in the driver's seat, at a part of the car, or where the other keys lie. */
export const places = ['keys', "driver's door", 'seat', "passenger's side", 'boot'] as const;
export type Place = (typeof places)[number];

/** How the person and the car stand between two checks. */
export interface Stand {
  readonly place: Place;
  readonly locked: boolean;
  readonly engine: 'off' | 'on' | 'running';
  /** The car was locked from outside after its first start with this key. */
  readonly left: boolean;
}

/** Something that is done between two checks. */
export interface Move {
  readonly says: string;
  readonly seconds: number;
  readonly to: Stand;
}

export const engines = ['off', 'on', 'running'] as const;

/** Every stand there is, each once. */
export const stands: readonly Stand[] = places.flatMap((place) =>
  [false, true].flatMap((locked) =>
    engines.flatMap((engine) => [false, true].map((left) => ({ place, locked, engine, left }))),
  ),
);

export function standAt({ place, locked, engine, left }: Stand): number {
  return (
    ((places.indexOf(place) * 2 + (locked ? 1 : 0)) * engines.length + engines.indexOf(engine)) * 2 +
    (left ? 1 : 0)
  );
}

/** Walks around the car, in seconds; stated, as a person with a key in the hand takes them. */
const paths: readonly (readonly [Place, Place, number])[] = [
  ['keys', "driver's door", 12],
  ['keys', 'boot', 12],
  ["driver's door", 'boot', 6],
  ["driver's door", "passenger's side", 8],
  ["passenger's side", 'boot', 6],
];

const turns = {
  off: [['on', 'Ignition on', 2]],
  on: [
    ['running', 'Start the engine', 3],
    ['off', 'Ignition off', 2],
  ],
  running: [['off', 'Engine off', 2]],
} as const;

/**
 * What may be done next. The key under test goes where the person goes, so the engine is off before anybody gets out; whoever sits in
 * the car does not lock it from outside.
 * @param started whether the car was started with this key before: only then does locking it count as leaving it
 */
export function movesFrom(stand: Stand, started: boolean): Move[] {
  const { place, locked, engine } = stand;
  const moves: Move[] = [];
  const go = (to: Place, says: string, seconds: number) =>
    moves.push({ says, seconds, to: { ...stand, place: to } });
  if (place === 'seat') {
    if (engine === 'off') go("driver's door", 'Get out, door shut', 5);
    for (const [to, says, seconds] of turns[engine])
      moves.push({ says, seconds, to: { ...stand, engine: to } });
    return moves;
  }
  for (const [from, to, seconds] of paths) {
    if (place === from) go(to, walkWords(to), seconds);
    if (place === to) go(from, walkWords(from), seconds);
  }
  if (place === "driver's door") {
    if (!locked) go('seat', 'Get in, door shut', 5);
    moves.push({
      says: locked ? 'Unlock the car' : 'Lock the car',
      seconds: 4,
      to: { ...stand, locked: !locked, left: stand.left || (!locked && started) },
    });
  }
  return moves;
}

function walkWords(to: Place): string {
  return to === 'keys' ? 'To where the other keys lie' : `To the ${to}`;
}

/** The quickest way from one stand to every other. */
export interface Ways {
  /** Seconds by stand; infinite where no way leads there. */
  readonly seconds: readonly number[];
  /** What is done on the way to a stand. */
  readonly movesTo: (stand: number) => readonly Move[];
}

/** Dijkstra over the stands, which are few. */
export function waysFrom(start: Stand, started: boolean): Ways {
  const seconds = stands.map(() => Number.POSITIVE_INFINITY);
  const came: (readonly [number, Move] | undefined)[] = stands.map(() => undefined);
  const open = new Set([standAt(start)]);
  seconds[standAt(start)] = 0;
  while (open.size > 0) {
    const at = [...open].reduce((a, b) => ((seconds[a] ?? 0) <= (seconds[b] ?? 0) ? a : b));
    open.delete(at);
    const here = stands[at];
    if (!here) continue;
    for (const move of movesFrom(here, started)) {
      const to = standAt(move.to);
      const sum = (seconds[at] ?? 0) + move.seconds;
      if (sum >= (seconds[to] ?? 0)) continue;
      seconds[to] = sum;
      came[to] = [at, move];
      open.add(to);
    }
  }
  const movesTo = (stand: number): readonly Move[] => {
    const step = came[stand];
    return step ? [...movesTo(step[0]), step[1]] : [];
  };
  return { seconds, movesTo };
}
