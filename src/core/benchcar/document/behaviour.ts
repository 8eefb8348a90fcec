import type { MethodKind } from '@/core/catalogue/methods';
import type { RankSign } from '@/core/catalogue/platform';
import type { AccessLevel, DataRecord, Routine, Session } from '../can/speech';

// What the document of a platform says of how its cars behave. What the lists of the library say already (slots, PIN, waits, known keys,
// what becomes of others, ranks) is taken from them and stands in no document a second time.

/** Named parts of a car with the state each has to be in: `{ bonnet: 'released' }`. */
export type States = Readonly<Record<string, string>>;

/** Where a key is. */
export const places = {
  away: 'away, out of reach',
  outside: 'beside the car',
  bench: 'in a device beside the car',
  lock: 'in the lock',
  ring: 'on the same ring as the key in the lock',
  cabin: 'in the cabin',
  bag: 'in a bag in the cabin',
  boot: 'in the boot',
  pocket: 'at the pocket',
  button: 'held to the start button',
  reader: 'in the card reader',
} as const;
export type Place = keyof typeof places;

/** Where a key is presented when it is learned. */
export const readingPlaces = [
  'lock',
  'pocket',
  'button',
  'reader',
  'cabin',
] as const satisfies readonly Place[];
export type ReadingPlace = (typeof readingPlaces)[number];

/** Which key a hand has to hold: one that may introduce others, another such, one that is new, the one of the step before, any. */
export const keyRoles = ['known', 'otherKnown', 'new', 'same', 'any'] as const;
export type KeyRole = (typeof keyRoles)[number];

/** What is seen or heard while a step lasts, or when it begins. */
export interface Shows {
  readonly lamp?: RankSign;
  readonly sound?: string;
}

export interface Seconds {
  readonly from: number;
  readonly to: number;
}

/** A part is brought into a state, by hand. */
export interface HandsStep extends Shows {
  readonly kind: 'hands';
  readonly part: string;
  /** The state; left out where any movement of it counts. */
  readonly to?: string;
  /** How often; once where it is left out. */
  readonly times?: number;
  /** Between one time and the next. */
  readonly pace?: Seconds;
  /** At most so long after the step before. */
  readonly withinSeconds?: number;
  /** How long the part was as it was before. */
  readonly held?: Seconds;
  readonly key?: KeyRole;
  readonly while?: States;
}

/** States are kept for so long, and then it goes on by itself. */
export interface HoldStep extends Shows {
  readonly kind: 'hold';
  readonly seconds: number;
  readonly while: States;
}

/** The tool begins the way, or does a part of it. */
export interface ToolStep extends Shows {
  readonly kind: 'tool';
  readonly does: 'begin' | 'erase' | 'match';
  /** Where the keys the car knows have to be; how many says the way. */
  readonly known?: ReadingPlace;
  readonly while?: States;
}

/** How a wait is told: a refusal of the seed until it is over, an answer that takes so long, nothing, a lamp at its end, a server. */
export const waitsTold = ['delay37', 'routine78', 'silent', 'lamp', 'server'] as const;
export type WaitTold = (typeof waitsTold)[number];

/** A security wait; which of the way's says its number, from 1. */
export interface WaitStep extends Shows {
  readonly kind: 'wait';
  readonly number: number;
  readonly told: WaitTold;
  readonly while?: States;
}

/** Keys are presented, each within so long, until the tool leaves; where no tool began it, one. */
export interface LearnStep extends Shows {
  readonly kind: 'learn';
  readonly at: ReadingPlace;
  readonly withinSeconds: number;
  /** Whether each is presented a second time before it counts. */
  readonly confirm?: boolean;
  /** Whether, by hand, further keys are taken until its time is over. */
  readonly several?: boolean;
  /** Whether its image has to be written on it before. */
  readonly written?: boolean;
  /** So many steps back for the next key, where each takes more than being presented. */
  readonly back?: number;
  readonly while?: States;
}

/** The remote that was pressed last is learned. */
export interface RemoteStep extends Shows {
  readonly kind: 'remote';
}

/** Something is done with the module or a key in a device beside the car. */
export const deviceActs = {
  backup: 'the module is read',
  restore: 'what was read is written back',
  clear: 'all positions are cleared',
  position: 'a key is written into a free position',
  image: 'the image is written on a key',
  copy: 'a key is written as a copy of another',
} as const;
export type DeviceAct = keyof typeof deviceActs;

export interface DeviceStep extends Shows {
  readonly kind: 'device';
  readonly does: DeviceAct;
}

