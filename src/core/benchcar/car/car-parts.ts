import { type Behaviour, type Place, places, type States } from '../document/behaviour';
import type { BenchPlatform } from '../document/bench-platform';
import type { CarState } from './car-state';

/** The parts that every car has, each with its states, the first at rest. */
export const carParts: readonly { readonly name: string; readonly states: readonly string[] }[] = [
  { name: 'ignition', states: ['off', 'accessory', 'on', 'cranking', 'running', 'forced'] },
  { name: 'driverDoor', states: ['shut', 'ajar'] },
  { name: 'passengerDoor', states: ['shut', 'ajar'] },
  { name: 'rearDoor', states: ['shut', 'ajar'] },
  { name: 'bonnet', states: ['shut', 'released'] },
  { name: 'boot', states: ['shut', 'open'] },
  { name: 'hazards', states: ['off', 'on'] },
  { name: 'lights', states: ['off', 'sidelights'] },
  { name: 'brake', states: ['free', 'pressed'] },
  { name: 'steering', states: ['free', 'locked'] },
  { name: 'module', states: ['in', 'out', 'new'] },
  { name: 'lead', states: ['plugged', 'loose', 'adapter missing'] },
];

/** Parts that hands do not move by themselves. */
const moved: ReadonlySet<string> = new Set(['steering']);

/** All parts of a platform's car. */
export function partsOf({
  parts,
}: Behaviour): readonly { readonly name: string; readonly states: readonly string[] }[] {
  return [...carParts, ...parts];
}

export function partsAtRest(behaviour: Behaviour): States {
  return Object.fromEntries(partsOf(behaviour).map(({ name, states }) => [name, states[0] ?? '']));
}

/** Whether hands can bring a part into a state. */
export function canMove(behaviour: Behaviour, part: string, to: string): boolean {
  return (
    !moved.has(part) && partsOf(behaviour).some(({ name, states }) => name === part && states.includes(to))
  );
}

/** A part's name in words: 'driver door'. */
export function partWords(part: string): string {
  return part.replace(/[A-Z]/g, (letter) => ` ${letter.toLowerCase()}`);
}

const doors = ['driverDoor', 'passengerDoor', 'rearDoor'] as const;

/** A part as the module sees it: a switch that is broken stands where it was, and 'doors' are all of them. */
export function seenPart({ parts, pressed, quirks }: CarState, part: string): string {
  if (part === 'doors') return doors.every((door) => parts[door] === 'shut') ? 'shut' : 'ajar';
  if (part === 'button') return pressed?.button ?? 'free';
  if (quirks.blind.includes(part)) return carParts.find(({ name }) => name === part)?.states[0] ?? '';
  return parts[part] ?? '';
}

const alive: ReadonlySet<string> = new Set(['on', 'running', 'forced']);

/** Whether every part is as it has to be; an ignition that is forced, or a running engine, counts as one that is on. */
export function holds(state: CarState, states: States | undefined): boolean {
  return Object.entries(states ?? {}).every(([part, wanted]) => isIn(state, part, wanted));
}

export function isIn(state: CarState, part: string, wanted: string): boolean {
  const seen = seenPart(state, part);
  return seen === wanted || (part === 'ignition' && wanted === 'on' && alive.has(seen));
}

export function isAlive(state: CarState): boolean {
  return alive.has(state.parts.ignition ?? 'off');
}

/** The places that a car of this platform has for its keys. */
export function placesOf({ behaviour }: BenchPlatform, turns: 'turn' | 'push'): readonly Place[] {
  return (Object.keys(places) as Place[]).filter((place) => {
    if (place === 'lock' || place === 'ring') return turns === 'turn';
    if (place === 'button' || place === 'pocket' || place === 'reader')
      return behaviour.reads.includes(place);
    return true;
  });
}
