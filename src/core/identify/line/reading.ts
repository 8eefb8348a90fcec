import type { Ignition } from '@/core/catalogue/application';
import type { LocalDay, LocalHour } from '@/core/kinds/local-time';

/** Names the line is read against. */
export interface Lexicon {
  readonly makes: readonly {
    readonly id: string;
    readonly name: string;
    readonly aliases: readonly string[];
  }[];
  readonly models: readonly {
    readonly id: string;
    readonly makeId: string;
    readonly name: string;
    readonly aliases: readonly string[];
  }[];
  readonly places: readonly {
    readonly id: string;
    readonly name: string;
    readonly distanceKm: number;
    readonly travelMinutes: number;
  }[];
}

/** Makes and models by name. */
export type Names = Pick<Lexicon, 'makes' | 'models'>;

/** A misspelt word and what it stands for. */
export interface Correction {
  readonly word: string;
  readonly kind: 'make' | 'model';
  readonly id: string;
}

export const whys = [
  'lost',
  'stolen',
  'spare',
  'broken',
  'flatCell',
  'wornButtons',
  'crackedCase',
  'brokenLoop',
  'noStart',
  'keysInside',
] as const;
export type Why = (typeof whys)[number];

export const whyNames: Record<Why, string> = {
  lost: 'lost',
  stolen: 'stolen',
  spare: 'spare wanted',
  broken: 'blade broken',
  flatCell: 'flat cell',
  wornButtons: 'worn buttons',
  crackedCase: 'cracked case',
  brokenLoop: 'broken loop',
  noStart: 'turns, does not start',
  keysInside: 'keys in the car',
};

export type Access = 'open' | 'locked';

/** Keys as the caller tells them; null is 'not said'. */
export interface KeysTold {
  readonly working: number | null;
  readonly lost: number | null;
  readonly wanted: number | null;
}

/** Of whose keys nothing was told. */
export const noKeysTold: KeysTold = { working: null, lost: null, wanted: null };

/** When the caller wants the car to drive. */
export interface When {
  readonly urgent: boolean;
  readonly day: LocalDay | null;
  readonly from: LocalHour | null;
  readonly by: LocalHour | null;
}

/** A value read from the line, the words it came from, and how it was recognised. */
export interface Read<Value> {
  readonly value: Value;
  readonly words: string;
  readonly how: 'exact' | 'prefix' | 'similar';
}

export interface LineReading {
  readonly year?: Read<number>;
  /** The last of several years the caller doubts between; `year` is the first. */
  readonly yearTo?: Read<number>;
  readonly make?: Read<string>;
  readonly model?: Read<string>;
  readonly ignition?: Read<Ignition>;
  readonly keys?: Read<KeysTold>;
  readonly why?: Read<Why>;
  readonly access?: Read<Access>;
  readonly place?: Read<string>;
  readonly distanceKm?: Read<number>;
  readonly when?: Read<When>;
  readonly vin?: Read<string>;
  readonly phone?: Read<string>;
  /** Buttons of the remote, in hand or as it is remembered. */
  readonly buttons?: Read<number>;
  /** Street and house number, as they were said. */
  readonly street?: Read<string>;
  /** Somebody is shut in the car. */
  readonly danger?: Read<true>;
  /** Keys that are not here are to be erased. */
  readonly erase?: Read<true>;
  /** A used or refurbished key would do. */
  readonly used?: Read<true>;
  /** The key that is left is the valet's. */
  readonly valet?: Read<true>;
  /** What another firm asks, in whole units of the shop's money. */
  readonly rival?: Read<number>;
  /** Words that were not understood, in the order of the line. */
  readonly unknown: readonly string[];
  /** Unknown words that may be a misspelt make or model. */
  readonly maybeNames: readonly string[];
  /** The line with everything that looks like a key code or PIN taken out. */
  readonly safeText: string;
  /** How many such codes were taken out. */
  readonly codes: number;
  /** What cannot be right, in words for the person. */
  readonly problems: readonly {
    readonly field: 'year' | 'model' | 'line' | 'keys';
    readonly message: string;
  }[];
}

/** The longest line that is read and kept, in characters. */
export const lineLimit = 400;
