import type { BoundNode } from '../bind/bound';
import type { Span, Step } from '../document/procedure';
import { beatsOf } from '../model/act-times';
import { countsFrom } from './timed-chain';

// What hands do when, by sound: moments in milliseconds from the first cue, so that nobody has to look or to touch anything meanwhile.

/** What makes a part right or wrong, in milliseconds. */
export type Limits =
  /** Held from the first of its moments, or from the end of the part before where it has only one, to its last. */
  | { readonly kind: 'hold'; readonly fromMs: number; readonly toMs: number }
  /** From one of its moments to the next. */
  | { readonly kind: 'pace'; readonly fromMs: number; readonly toMs: number }
  /** From the end of another part, or a moment before or at the first cue, to its own. */
  | {
      readonly kind: 'window';
      readonly since: { readonly part: number } | { readonly atMs: number };
      readonly notBeforeMs: number;
      readonly withinMs: number;
    }
  | { readonly kind: 'free' };

export interface ScorePart {
  readonly node: string;
  /** When hands move: start and release of a hold (its release alone where it goes on from the part before), each beat, or the one act. */
  readonly atMs: readonly number[];
  readonly endMs: number;
  readonly limits: Limits;
}

export interface Score {
  readonly parts: readonly ScorePart[];
  readonly lengthMs: number;
}

/** The lead-in before the first act: three beats and then the act. */
export const leadInMs = 3000;
/** So long the voice has for a step before its act. */
const usualGapMs = 4000;
const leastGapMs = 1500;
/** Beyond so much room more makes a held time no surer, and only longer. */
const roomMs = 1500;

/** The moment in a span that people hit most surely: its middle, or a second and a half past its beginning where it is wide. */
export function surest({ from, to }: Span): number {
  const [fromMs, toMs] = [Number(from) * 1000, Number(to) * 1000];
  return fromMs + Math.min((toMs - fromMs) / 2, roomMs);
}

/**
 * When each act of a chain is done.
 * @param goneMs how long the clock of the first window runs already, where a window comes first; 0 where it starts with the first cue
 * @returns as many parts as can be kept in one go; undefined where the first window is over before anybody could act
 */
export function scoreOf(chain: readonly BoundNode[], goneMs = 0): Score | undefined {
  for (let length = chain.length; length > 0; length -= 1) {
    const parts = laidOut(chain.slice(0, length), goneMs);
    const last = parts?.at(-1);
    if (parts && last && chain[length - 1]?.step.kind !== 'do') return { parts, lengthMs: last.endMs };
  }
  return undefined;
}

/** The parts with gaps that keep every window; undefined where none do. */
function laidOut(chain: readonly BoundNode[], goneMs: number): readonly ScorePart[] | undefined {
  let gaps: readonly number[] = chain.map((node, at) => (joins(node) ? 0 : at === 0 ? leadInMs : usualGapMs));
  for (const [at, node] of chain.entries()) {
    if (node.step.kind !== 'window') continue;
    const parts = placed(chain, gaps, goneMs);
    const own = parts[at];
    if (own?.limits.kind !== 'window') continue;
    const since = sinceOf(own.limits, parts);
    const acts = own.atMs[0] ?? 0;
    const from = 'part' in own.limits.since ? own.limits.since.part + 1 : 0;
    const tooLate = acts - since - latest(own.limits);
    const tooSoon = since + soonest(own.limits) - acts;
    if (tooSoon > 0) gaps = gaps.map((gap, one) => (one === at ? gap + tooSoon : gap));
    else if (tooLate > 0) gaps = shortened(gaps, from, at, tooLate);
  }
  const parts = placed(chain, gaps, goneMs);
  return parts.every((part) => isKept(part, parts)) ? parts : undefined;
}

/** A hold that wants no act of its own goes on from what was done before. */
function joins({ step }: BoundNode): boolean {
  return step.kind === 'hold' && step.acts.length === 0;
}

/** Gaps from one part to another shortened in proportion, none below the least. */
function shortened(gaps: readonly number[], from: number, to: number, byMs: number): number[] {
  const inside = gaps.slice(from, to + 1);
  const room = inside.reduce((sum, gap) => sum + Math.max(0, gap - leastGapMs), 0);
  if (room === 0) return [...gaps];
  const share = Math.min(1, byMs / room);
  return gaps.map((gap, at) =>
    at < from || at > to ? gap : gap - Math.floor(Math.max(0, gap - leastGapMs) * share),
  );
}

function placed(chain: readonly BoundNode[], gaps: readonly number[], goneMs: number): readonly ScorePart[] {
  let now = 0;
  return chain.map((node, at) => {
    const start = now + (gaps[at] ?? 0);
    const atMs = momentsOf(node.step, start);
    now = atMs.at(-1) ?? start;
    return { node: node.id, atMs, endMs: now, limits: limitsOf(node, chain, goneMs) };
  });
}

