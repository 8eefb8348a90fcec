import type { ChipFamily, Link } from './application';
import type { MethodKind } from './methods';
import type { Wait } from './wait';

/** Where a PIN may come from. */
export const pinSources = ['customer', 'codeService', 'obdSocket', 'dealer'] as const;
/** A source of the PIN in words. */
export const pinSourceWords: Readonly<Record<(typeof pinSources)[number], string>> = {
  customer: 'the customer’s papers',
  codeService: 'the code service',
  obdSocket: 'read by the OBD socket',
  dealer: 'the dealer',
};
export type PinSource = (typeof pinSources)[number];

export interface PlatformMethod {
  readonly kind: MethodKind;
  /** Keys the car already knows that must be in hand. */
  readonly knownKeysNeeded: number;
  readonly needsPin: boolean;
  /** Whether the key must turn in the lock, so that the blade is cut first. */
  readonly needsTurning: boolean;
  /** Whether a tool with cover is needed, as opposed to hands and feet. */
  readonly needsTool: boolean;
  readonly needsNetwork: boolean;
  /** What becomes of the keys that do not go through it. */
  readonly others: 'keep' | 'erase';
  /** Leads and adapters from the tool to the car or key, in their order. */
  readonly adapters: readonly string[];
  /** What it uses up beside the key itself. */
  readonly article: string | null;
  /** Boards it works on by the month they were made ('2016-06', both ends included); null where the end is open. */
  readonly boardsFrom: string | null;
  readonly boardsTo: string | null;
  /** Share of attempts that work, as the platform states it, before the shop has tried. */
  readonly chance: number;
  /** The security waits, in the order they come, apart from work. */
  readonly waits: readonly Wait[];
  /** Work once for each session: half of all jobs are quicker than this. */
  readonly sessionP50Minutes: number;
  /** Work for each key learned: half are quicker than this. */
  readonly keyP50Minutes: number;
  /** Spread of the work as the standard deviation of its logarithm. */
  readonly spread: number;
  /** What the person does, in one line. */
  readonly how: string;
}

/** What tells a master from a valet. */
export type RankTold = 'none' | 'lamp' | 'head colour' | 'menu';

/** Signs of a lamp and of a menu. */
export const rankSigns = [
  'off',
  'steady',
  'short light',
  'slow blink',
  'fast blink',
  'menu: may add',
  'menu: may not add',
] as const;
/** What can be seen at one moment of a rank test; the colour of a head is a word of the platform's own. */
export type RankSign = (typeof rankSigns)[number] | `head: ${string}`;
/** A sign as files hold it. */
export const rankSignForm =
  /^(?:off|steady|short light|slow blink|fast blink|menu: may add|menu: may not add|head: [a-z]{3,16})$/;

/** The steps a pellet can have, and how long the car stays shut after a wrong one. */
export interface PelletLadder {
  readonly steps: number;
  readonly lockoutSeconds: number;
}

export interface Platform {
  readonly id: string;
  readonly name: string;
  readonly chipFamily: ChipFamily;
  readonly link: Link;
  readonly slotsMaximum: number;
  readonly slotsMinimum: number;
  /** Whether the car tells how many keys it knows. */
  readonly count: 'readable' | 'afterPin' | 'cannotSay';
  /** Whether the remote is learned with the transponder or on its own. */
  readonly remoteLearned: 'with' | 'apart' | 'none';
  readonly rank: RankTold;
  /** What a full memory does with one key more. */
  readonly whenFull: 'refuses' | 'drops oldest';
  /** Where its PIN can come from; none where it has no PIN. */
  readonly pinSources: readonly PinSource[];
  /** System types that a tool may have to try until one answers; one or none where there is nothing to try. */
  readonly systemTypes: readonly string[];
  /** The ladder of a resistor in the blade, where the platform has one. */
  readonly pellet: PelletLadder | null;
  readonly methods: readonly PlatformMethod[];
}
