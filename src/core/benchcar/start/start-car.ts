import { type Random, seededRandom } from '@/core/kinds/random';
import { speechOf } from '../can/can-module';
import { moduleAtPower } from '../can/module';
import { type BenchKey, blankKey } from '../car/bench-key';
import { partsAtRest } from '../car/car-parts';
import type { CarState } from '../car/car-state';
import type { BenchPlatform } from '../document/bench-platform';
import { sleepingLine } from '../serial/line-state';
import type { BenchStart } from './bench-start';
import { drawnVin } from './drawn-vin';
import { type PlantedFault, plant } from './planted-faults';

/** What a car on the bench begins with. */
export interface CarSetup {
  /** Decides VIN, PIN, system type and whatever is drawn. */
  readonly seed: string;
  readonly ignition: 'turn' | 'push';
  /** Keys in hand that the car knows, keys it knows that are lost, and blank ones. */
  readonly knownKeys: number;
  readonly lostKeys: number;
  readonly blankKeys: number;
  /** Numbers of the keys in hand, those that the car knows first; 1, 2 and so on where they are left out. */
  readonly tags?: readonly number[];
  readonly facts: Readonly<Record<string, string>>;
  readonly faults: readonly PlantedFault[];
  /** Whether each write works by its platform's chance alone. */
  readonly byChance: boolean;
}

/** A car of a platform as it stands there before anything was done. */
export function startCar(platform: BenchPlatform, setup: CarSetup): BenchStart {
  const { behaviour } = platform;
  const random = seededRandom(`${setup.seed}/${platform.platform.name}`);
  const vin = drawnVin(random);
  const pin = behaviour.pin ? drawnDigits(random, behaviour.pin.digits) : null;
  const [known, lost] = [setup.knownKeys, setup.lostKeys];
  const keys = keysOf(platform, setup);
  const state: CarState = {
    nowUs: 0,
    seed: setup.seed,
    turns: setup.ignition,
    facts: setup.facts,
    plateVin: vin,
    parts: partsAtRest(behaviour),
    since: {},
    keys,
    pressed: null,
    memory: {
      identities: Array.from({ length: known + lost }, (_, at) => `key ${at + 1}`),
      remotes: keys.slice(0, known).flatMap(({ remote }) => remote ?? []),
    },
    backup: null,
    module: {
      vin,
      part: behaviour.part,
      pin: pin ?? '',
      systemType: platform.platform.systemTypes[0] ?? null,
    },
    pin: { given: false, wrong: 0, shutUntilUs: 0 },
    battery: { volts: 12.5, sinceUs: 0, supply: false, sags: 1 },
    faults: [],
    courses: [],
    ended: null,
    bus: null,
    line: null,
    background: [],
    quirks: {
      blind: [],
      deaf: [],
      showsNothing: false,
      failingWrites: 0,
      leadComesLoose: false,
      byChance: setup.byChance,
    },
    draws: 0,
  };
  const planted = setup.faults.reduce<BenchStart>((start, fault) => plant(platform, start, fault), {
    state,
    papers: { vin, pin },
    toolStops: false,
  });
  return { ...planted, state: powered(platform, planted.state) };
}

function powered(platform: BenchPlatform, state: CarState): CarState {
  const { link } = platform.behaviour;
  switch (link.kind) {
    case 'can':
      return {
        ...state,
        bus: moduleAtPower(speechOf(link, platform, state), 0),
        background: link.background.map(({ everyMs }, at) => (everyMs + 7 * at) * 1000),
      };
    case 'serial':
      return { ...state, line: sleepingLine };
    case 'none':
      return state;
  }
}

/** Known keys first, then blank ones, numbered as they hang there; a lost key is none of them. */
function keysOf(platform: BenchPlatform, setup: CarSetup): readonly BenchKey[] {
  const binds = platform.behaviour.binds;
  return Array.from({ length: setup.knownKeys + setup.blankKeys }, (_, at) => {
    const blank = blankKey(platform, setup.tags?.[at] ?? at + 1);
    return at < setup.knownKeys
      ? {
          ...blank,
          identity: `key ${at + 1}`,
          boundTo: binds ? setup.seed : null,
          rank: platform.platform.rank === 'none' ? 'none' : 'master',
        }
      : blank;
  });
}

function drawnDigits(random: Random, digits: number): string {
  return Array.from({ length: digits }, () => String(Math.floor(random() * 10))).join('');
}
