import type { BoundNode, BoundProcedure } from '@/core/procedure/bind/bound';
import { startRun } from '@/core/procedure/run/run';
import type { RunState } from '@/core/procedure/run/run-state';
import type { Piece } from '@/core/supply/movements';
import type { TypesTried } from './system-types';

/** What somebody marks at a step, beside what comes of it. */
export const markNames = {
  note: 'Note',
  volts: 'Voltage',
  tookLong: 'This took long',
  textWrong: 'This text is wrong',
} as const;
export type MarkName = keyof typeof markNames;

export interface Mark {
  readonly mark: MarkName;
  /** The step it was made at; an end, where the run had come to one. */
  readonly node: string;
  /** What was said; may be empty where the mark says it all. */
  readonly words: string;
  /** Volts, where they were noted. */
  readonly volts: number | null;
  readonly atMs: number;
}

/** How a run came to its end. */
export interface RunEnd {
  readonly result: 'worked' | 'failed' | 'stopped';
  readonly atMs: number;
  /** What the car said that it knows; null where nobody asked. */
  readonly count: number | 'cannotSay' | null;
  /** Why it did not work; empty where it did. */
  readonly reason: string;
  /** The system type that answered; left out where there was nothing to try. */
  readonly systemType?: string;
}

/** Where a key that is made came from: a piece of the shop's stock, or null where it is none of it. */
export interface KeyOfStock {
  readonly piece: Piece | null;
  /** It is good for nothing any more, and stays used. */
  readonly spoiled: boolean;
}

/** The fold of a run's events. Moments are milliseconds since 1970 by the shop's clock, so that it is the same as JSON. */
export interface RunLog {
  readonly walk: RunState;
  /** The timed step or wait that runs at the node at hand, and since when. */
  readonly begun: { readonly node: string; readonly atMs: number } | null;
  /** When steps ended at whose end the clock of a window starts, by node. */
  readonly ends: Readonly<Record<string, number>>;
  /** The command whose answer was not seen yet. */
  readonly command: { readonly node: string; readonly atMs: number } | null;
  /** The node at hand, where its command was told once and turned out not to have been done: told again it is the same use. */
  readonly untold: string | null;
  /** The PIN that was entered at the node at hand: by reference, or null in `secretId` where it was on the customer's papers. */
  readonly entered: { readonly node: string; readonly secretId: string | null } | null;
  /** Secrets that were used so far, by reference. */
  readonly secretIds: readonly string[];
  /** How many steps were answered, each as often as it was. */
  readonly answered: number;
  /** Whether the car was told to forget every key, and did not refuse. */
  readonly erased: boolean;
  /** Where keys that were written came from, by tag. */
  readonly pieces: Readonly<Record<number, KeyOfStock>>;
  /** How often the counted licence was used. */
  readonly rightUses: number;
  /** Whether what was read of the car since its function was opened went to the image server: the same again is free. */
  readonly imageAsked?: boolean;
  /** How far the order of system types was gone through; left out where none was taken. */
  readonly types?: TypesTried;
  /** What was marked at its steps, in the order it was. */
  readonly marks: readonly Mark[];
  readonly startedMs: number;
  readonly ended: RunEnd | null;
}

/** A run before anything happened. */
export function startLog(bound: BoundProcedure, startedMs: number): RunLog {
  return {
    walk: startRun(bound),
    begun: null,
    ends: {},
    command: null,
    untold: null,
    entered: null,
    secretIds: [],
    answered: 0,
    erased: false,
    pieces: {},
    rightUses: 0,
    marks: [],
    startedMs,
    ended: null,
  };
}

/** The node at hand; undefined at an end. */
export function nodeAt(bound: BoundProcedure, { walk }: RunLog): BoundNode | undefined {
  return bound.nodes.get(walk.at);
}

/** The pieces of the shop's stock that a run took, spoiled ones too. */
export function piecesOf({ pieces }: RunLog): readonly Piece[] {
  return Object.values(pieces).flatMap(({ piece }) => piece ?? []);
}

/**
 * What runs did to the keys of a car, ended or not and however they ended: a stopped run leaves what it did.
 * @param logs the earliest first
 * @returns tags that the car took and was not made to forget, and whether it was made to forget all
 */
export function keysAfter(logs: readonly RunLog[]): {
  readonly taken: ReadonlySet<number>;
  readonly erased: boolean;
} {
  let taken: readonly number[] = [];
  for (const { walk, erased } of logs) taken = erased ? walk.taken : [...taken, ...walk.taken];
  return { taken: new Set(taken), erased: logs.some(({ erased }) => erased) };
}
