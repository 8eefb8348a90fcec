import type { RankSign, RankTold } from '@/core/catalogue/platform';

/** What a platform shows a master and a valet at one moment. */
export interface RankMoment {
  readonly moment: string;
  readonly master: RankSign;
  readonly valet: RankSign;
}

/** How to tell a master from a valet on one platform; data, since practitioners read the same lamp differently. */
export interface RankTest {
  readonly told: RankTold;
  readonly how: string;
  /** What makes the test void. */
  readonly voidWhen: string;
  readonly secondCheck: string;
  readonly moments: readonly RankMoment[];
}

export interface RankVerdict {
  readonly rank: 'master' | 'valet' | 'unclear';
  readonly why: string;
}

/**
 * What the signs seen, one for each moment of the test, come to. Moments at which both ranks look alike tell nothing; signs
 * that point both ways, or that neither shows, leave it unclear.
 */
export function judgeRank(test: RankTest, seen: readonly (RankSign | 'cannot see')[]): RankVerdict {
  const telling = test.moments
    .map((moment, at) => ({ ...moment, seen: seen[at] ?? 'cannot see' }))
    .filter(({ master, valet, seen: sign }) => master !== valet && sign !== 'cannot see');
  if (telling.length === 0) return { rank: 'unclear', why: `Nothing telling was seen. ${test.secondCheck}` };
  const strange = telling.find(({ master, valet, seen: sign }) => sign !== master && sign !== valet);
  if (strange)
    return { rank: 'unclear', why: `${strange.moment}: neither rank shows this. ${test.voidWhen}` };
  const masters = telling.filter(({ master, seen: sign }) => sign === master).length;
  if (masters === telling.length) return { rank: 'master', why: signsWords(telling.length, 'a master') };
  if (masters === 0) return { rank: 'valet', why: signsWords(telling.length, 'a valet') };
  return { rank: 'unclear', why: `The signs point both ways. ${test.secondCheck}` };
}

function signsWords(count: number, whose: string): string {
  return count === 1
    ? `The telling sign is that of ${whose}.`
    : `All ${count} telling signs are those of ${whose}.`;
}
