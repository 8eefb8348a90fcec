import type { BenchPlatform } from '@/core/benchcar/document/bench-platform';
import { faultsOf, type PlantedFault } from '@/core/benchcar/start/planted-faults';
import type { CarSetup } from '@/core/benchcar/start/start-car';
import { pick, seededRandom } from '@/core/kinds/random';

/** Which keys there are at first. */
export const keyChoices = {
  one: 'one key works',
  two: 'two keys work',
  none: 'no key works',
} as const;
export type KeyChoice = keyof typeof keyChoices;

const knownKeys: Readonly<Record<KeyChoice, number>> = { one: 1, two: 2, none: 0 };

/** What can be wrong with a car of a platform beside these keys. */
export function possibleFaults(platform: BenchPlatform, keys: KeyChoice): readonly PlantedFault[] {
  return faultsOf(platform, knownKeys[keys]);
}

/** What is wrong with the car: nothing, something by name, or something that is not said. */
export type Wrong = PlantedFault | 'nothing' | 'surprise';

export interface Chosen {
  readonly keys: KeyChoice;
  readonly ignition: 'turn' | 'push';
  readonly wrong: Wrong;
  readonly seed: string;
  /** Facts of the car or its keys that are so here. */
  readonly facts: Readonly<Record<string, string>>;
  /** Whether each write works by its platform's chance alone. */
  readonly byChance: boolean;
}

/** The car that was chosen; a surprise is drawn from the seed. */
export function setupOf(platform: BenchPlatform, chosen: Chosen): CarSetup {
  const fault = faultOf(platform, chosen);
  return {
    seed: chosen.seed.trim() || 'none',
    ignition: chosen.ignition,
    knownKeys: knownKeys[chosen.keys],
    lostKeys: chosen.keys === 'none' ? 2 : 1,
    blankKeys: 2,
    // A fact that is as most have it is none of this car's.
    facts: Object.fromEntries(Object.entries(chosen.facts).filter(([, is]) => is !== '')),
    faults: fault ? [fault] : [],
    byChance: chosen.byChance,
  };
}

/** What is wrong with it; null for nothing. */
export function faultOf(platform: BenchPlatform, { wrong, seed, keys }: Chosen): PlantedFault | null {
  if (wrong === 'nothing') return null;
  if (wrong !== 'surprise') return wrong;
  const possible = possibleFaults(platform, keys);
  return possible.length === 0 ? null : pick(seededRandom(`${seed}/surprise`), possible);
}

/** The facts that bear on cars of a platform, each with what it may be. */
export function factsOf({
  behaviour,
}: BenchPlatform): readonly { readonly fact: string; readonly values: readonly string[] }[] {
  const facts = [...new Set(behaviour.facts.map(({ fact }) => fact))];
  return facts.map((fact) => ({
    fact,
    values: [...new Set(behaviour.facts.filter((one) => one.fact === fact).map(({ is }) => is))],
  }));
}
