import type { SourceOutcome } from './quote';

/** Why a key had to be made again. */
export const comebackReasons = {
  wrong: 'the wrong article',
  notReset: 'not reset',
  poorRange: 'poor range',
  failed: 'failed',
  work: 'our own work',
} as const;
export type ComebackReason = keyof typeof comebackReasons;

/** What is publicly known of a source counts like this many keys. */
const strength = 10;
/** Sources that nobody has described, in hundredths of a percent. */
const undescribed = 500;

export interface SourceChance {
  readonly basisPoints: number;
  readonly rests: string;
}

/**
 * The chance that a key of a source has to be made again: what is publicly known of it counts like ten keys, the shop's
 * own one each (the mean of a Beta distribution).
 * @example sourceChance('Wharf', [{ source: 'Wharf', statedBasisPoints: 600, made: 40, comebacks: 1 }]).basisPoints // 320
 */
export function sourceChance(source: string, outcomes: readonly SourceOutcome[]): SourceChance {
  const found = outcomes.find((one) => one.source === source);
  const stated = found?.statedBasisPoints ?? undescribed;
  const { made, comebacks } = found ?? { made: 0, comebacks: 0 };
  return {
    basisPoints: Math.round((stated * strength + comebacks * 10_000) / (strength + made)),
    rests:
      made === 0
        ? `${source}: stated ${percentOf(stated)}, not used here yet`
        : `${source}: comebacks here ${comebacks} of ${made}, stated ${percentOf(stated)}`,
  };
}

/** The chance that at least one of several independent things goes wrong, in hundredths of a percent. */
export function anyOf(basisPoints: readonly number[]): number {
  const none = basisPoints.reduce((left, one) => left * (1 - one / 10_000), 1);
  return Math.round((1 - none) * 10_000);
}

/** Hundredths of a percent as they are shown and compared: whole percents. */
export function percentShown(basisPoints: number): number {
  return Math.round(basisPoints / 100);
}

function percentOf(basisPoints: number): string {
  return `${Number((basisPoints / 100).toFixed(1))} %`;
}
