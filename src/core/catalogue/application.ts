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
}

export interface Chip {
  readonly article: string;
  readonly family: ChipFamily;
  /** What is stamped on blade or board. */
  readonly mark: string;
}

export interface Remote {
  readonly article: string;
  readonly buttons: number;
  readonly frequencyMhz: number;
  readonly board: string;
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
}

/** 'Merrowdale II' as the tag and the tables name a car. */
export function applicationName(application: Pick<Application, 'model' | 'generation'>): string {
  return `${application.model} ${application.generation}`;
}
