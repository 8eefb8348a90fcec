import type { CarInput, CarState } from '@/core/benchcar/car/car-state';
import type { Act, Step } from '../document/procedure';
import { afterStart, handsOf, keysOut, startsBy, type TagOfRole } from './hands';

/** Something that hands do at a car, and how long it is until the next thing. */
export interface TimedHands {
  readonly inputs: (state: CarState) => readonly CarInput[];
  readonly seconds: number;
  /** What is tried by it: whether the car started, or answered its remote, is seen before the next thing. */
  readonly tries?: 'starts' | 'remote';
}

/** What practised hands do at a step, one thing after the other; nothing where a step wants none. */
export function handsAt(step: Step, tagOf: TagOfRole): readonly TimedHands[] {
  const act = (act: Act, seconds: number): TimedHands => ({
    inputs: (state) => handsOf(act, state, tagOf),
    seconds,
  });
  switch (step.kind) {
    case 'do':
      return step.acts.map((one) => act(one, 1));
    case 'hold': {
      const held = middle(step.seconds) - (step.acts.length > 0 ? 0.2 : 0);
      return [
        ...step.acts.map((one) => act(one, 0)),
        { inputs: () => [], seconds: held },
        ...step.release.map((one) => act(one, 0)),
      ];
    }
    case 'pace': {
      const each = middle(step.every) / step.acts.length;
      return Array.from({ length: beatsOf(step) }, () => step.acts.map((one) => act(one, each))).flat();
    }
    case 'window':
      return step.acts.map((one) => act(one, 0.5));
    case 'check': {
      const tag = tagOf(step.key ?? 'new');
      if (tag === undefined) return [];
      if (step.of === 'starts')
        return [
          { inputs: (state) => startsBy(state, tag), seconds: 0, tries: 'starts' },
          { inputs: () => afterStart(tag), seconds: 2 },
        ];
      return step.of === 'remote'
        ? [
            {
              inputs: (state) => [{ kind: 'part', part: 'ignition', to: 'off' }, ...keysOut(state)],
              seconds: 0,
            },
            {
              inputs: () => [{ kind: 'press', tag, button: 'lock' }, { kind: 'release' }],
              seconds: 0,
              tries: 'remote',
            },
          ]
        : [];
    }
    default:
      return [];
  }
}

/** How many beats hands make of a step; 0 where it has none. */
export function beatsOf(step: Step): number {
  return step.kind === 'pace' ? Number(step.times ?? step.most) : 0;
}

function middle({ from, to }: { readonly from: number | string; readonly to: number | string }): number {
  return (Number(from) + Number(to)) / 2;
}
