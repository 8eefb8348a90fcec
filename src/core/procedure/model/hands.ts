import type { CarInput, CarState } from '@/core/benchcar/car/car-state';
import type { Place } from '@/core/benchcar/document/behaviour';
import type { Act, KeyRole } from '../document/procedure';

/** The key that has a role now; undefined where nobody has it. */
export type TagOfRole = (role: KeyRole) => number | undefined;

const out: ReadonlySet<Place> = new Set(['outside', 'away', 'bench']);

/** What a person's hands do at a car on the bench for one act; nothing where no key has the role. */
export function handsOf(act: Act, state: CarState, tagOf: TagOfRole): readonly CarInput[] {
  switch (act.kind) {
    case 'part':
      return [{ kind: 'part', part: act.part, to: act.to }];
    case 'turn': {
      const tag = tagOf(act.key);
      return tag === undefined
        ? []
        : [
            { kind: 'part', part: 'ignition', to: 'off' },
            ...intoLock(state, tag),
            { kind: 'part', part: 'ignition', to: act.to },
          ];
    }
    case 'key': {
      const tag = tagOf(act.key);
      if (tag === undefined) return [];
      return act.to === 'lock' ? intoLock(state, tag) : [{ kind: 'move', tag, to: act.to as Place }];
    }
    case 'keysOut':
      return keysOut(state);
    case 'press': {
      const tag = tagOf(act.key);
      return tag === undefined ? [] : [{ kind: 'press', tag, button: act.button }];
    }
    case 'release':
      return [{ kind: 'release' }];
    case 'supply':
      return [{ kind: 'supply', on: act.on }];
  }
}

/** Every key that somebody sees, out of the car. */
export function keysOut({ keys }: CarState): readonly CarInput[] {
  return keys
    .filter(({ place, unseen }) => !unseen && !out.has(place))
    .map(({ tag }) => ({ kind: 'move', tag, to: 'outside' }));
}

/** Tries whether a key starts the engine, all others away; the engine runs after the last of them where it does. */
export function startsBy(state: CarState, tag: number): readonly CarInput[] {
  return [
    { kind: 'part', part: 'ignition', to: 'off' },
    ...keysOut(state),
    { kind: 'part', part: 'brake', to: 'pressed' },
    { kind: 'move', tag, to: state.turns === 'turn' ? 'lock' : 'cabin' },
    { kind: 'part', part: 'ignition', to: 'cranking' },
  ];
}

/** What follows such a try. */
export function afterStart(tag: number): readonly CarInput[] {
  return [
    { kind: 'part', part: 'ignition', to: 'off' },
    { kind: 'part', part: 'brake', to: 'free' },
    { kind: 'move', tag, to: 'outside' },
  ];
}

function intoLock({ keys }: CarState, tag: number): readonly CarInput[] {
  const there = keys.find(({ place }) => place === 'lock');
  if (there?.tag === tag) return [];
  return [
    ...(there ? [{ kind: 'move', tag: there.tag, to: 'outside' } as const] : []),
    { kind: 'move', tag, to: 'lock' },
  ];
}
