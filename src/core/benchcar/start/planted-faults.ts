import { seededRandom } from '@/core/kinds/random';
import type { CarState } from '../car/car-state';
import type { Behaviour, CourseStep, States } from '../document/behaviour';
import type { BenchPlatform } from '../document/bench-platform';
import type { BenchStart } from './bench-start';
import { drawnVin } from './drawn-vin';

interface Fault {
  /** What is wrong, said once it may be known. */
  readonly words: string;
  /** Whether it can befall a car of this platform at all. */
  readonly befalls: (platform: BenchPlatform) => boolean;
  /** Keys that the car knows and that have to be in hand for it; none where it is left out. */
  readonly knownKeys?: number;
  readonly plant: (platform: BenchPlatform, start: BenchStart) => BenchStart;
}

const byTool = ({ behaviour }: BenchPlatform) => behaviour.link.kind !== 'none';
const learns = ({ behaviour }: BenchPlatform) => anyStep(behaviour, ({ kind }) => kind === 'learn');
const writesByTool = ({ behaviour }: BenchPlatform) => anyStep(behaviour, ({ kind }) => kind === 'tool');
const anyStep = ({ courses }: Behaviour, test: (step: CourseStep) => boolean) =>
  courses.some(({ steps }) => steps.some(test));
const whileOf = (step: CourseStep): States => ('while' in step ? (step.while ?? {}) : {});
const wants = (behaviour: Behaviour, part: string) =>
  part in behaviour.needs ||
  part in (behaviour.pin?.while ?? {}) ||
  anyStep(behaviour, (step) => part in whileOf(step) || (step.kind === 'hands' && step.part === part));

const car = (start: BenchStart, change: Partial<CarState>): BenchStart => ({
  ...start,
  state: { ...start.state, ...change },
});
const quirk = (start: BenchStart, change: Partial<CarState['quirks']>): BenchStart =>
  car(start, { quirks: { ...start.state.quirks, ...change } });
const isBlank = ({ identity }: { identity: string }) => identity.startsWith('blank');
const blanks = (start: BenchStart, change: Partial<CarState['keys'][number]>): BenchStart =>
  car(start, { keys: start.state.keys.map((key) => (isBlank(key) ? { ...key, ...change } : key)) });

/** One key more, which nobody speaks of: the car knows it. */
const hidden = (
  { behaviour, platform }: BenchPlatform,
  start: BenchStart,
  place: 'bag' | 'ring',
): BenchStart => {
  const { keys, memory } = start.state;
  const tag = Math.max(0, ...keys.map((key) => key.tag)) + 1;
  const identity = `hidden ${tag}`;
  const isFull = memory.identities.length >= platform.slotsMaximum;
  return car(start, {
    keys: [
      ...keys,
      {
        tag,
        identity,
        chip: behaviour.chips[0] ?? null,
        boundTo: null,
        rank: platform.rank === 'none' ? 'none' : 'valet',
        cell: 'good',
        cut: true,
        remote: null,
        written: false,
        place,
        unseen: true,
      },
    ],
    memory: isFull ? memory : { ...memory, identities: [...memory.identities, identity] },
  });
};

