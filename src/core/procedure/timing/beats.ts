import type { Score, ScorePart } from './score';

/** A beat that is missing, or one that nobody wanted, counts as far off as this. */
const strayMs = 1500;

/**
 * Which beat of those that came in is which that was wanted: in their order, with the least sum of distances, where a beat that is missing
 * or stray costs a second and a half.
 * @returns for each that was wanted the moment that it came, or null
 */
export function matchBeats(wanted: readonly number[], came: readonly number[]): readonly (number | null)[] {
  // least[w][c]: the least cost of the wanted from w on and those that came from c on.
  const least: number[][] = Array.from({ length: wanted.length + 1 }, () => []);
  for (let w = wanted.length; w >= 0; w -= 1)
    for (let c = came.length; c >= 0; c -= 1) {
      const row = least[w] as number[];
      const missing = w < wanted.length ? strayMs + (least[w + 1]?.[c] ?? 0) : Infinity;
      const stray = c < came.length ? strayMs + (row[c + 1] ?? 0) : Infinity;
      row[c] = w === wanted.length && c === came.length ? 0 : Math.min(missing, stray, paired(w, c));
    }
  function paired(w: number, c: number): number {
    const [one, other] = [wanted[w], came[c]];
    if (one === undefined || other === undefined) return Infinity;
    return Math.abs(one - other) + (least[w + 1]?.[c + 1] ?? 0);
  }
  const found: (number | null)[] = [];
  let c = 0;
  for (let w = 0; w < wanted.length; ) {
    const now = least[w]?.[c];
    if (now === paired(w, c)) {
      found.push(came[c] ?? null);
      w += 1;
      c += 1;
    } else if (c < came.length && now === strayMs + (least[w]?.[c + 1] ?? 0)) c += 1;
    else {
      found.push(null);
      w += 1;
    }
  }
  return found;
}

/** How a part went by the beats that came in. */
export type Verdict =
  | { readonly is: 'inTime' }
  /** A beat came too late or too soon; beats are counted from 1. */
  | { readonly is: 'late' | 'early'; readonly beat: number; readonly byMs: number }
  /** Beats are missing, so that nothing can be said. */
  | { readonly is: 'missing'; readonly beats: number };

/** What the beats that came in say of each part of a score. @param came moments from the first cue, ascending */
export function verdictsOf({ parts }: Score, came: readonly number[]): readonly Verdict[] {
  const found = matchBeats(
    parts.flatMap(({ atMs }) => atMs),
    came,
  );
  const starts = parts.map((_, at) => parts.slice(0, at).reduce((sum, { atMs }) => sum + atMs.length, 0));
  const beats = parts.map(({ atMs }, at) => found.slice(starts[at], (starts[at] ?? 0) + atMs.length));
  const ends = beats.map((own) => own.at(-1) ?? null);
  return parts.map((part, at) => judged(part, beats[at] ?? [], at === 0 ? 0 : (ends[at - 1] ?? null), ends));
}

function judged(
  { atMs, limits }: ScorePart,
  own: readonly (number | null)[],
  before: number | null,
  ends: readonly (number | null)[],
): Verdict {
  const missing = own.filter((beat) => beat === null).length;
  if (missing > 0) return { is: 'missing', beats: missing };
  const times = own as readonly number[];
  switch (limits.kind) {
    case 'free':
      return { is: 'inTime' };
    case 'hold': {
      const since = atMs.length > 1 ? (times[0] ?? 0) : before;
      return since === null
        ? { is: 'missing', beats: 1 }
        : within((times.at(-1) ?? 0) - since, limits.fromMs, limits.toMs, times.length);
    }
    case 'pace': {
      for (let beat = 1; beat < times.length; beat += 1) {
        const gap = (times[beat] ?? 0) - (times[beat - 1] ?? 0);
        const verdict = within(gap, limits.fromMs, limits.toMs, beat + 1);
        if (verdict.is !== 'inTime') return verdict;
      }
      return { is: 'inTime' };
    }
    case 'window': {
      const since = 'part' in limits.since ? (ends[limits.since.part] ?? null) : limits.since.atMs;
      return since === null
        ? { is: 'missing', beats: 1 }
        : within((times[0] ?? 0) - since, limits.notBeforeMs, limits.withinMs, 1);
    }
  }
}

function within(lengthMs: number, fromMs: number, toMs: number, beat: number): Verdict {
  if (lengthMs < fromMs) return { is: 'early', beat, byMs: fromMs - lengthMs };
  return lengthMs > toMs ? { is: 'late', beat, byMs: lengthMs - toMs } : { is: 'inTime' };
}

/** @example verdictWords({is: 'late', beat: 3, byMs: 620}, 4) // 'beat 3 came 0.6 s too late' */
export function verdictWords(verdict: Verdict, beats: number): string {
  switch (verdict.is) {
    case 'inTime':
      return 'in time';
    case 'missing':
      return verdict.beats === beats ? 'no beat came in' : `${verdict.beats} of ${beats} beats missing`;
    default: {
      // Less than a tenth is more than nothing.
      const by = Math.max(0.1, Math.round(verdict.byMs / 100) / 10).toFixed(1);
      const when = verdict.is === 'late' ? 'too late' : 'too soon';
      return beats === 1 ? `${by} s ${when}` : `beat ${verdict.beat} came ${by} s ${when}`;
    }
  }
}