function momentsOf(step: Step, startMs: number): readonly number[] {
  switch (step.kind) {
    case 'hold': {
      const release = startMs + surest(step.seconds);
      return step.acts.length > 0 ? [startMs, release] : [release];
    }
    case 'pace': {
      const every = surest(step.every);
      return Array.from({ length: Math.max(1, beatsOf(step)) }, (_, beat) => startMs + beat * every);
    }
    default:
      return [startMs];
  }
}

function limitsOf(node: BoundNode, chain: readonly BoundNode[], goneMs: number): Limits {
  const { step } = node;
  switch (step.kind) {
    case 'hold':
      return { kind: 'hold', fromMs: Number(step.seconds.from) * 1000, toMs: Number(step.seconds.to) * 1000 };
    case 'pace':
      return { kind: 'pace', fromMs: Number(step.every.from) * 1000, toMs: Number(step.every.to) * 1000 };
    case 'window': {
      const since = chain.findIndex(({ id }) => id === countsFrom(node));
      return {
        kind: 'window',
        since: since < 0 ? { atMs: -goneMs } : { part: since },
        notBeforeMs: Number(step.notBefore ?? 0) * 1000,
        withinMs: Number(step.seconds) * 1000,
      };
    }
    default:
      return { kind: 'free' };
  }
}

type Window = Extract<Limits, { readonly kind: 'window' }>;

/** When a window's clock starts. */
function sinceOf({ since }: Window, parts: readonly ScorePart[]): number {
  return 'part' in since ? (parts[since.part]?.endMs ?? 0) : since.atMs;
}

/** A hand that comes late by the seventh part of the time, or by a second, is still in it. */
function latest({ withinMs, notBeforeMs }: Window): number {
  const room = withinMs - notBeforeMs;
  return withinMs - Math.min(room / 2, Math.max(1000, room / 7));
}

function soonest({ notBeforeMs, withinMs }: Window): number {
  return notBeforeMs === 0 ? 0 : notBeforeMs + Math.min(500, (withinMs - notBeforeMs) / 2);
}

function isKept({ atMs, limits }: ScorePart, parts: readonly ScorePart[]): boolean {
  if (limits.kind !== 'window') return true;
  const after = (atMs[0] ?? 0) - sinceOf(limits, parts);
  return after >= soonest(limits) - 1 && after <= latest(limits) + 1;
}

/** A sound of a score, and what it is for. */
export interface Cue {
  readonly atMs: number;
  readonly is: 'lead' | 'act' | 'tick' | 'letGo';
}

/** The sounds of a score in their order: beats that lead to each act, the act, ticks while something is held, and the letting go. */
export function cuesOf({ parts }: Score): readonly Cue[] {
  const cues: Cue[] = [];
  let before = 0;
  let free = 0;
  for (const { atMs, endMs, limits } of parts) {
    const isHold = limits.kind === 'hold';
    const release = isHold ? atMs.at(-1) : undefined;
    const acts = isHold ? atMs.slice(0, -1) : atMs;
    const first = acts[0];
    if (first !== undefined)
      for (const beat of [3, 2, 1])
        if (first - beat * 1000 >= free) cues.push({ atMs: first - beat * 1000, is: 'lead' });
    for (const at of acts) cues.push({ atMs: at, is: 'act' });
    if (release !== undefined) {
      // Counted back from the letting go, so that a hand is carried to it by the beat.
      const since = first ?? before;
      for (let at = release - Math.floor((release - since - 300) / 1000) * 1000; at < release; at += 1000)
        if (at > since) cues.push({ atMs: at, is: 'tick' });
      cues.push({ atMs: release, is: 'letGo' });
    }
    before = endMs;
    free = endMs + 500;
  }
  return cues.sort((a, b) => a.atMs - b.atMs);
}

/** What is at hand at a moment of a score. */
export interface Moment {
  /** The part that is at hand, from 0. */
  readonly part: number;
  readonly is: 'before' | 'act' | 'held' | 'letGo' | 'over';
  /** Until what comes next: the act, the letting go. */
  readonly leftMs: number;
  /** Which beat of the part it is, from 1; 0 where none has come. */
  readonly beat: number;
}

/** An act or a letting go is said for so long. */
const saidMs = 600;

export function momentOf({ parts, lengthMs }: Score, atMs: number): Moment {
  for (const [part, { atMs: acts, endMs, limits }] of parts.entries()) {
    if (atMs >= endMs + saidMs) continue;
    const beat = acts.filter((act) => act <= atMs).length;
    const latest = acts[beat - 1];
    const next = acts[beat];
    const leftMs = next === undefined ? 0 : next - atMs;
    const isHold = limits.kind === 'hold';
    if (latest !== undefined && atMs < latest + saidMs)
      return { part, is: isHold && beat === acts.length ? 'letGo' : 'act', leftMs, beat };
    // A hold without an act of its own goes on from the part before.
    const isHeld = isHold && (beat > 0 || acts.length === 1);
    return { part, is: isHeld ? 'held' : 'before', leftMs, beat };
  }
  return { part: parts.length - 1, is: 'over', leftMs: Math.max(0, lengthMs - atMs), beat: 0 };
}
