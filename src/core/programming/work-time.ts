import type { Wait } from '../catalogue/wait';

/** One step of work: half of all times are shorter than `p50Minutes`; `spread` is the deviation of the logarithm. */
export interface WorkStep {
  readonly p50Minutes: number;
  readonly spread: number;
}

export interface WorkTime {
  /** The security waits, apart from the work. */
  readonly waitSeconds: number;
  /** What four of five waits stay under: the same, unless a sign ends it or it is a matter of luck how often one waits. */
  readonly waitP80Seconds: number;
  readonly workP50Minutes: number;
  readonly workP80Minutes: number;
}

/** The 80 % and 98 % points of the standard normal distribution. */
const normal80 = 0.8416212335729143;
const normal98 = 2.0537489106318225;

/**
 * Work and waits of a job. The steps are log-normal and independent; their sum is taken as log-normal with the same
 * mean and variance (Fenton–Wilkinson), waits are added as they are.
 * @example workTime([{ p50Minutes: 10, spread: 0 }], [540]).workP80Minutes // 10
 */
export function workTime(
  steps: readonly WorkStep[],
  waitsSeconds: readonly number[],
  waitP80Seconds = sumOf(waitsSeconds),
): WorkTime {
  const waitSeconds = sumOf(waitsSeconds);
  const means = steps.map(({ p50Minutes, spread }) => p50Minutes * Math.exp(spread ** 2 / 2));
  const mean = means.reduce((sum, value) => sum + value, 0);
  if (mean === 0) return { waitSeconds, waitP80Seconds, workP50Minutes: 0, workP80Minutes: 0 };
  const variance = steps.reduce(
    (sum, { spread }, at) => sum + Math.expm1(spread ** 2) * (means[at] ?? 0) ** 2,
    0,
  );
  const spread = Math.sqrt(Math.log1p(variance / mean ** 2));
  const p50 = mean / Math.exp(spread ** 2 / 2);
  return {
    waitSeconds,
    waitP80Seconds,
    workP50Minutes: p50,
    workP80Minutes: p50 * Math.exp(normal80 * spread),
  };
}

/**
 * Waits together: their usual times, and what four of five stay under. One that ends by itself is taken as log-normal, its longest
 * as long as two of a hundred; the four-in-five times are added, which is a little too long for several at once.
 */
export function waitTime(waits: readonly Wait[]): {
  readonly usualSeconds: number;
  readonly p80Seconds: number;
} {
  return {
    usualSeconds: sumOf(waits.map(({ usualSeconds }) => usualSeconds)),
    p80Seconds: sumOf(
      waits.map(({ usualSeconds, longestSeconds }) =>
        Math.round(usualSeconds * (longestSeconds / usualSeconds || 1) ** (normal80 / normal98)),
      ),
    ),
  };
}

const sumOf = (waits: readonly number[]) => waits.reduce((sum, wait) => sum + wait, 0);

/** Work and waits together, in minutes. */
export function totalMinutes(time: WorkTime, part: 'p50' | 'p80'): number {
  return part === 'p50'
    ? time.waitSeconds / 60 + time.workP50Minutes
    : time.waitP80Seconds / 60 + time.workP80Minutes;
}
