import type { TransportEnd } from './iso-tp';

/** The sessions of a module: `extended` falls back by itself where nobody speaks for five seconds. */
export const sessions = ['default', 'extended'] as const;
export type Session = (typeof sessions)[number];

/** A level of access: a seed is asked for, and the key worked out of it is sent. */
export interface AccessLevel {
  /** The odd sub-function that asks for the seed; the next one sends the key. */
  readonly level: number;
  readonly sessions: readonly Session[];
  readonly seedBytes: number;
  /** The function from seed to key by its name, with what it is set to. */
  readonly key: { readonly function: string; readonly parameters: readonly number[] };
  /** Wrong keys until it shuts itself. */
  readonly tries: number;
  readonly delaySeconds: number;
  /** Whether the delay runs after power-up too. */
  readonly delayAtPowerUp: boolean;
}

/** A record of the module that can be read, and written where it says so. */
export interface DataRecord {
  readonly id: number;
  /** What of the car it holds. */
  readonly holds: string;
  readonly sessions: readonly Session[];
  /** The level that has to be open to read it; null for none. */
  readonly level: number | null;
  /** Whether it can be written, behind which level and in how many bytes. */
  readonly writable: { readonly level: number | null; readonly bytes: number } | null;
}

/** Work of the module that is begun, stopped and asked about. */
export interface Routine {
  readonly id: number;
  /** What it does to the car. */
  readonly does: string;
  readonly sessions: readonly Session[];
  readonly level: number | null;
  /** Bytes that come with its start. */
  readonly optionBytes: number;
  readonly canStop: boolean;
  readonly hasResults: boolean;
}

/** How a module speaks. */
export interface ModuleSpeech {
  readonly requestId: number;
  readonly responseId: number;
  readonly transport: Omit<TransportEnd, 'sendId' | 'receiveId'>;
  /** The services it has, each with the sessions it has it in. */
  readonly services: readonly { readonly id: number; readonly sessions: readonly Session[] }[];
  readonly access: readonly AccessLevel[];
  readonly records: readonly DataRecord[];
  readonly routines: readonly Routine[];
  /** How long it is silent after a reset. */
  readonly bootMs: number;
}

export const service = {
  session: 0x10,
  reset: 0x11,
  clearFaults: 0x14,
  readFaults: 0x19,
  read: 0x22,
  access: 0x27,
  write: 0x2e,
  routine: 0x31,
  testerPresent: 0x3e,
} as const;
