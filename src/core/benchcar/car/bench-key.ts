import type { Rank } from '@/core/programming/keys';
import type { Place } from '../document/behaviour';
import type { BenchPlatform } from '../document/bench-platform';

export type Cell = 'good' | 'weak' | 'flat';

/** A key beside a car on the bench. */
export interface BenchKey {
  readonly tag: number;
  /** The electronic identity of its chip: copies share one, and a chip that no car knows has one too. */
  readonly identity: string;
  /** The article of its chip; null for a key without electronics. */
  readonly chip: string | null;
  /** The car that its chip is bound to for good; null for a chip that was never bound, or was reset. */
  readonly boundTo: string | null;
  readonly rank: Extract<Rank, 'master' | 'valet' | 'none'>;
  readonly cell: Cell;
  readonly cut: boolean;
  /** The remote in it by its own number; null where it has none. */
  readonly remote: string | null;
  /** Whether an image for this car was written on it. */
  readonly written: boolean;
  readonly place: Place;
  /** Whether nobody has seen yet that it lies there. */
  readonly unseen: boolean;
}

/** A blank key of the platform's article, as it comes out of its bag. */
export function blankKey({ platform, behaviour }: BenchPlatform, tag: number): BenchKey {
  return {
    tag,
    identity: `blank ${tag}`,
    chip: behaviour.chips[0] ?? null,
    boundTo: null,
    rank: platform.rank === 'none' ? 'none' : 'valet',
    cell: 'good',
    cut: true,
    remote: platform.remoteLearned === 'none' ? null : `remote ${tag}`,
    written: false,
    place: 'outside',
    unseen: false,
  };
}