export type CourseStep = HandsStep | HoldStep | ToolStep | WaitStep | LearnStep | RemoteStep | DeviceStep;

/** A way of the platform as the car lives through it. */
export interface Course {
  readonly way: MethodKind;
  readonly steps: readonly CourseStep[];
}

/** A level of access; one that asks for the PIN has its tries and delay from there. */
export interface AccessOf extends Omit<AccessLevel, 'tries' | 'delaySeconds' | 'key'> {
  readonly asksPin: boolean;
  /** The way that begins when its seed is asked for, and whose wait keeps the seed back; null for none. */
  readonly begins: MethodKind | null;
  readonly function: string;
  readonly parameters: readonly number[];
}

/** A system type of the platform, with the address under which its module answers. */
export interface TypeAddress {
  readonly type: string;
  readonly address: number;
}

/** A module on CAN. A system type's address is the id it is asked at; it answers eight above. */
export interface CanLink {
  readonly kind: 'can';
  readonly address: number;
  readonly types: readonly TypeAddress[];
  readonly blockSize: number;
  readonly separationByte: number;
  readonly longest: number;
  readonly stalls: number;
  readonly services: readonly { readonly id: number; readonly sessions: readonly Session[] }[];
  readonly access: readonly AccessOf[];
  readonly records: readonly DataRecord[];
  readonly routines: readonly Routine[];
  readonly bootMs: number;
  /** Frames that other modules send, which are none of the tool's business. */
  readonly background: readonly { readonly id: number; readonly everyMs: number; readonly bytes: number }[];
}

/** A module on an older line. */
export interface SerialLink {
  readonly kind: 'serial';
  readonly address: number;
  readonly types: readonly TypeAddress[];
  /** How long it stays awake where nobody speaks. */
  readonly awakeSeconds: number;
  readonly records: readonly { readonly id: number; readonly holds: string; readonly pin: boolean }[];
  readonly commands: readonly { readonly id: number; readonly does: string; readonly pin: boolean }[];
}

export interface NoLink {
  readonly kind: 'none';
}

/** When something raises a fault in the module's memory. */
export const faultCauses = ['unknownKey', 'lowVoltage', 'linkLost', 'moduleOut', 'newModule'] as const;
export type FaultCause = (typeof faultCauses)[number];

/** The body of a platform's document. */
export interface Behaviour {
  readonly link: CanLink | SerialLink | NoLink;
  /** The part number that its module carries. */
  readonly part: string;
  /** The chips that it reads, by article; any other is none to it. */
  readonly chips: readonly string[];
  /** Whether a chip is bound to the car for good when it is learned. */
  readonly binds: boolean;
  /** How its ignition is worked; where there are both, the car says. */
  readonly ignition: readonly ('turn' | 'push')[];
  /** Where keys are presented and recognised. */
  readonly reads: readonly ReadingPlace[];
  /** Where another key spoils the reading. */
  readonly spoiledBy: readonly Place[];
  /** Further parts than every car has, with their states, the first at rest. */
  readonly parts: readonly { readonly name: string; readonly states: readonly string[] }[];
  /** The PIN: digits, tries until it shuts itself, and for how long; null where it has none. */
  readonly pin: {
    readonly digits: number;
    readonly tries: number;
    readonly lockoutSeconds: number;
    /** What has to be so for it to be given. */
    readonly while: States;
  } | null;
  /** What has to be so whatever the tool begins. */
  readonly needs: States;
  /** The key lamp with the ignition on, by what the reader finds. */
  readonly lamp: {
    readonly accepted: RankSign;
    readonly unknown: RankSign;
    readonly nothing: RankSign;
  };
  /** When each sign of a rank test shows: seconds after the ignition came on, or before or after it; none where ranks are told otherwise. */
  readonly rankMoments: readonly {
    readonly step: number;
    readonly when: 'before' | 'on' | 'off';
    readonly seconds: number;
  }[];
  /** What a new module brings along: a key it knows already, or nothing. */
  readonly newModule: 'nothing' | 'a known key';
  /** Volts that an hour with the ignition on takes, and below which it refuses. */
  readonly battery: { readonly sagPerHour: number; readonly leastVolts: number };
  readonly faults: readonly { readonly code: number; readonly cause: FaultCause; readonly words: string }[];
  /** What shows on the way and means nothing. */
  readonly harmless: readonly string[];
  /** Facts of key or car that lengthen a wait or shift the chance of a write. */
  readonly facts: readonly {
    readonly fact: string;
    readonly is: string;
    readonly way: MethodKind;
    readonly wait: number | null;
    readonly times: number;
  }[];
  readonly courses: readonly Course[];
}