const faults = {
  forgottenKey: {
    words: 'A key lies forgotten in a bag in the cabin',
    befalls: ({ behaviour }) => behaviour.spoiledBy.includes('bag'),
    plant: (platform, start) => hidden(platform, start, 'bag'),
  },
  sameRing: {
    words: 'Another key hangs on the same ring',
    befalls: ({ behaviour }) => behaviour.reads.includes('lock'),
    plant: (platform, start) => hidden(platform, start, 'ring'),
  },
  wrongChip: {
    words: 'The blank keys carry the wrong chip article',
    befalls: ({ behaviour }) => behaviour.courses.length > 0,
    plant: (_, start) => blanks(start, { chip: 'another article' }),
  },
  notReset: {
    words: 'The blank keys were another car’s and are not reset',
    befalls: ({ behaviour }) => behaviour.binds && behaviour.courses.length > 0,
    plant: (_, start) => blanks(start, { boundTo: 'another car' }),
  },
  valetAsMaster: {
    words: 'The known key is a valet and introduces none',
    knownKeys: 1,
    befalls: ({ platform, behaviour }) => platform.rank !== 'none' && anyStep(behaviour, usesKnownKey),
    plant: (_, start) =>
      car(start, {
        keys: start.state.keys.map((key) => (key.rank === 'master' ? { ...key, rank: 'valet' } : key)),
      }),
  },
  weakCell: {
    words: 'The cell of the known key is too weak to be heard in the cabin',
    knownKeys: 1,
    befalls: ({ behaviour }) => anyStep(behaviour, (step) => step.kind === 'tool' && step.known === 'cabin'),
    plant: (_, start) =>
      car(start, { keys: start.state.keys.map((key) => (isBlank(key) ? key : { ...key, cell: 'weak' })) }),
  },
  lowVoltage: {
    words: 'The battery falls below what the module wants while it waits',
    befalls: (platform) => byTool(platform) && anyStep(platform.behaviour, ({ kind }) => kind === 'wait'),
    plant: ({ behaviour }, start) =>
      car(start, {
        battery: { ...start.state.battery, volts: behaviour.battery.leastVolts + 0.2, sags: 60 },
      }),
  },
  memoryFull: {
    words: 'The memory is full',
    befalls: ({ platform }) =>
      platform.slotsMaximum > 0 &&
      (platform.count !== 'cannotSay' || platform.methods.some(({ others }) => others === 'keep')),
    plant: ({ platform }, start) => {
      const { identities } = start.state.memory;
      const more = Array.from(
        { length: Math.max(0, platform.slotsMaximum - identities.length) },
        (_, at) => `old ${at + 1}`,
      );
      return car(start, { memory: { ...start.state.memory, identities: [...identities, ...more] } });
    },
  },
  swappedModule: {
    words: 'The module is another car’s: its VIN is not on the plate',
    befalls: ({ behaviour: { link } }) =>
      link.kind !== 'none' && link.records.some(({ holds }) => holds === 'vin'),
    plant: (_, start) => {
      const vin = drawnVin(seededRandom(`${start.state.seed}/another car`));
      return car(start, { module: { ...start.state.module, vin } });
    },
  },
  systemType: {
    words: 'The system is of the type that is tried last',
    befalls: ({ platform }) => platform.systemTypes.length > 1,
    plant: ({ platform }, start) =>
      car(start, { module: { ...start.state.module, systemType: platform.systemTypes.at(-1) ?? null } }),
  },
  pinBefore: {
    words: 'The PIN on the papers is that of the module before',
    befalls: ({ behaviour }) => behaviour.pin !== null,
    plant: (_, start) => ({
      ...start,
      papers: {
        ...start.papers,
        pin: [...start.state.module.pin].map((digit) => String((Number(digit) + 3) % 10)).join(''),
      },
    }),
  },
  looseLead: {
    words: 'A lead is loose',
    befalls: byTool,
    plant: (_, start) => car(start, { parts: { ...start.state.parts, lead: 'loose' } }),
  },
  noAdapter: {
    words: 'An adapter is missing between lead and car',
    befalls: byTool,
    plant: (_, start) => car(start, { parts: { ...start.state.parts, lead: 'adapter missing' } }),
  },
  linkLost: {
    words: 'The lead comes loose while the car writes',
    befalls: writesByTool,
    plant: (_, start) => quirk(start, { leadComesLoose: true }),
  },
  toolStops: {
    words: 'The tool stops after the car has accepted',
    befalls: writesByTool,
    plant: (_, start) => ({ ...start, toolStops: true }),
  },
  showsNothing: {
    words: 'The car accepts and shows nothing',
    befalls: learns,
    plant: (_, start) => quirk(start, { showsNothing: true }),
  },
  doorAjar: {
    words: 'The rear door is ajar',
    befalls: ({ behaviour }) => wants(behaviour, 'doors'),
    plant: (_, start) => car(start, { parts: { ...start.state.parts, rearDoor: 'ajar' } }),
  },
  bonnetSwitch: {
    words: 'The switch of the bonnet is broken',
    befalls: ({ behaviour }) => wants(behaviour, 'bonnet'),
    plant: (_, start) => quirk(start, { blind: ['bonnet'] }),
  },
  deafButton: {
    words: 'The start button does not read',
    befalls: ({ behaviour }) => anyStep(behaviour, (step) => step.kind === 'learn' && step.at === 'button'),
    plant: (_, start) => quirk(start, { deaf: ['button'] }),
  },
  copiedKey: {
    words: 'Two of the keys are one to the car: one is a copy',
    knownKeys: 2,
    befalls: ({ platform }) => platform.slotsMaximum > 0 && platform.count !== 'cannotSay',
    plant: (_, start) => {
      const { keys, memory } = start.state;
      const original = keys.find((key) => !isBlank(key));
      const copy = keys.find((key) => key !== original && !isBlank(key));
      if (!original || !copy) return start;
      return car(start, {
        keys: keys.map((key) => (key === copy ? { ...key, identity: original.identity } : key)),
        memory: { ...memory, identities: memory.identities.filter((identity) => identity !== copy.identity) },
      });
    },
  },
  secondTry: {
    words: 'The first write does not take',
    befalls: learns,
    plant: (_, start) => quirk(start, { failingWrites: 1 }),
  },
} as const satisfies Record<string, Fault>;

function usesKnownKey(step: CourseStep): boolean {
  return (
    (step.kind === 'hands' && (step.key === 'known' || step.key === 'otherKnown')) ||
    (step.kind === 'tool' && step.known !== undefined)
  );
}

/** Something that is wrong with a car on the bench. */
export type PlantedFault = keyof typeof faults;
export const plantedFaults = Object.keys(faults) as PlantedFault[];

/** What is wrong, in words. */
export function faultWords(fault: PlantedFault): string {
  return faults[fault].words;
}

/**
 * The faults that can befall a car of a platform.
 * @param knownKeys how many keys that it knows are in hand
 */
export function faultsOf(platform: BenchPlatform, knownKeys: number): readonly PlantedFault[] {
  return plantedFaults.filter((name) => {
    const fault: Fault = faults[name];
    return fault.befalls(platform) && (fault.knownKeys ?? 0) <= knownKeys;
  });
}

export function plant(platform: BenchPlatform, start: BenchStart, fault: PlantedFault): BenchStart {
  return faults[fault].plant(platform, start);
}
