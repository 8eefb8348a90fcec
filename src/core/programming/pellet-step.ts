import { equallyLikely, huntOf } from '@/core/pellet/hunt';
import { knownOf } from './keys';
import type { Need, RouteRequest } from './route';
import { type WorkStep, type WorkTime, workTime } from './work-time';

/** Measuring a pellet on both faces, and trying one step: half of all are quicker. */
const measuring = { p50Minutes: 6, spread: 0.4 };
const trying = { p50Minutes: 2, spread: 0.3 };

const noWait = { waitSeconds: 0, waitP80Seconds: 0 };

/** How the step of a pellet is found: measured on a key, or hunted for. */
export interface PelletStep {
  readonly found: 'measured' | 'hunted';
  readonly work: WorkStep;
  /** Lockouts behind wrong steps: on average, and what four of five stay under. */
  readonly waitSeconds: number;
  readonly waitP80Seconds: number;
  readonly needs: readonly Need[];
  /** What is not known yet and what finding it means, in a sentence or two. */
  readonly words: string;
}

/**
 * How the pellet's step becomes known; null where the platform has no pellet. A key that fits the car is measured; with
 * none the steps are tried in turn, each as likely as the other until a reading says more.
 */
export function pelletStep({
  platform,
  situation,
}: Pick<RouteRequest, 'platform' | 'situation'>): PelletStep | null {
  if (platform.chipFamily !== 'PEL') return null;
  const { keys, identities } = situation;
  const sample = keys.find(
    (key) => key.presence === 'here' && !key.madeHere && knownOf(key, identities) !== 'no',
  );
  if (sample)
    return {
      found: 'measured',
      ...noWait,
      work: measuring,
      needs: [
        {
          words: `Pellet of key ${sample.tag} measured on both faces, with nothing across it`,
          state: 'to do',
        },
      ],
      words: 'The pellet’s step is not known until the key in hand is measured.',
    };
  const { pellet } = platform;
  const rule = {
    words: 'A broken wire in the column ruled out first: it looks the same',
    state: 'to do',
  } as const;
  if (!pellet)
    return {
      found: 'hunted',
      ...noWait,
      work: trying,
      needs: [rule],
      words: 'The pellet’s step is not known, and the library does not say how many there are.',
    };
  const { steps, lockoutSeconds } = pellet;
  const hunt = huntOf(equallyLikely(steps), lockoutSeconds);
  const minutes = (seconds: number) => Math.round(seconds / 60);
  return {
    found: 'hunted',
    work: { ...trying, p50Minutes: trying.p50Minutes * hunt.meanTries },
    waitSeconds: hunt.meanSeconds,
    waitP80Seconds: hunt.p80Seconds,
    needs: [
      rule,
      {
        words: `Pellet step hunted: ${steps} steps, ${minutes(lockoutSeconds)} min shut after each wrong one`,
        state: 'to do',
      },
    ],
    words: `The pellet’s step is not known, and each of ${steps} is as likely: ${minutes(hunt.meanSeconds)} min of waiting on average, ${minutes(hunt.worstSeconds)} at worst.`,
  };
}

/** The time of finding a step. */
export function pelletTime({ work, waitSeconds, waitP80Seconds }: PelletStep): WorkTime {
  return workTime([work], [waitSeconds], waitP80Seconds);
}
