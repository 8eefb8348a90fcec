import type { MethodKind } from '@/core/catalogue/methods';
import type { CanFrame } from '../can/frame';
import type { ModuleState } from '../can/module';
import type { DeviceAct, Place, ReadingPlace, States } from '../document/behaviour';
import type { LineState } from '../serial/line-state';
import type { BenchKey } from './bench-key';

/** What the module holds of keys. */
export interface Memory {
  /** Identities in the order in which they were learned; a copy is in the slot of its original. */
  readonly identities: readonly string[];
  readonly remotes: readonly string[];
}

/** Where a car is in one of its ways. */
export interface CourseState {
  readonly way: MethodKind;
  readonly at: number;
  readonly sinceUs: number;
  /** How often the step at hand was done already, and when last. */
  readonly times: number;
  readonly lastUs: number;
  /** Keys that played a part so far, by tag, the last one last. */
  readonly used: readonly number[];
  readonly waitEndsUs: number | null;
  /** Until when a key is awaited; null while none is. */
  readonly windowEndsUs: number | null;
  /** A key that was presented once and has to be presented again. */
  readonly once: number | null;
  readonly learned: readonly number[];
  /** Whether a tool began it. */
  readonly byTool: boolean;
}

/** What is planted in a car beside its ordinary state. */
export interface Quirks {
  /** Parts whose switches the module does not see move. */
  readonly blind: readonly string[];
  /** Places that read no key. */
  readonly deaf: readonly ReadingPlace[];
  /** Whether it shows nothing where it should. */
  readonly showsNothing: boolean;
  /** Writes that fail before one works. */
  readonly failingWrites: number;
  /** Whether the lead comes loose at the next write. */
  readonly leadComesLoose: boolean;
  /** Whether each write works by its platform's chance alone. */
  readonly byChance: boolean;
}

export interface CarState {
  readonly nowUs: number;
  readonly seed: string;
  readonly turns: 'turn' | 'push';
  readonly facts: Readonly<Record<string, string>>;
  /** The VIN on its plate; the module may say another. */
  readonly plateVin: string;
  readonly parts: States;
  /** When each part came into its state; 0 for from the start. */
  readonly since: Readonly<Record<string, number>>;
  readonly keys: readonly BenchKey[];
  /** A button of a remote that is held down. */
  readonly pressed: { readonly tag: number; readonly button: string } | null;
  readonly memory: Memory;
  readonly backup: Memory | null;
  readonly module: {
    readonly vin: string;
    readonly part: string;
    readonly pin: string;
    readonly systemType: string | null;
  };
  readonly pin: { readonly given: boolean; readonly wrong: number; readonly shutUntilUs: number };
  readonly battery: {
    readonly volts: number;
    readonly sinceUs: number;
    readonly supply: boolean;
    /** How many times faster than it should it loses its charge. */
    readonly sags: number;
  };
  /** Stored faults by code. */
  readonly faults: readonly number[];
  readonly courses: readonly CourseState[];
  /** The way that ended last by success. */
  readonly ended: { readonly way: MethodKind; readonly learned: readonly number[] } | null;
  readonly bus: ModuleState | null;
  readonly line: LineState | null;
  /** When each of the other modules sends next. */
  readonly background: readonly number[];
  readonly quirks: Quirks;
  /** Draws of chance so far. */
  readonly draws: number;
}

/** What somebody sees of a car who stands beside it. */
export interface CarSeen extends Pick<CarState, 'nowUs' | 'turns' | 'parts' | 'since' | 'keys' | 'pressed'> {
  /** Whether a supply keeps its battery up. */
  readonly supply: boolean;
}

/** What hands, tool and devices do to a car. */
export type CarInput =
  | { readonly kind: 'frame'; readonly frame: CanFrame }
  | { readonly kind: 'bytes'; readonly bytes: readonly number[] }
  | { readonly kind: 'part'; readonly part: string; readonly to: string }
  | { readonly kind: 'move'; readonly tag: number; readonly to: Place }
  | { readonly kind: 'press'; readonly tag: number; readonly button: string }
  | { readonly kind: 'release' }
  | { readonly kind: 'cell'; readonly tag: number; readonly to: 'good' | 'flat' }
  | { readonly kind: 'supply'; readonly on: boolean }
  /** Somebody looks whether a key lies there. */
  | { readonly kind: 'look'; readonly at: Place }
  /** Another blank key is brought: of the right article, and reset. */
  | { readonly kind: 'fetch' }
  | { readonly kind: 'device'; readonly does: DeviceAct; readonly tag?: number; readonly from?: number };

export interface TimedInput {
  readonly atUs: number;
  readonly input: CarInput;
}

/** What a car lets be seen and heard. */
export type CarOutput =
  | { readonly kind: 'frame'; readonly atUs: number; readonly frame: CanFrame }
  | { readonly kind: 'bytes'; readonly atUs: number; readonly bytes: readonly number[] }
  | { readonly kind: 'sign'; readonly atUs: number; readonly sign: string };

export interface CarTurn {
  readonly state: CarState;
  readonly outputs: readonly CarOutput[];
}
