import type { YearSpan } from '@/core/kinds/year-span';

export type ChipFamily = 'none' | 'PEL' | 'FIX' | 'RWP' | 'CHL40' | 'CHL48' | 'CHL80' | 'AES128';
export type Ignition = 'turn' | 'push';
/** How a platform is reached: by CAN, by an older serial line, or not at all. */
export type Link = 'can' | 'serial' | 'none';

export interface Keyway {
  readonly name: string;
  readonly profile: 'edge, one side' | 'edge, two sides' | 'inside track' | 'outside track' | 'disc';
  readonly spaces: number;
  readonly depths: number;
  readonly stop: 'shoulder' | 'tip';
  readonly bladeWidthMm: number;
}

export interface Chip {
  readonly article: string;
  readonly family: ChipFamily;
  /** What is stamped on blade or board. */
  readonly mark: string;
  /** The mark as a shape and a number or letters, for drawing it: 'notch 2', 'letters HY'. */
  readonly sign: string;
}

export interface Remote {
  readonly article: string;
  readonly buttons: number;
  readonly frequencyMhz: number;
  readonly board: string;
  /** The make whose badge it carries. */
  readonly badge: string;
  /** What each button does, in the order of the buttons. */
  readonly layout: readonly string[];
  /** How the blade sits in it. */
  readonly seat: string;
  /** What holds the blade. */
  readonly retainer: string;
}

/** One row of the library: what a car of these years, in this market, with this ignition needs. */
export interface Application {
  readonly id: string;
  readonly makeId: string;
  readonly make: string;
  readonly modelId: string;
  readonly model: string;
  readonly generation: string;
  readonly market: string;
  readonly ignition: Ignition;
  readonly span: YearSpan;
  /** What the car must have or lack, where that decides; null where it does not. */
  readonly equipment: string | null;
  /** The place-of-making mark on the door plate, where it tells; null where it does not. */
  readonly madeMark: string | null;
  readonly keyway: Keyway;
  readonly blank: string;
  readonly chip: Chip | null;
  readonly remote: Remote | null;
  readonly platformId: string;
  readonly platform: string;
  /** Where the pocket is; null where the car has none. */
  readonly pocket: string | null;
  /** How common it is among cars of the same model, relative to the other rows. */
  readonly weight: number;
  /** Where the row's facts come from, and how sure that source is, 0.5 to 0.995. */
  readonly source: string;
  readonly certainty: number;
}

/** 'Merrowdale II' as the tag and the tables name a car. */
export function applicationName(application: Pick<Application, 'model' | 'generation'>): string {
  return `${application.model} ${application.generation}`;
}
