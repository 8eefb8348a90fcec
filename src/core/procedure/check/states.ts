import type { States } from '@/core/benchcar/document/behaviour';
import type { Act, Step } from '../document/procedure';

const doors = ['driverDoor', 'passengerDoor', 'rearDoor'] as const;

/** What acts leave of what was known of the parts; a part of which nothing is known is left out. */
export function afterActs(known: States, acts: readonly Act[]): States {
  return Object.assign({ ...known }, ...acts.map(broughtBy));
}

function broughtBy(act: Act): States {
  switch (act.kind) {
    case 'part':
      return withStates({}, { [act.part]: act.to });
    case 'turn':
      return { ignition: act.to };
    case 'press':
      return { button: act.button };
    case 'release':
      return { button: 'free' };
    case 'key':
    case 'keysOut':
    case 'supply':
      return {};
  }
}

/** All that is said to be so. */
export function withStates(known: States, states: States | undefined): States {
  return Object.entries(states ?? {}).reduce<States>((now, [part, to]) => withState(now, part, to), known);
}

function withState(known: States, part: string, to: string): States {
  if (part !== 'doors') return { ...known, [part]: to };
  return { ...known, ...Object.fromEntries(doors.map((door) => [door, to])) };
}

/** The states that are wanted and not known to be so. */
export function missingStates(known: States, wanted: States | undefined): readonly [string, string][] {
  return Object.entries(wanted ?? {}).filter(([part, to]) => {
    if (part === 'doors') return doors.some((door) => known[door] !== to);
    const now = known[part];
    return now !== to && !(part === 'ignition' && to === 'on' && (now === 'forced' || now === 'running'));
  });
}

/** What two branches that meet have in common. */
export function common(one: States, other: States): States {
  return Object.fromEntries(Object.entries(one).filter(([part, to]) => other[part] === to));
}

/** What is known of the parts after a step that was answered so. */
export function statesAfter(step: Step, answer: string, known: States): States {
  switch (step.kind) {
    case 'do':
      return withStates(afterActs(known, step.acts), step.after);
    case 'hold':
      return answer === 'held'
        ? withStates(afterActs(afterActs(known, step.acts), step.release), step.after)
        : forget(known, [...step.acts, ...step.release]);
    case 'pace':
    case 'window':
      return answer === 'held'
        ? withStates(afterActs(known, step.acts), step.after)
        : forget(known, step.acts);
    case 'check': {
      if (step.of !== 'states') return withStates(known, answer === 'yes' ? step.after : undefined);
      if (answer === 'yes') return withStates(withStates(known, step.states), step.after);
      const looked = new Set(
        Object.keys(step.states ?? {}).flatMap((part) => (part === 'doors' ? doors : [part])),
      );
      return Object.fromEntries(Object.entries(known).filter(([part]) => !looked.has(part)));
    }
    default:
      return withStates(known, step.after);
  }
}

/** A sequence that was missed leaves its parts anywhere. */
function forget(known: States, acts: readonly Act[]): States {
  const touched = afterActs({}, acts);
  return Object.fromEntries(Object.entries(known).filter(([part]) => !(part in touched)));
}
