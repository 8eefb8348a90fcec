import type { Known, PhysicalKey } from './keys';

/**
 * A key in one line, for comparing two states of a ring. Its name on the tag stays out: it may be a person's.
 * @example keyWords({ presence: 'here', rank: 'valet', blade: 'good', faults: [], madeHere: false }, 'yes') // 'here, valet, good, known: yes'
 */
export function keyWords(
  key: Pick<PhysicalKey, 'presence' | 'rank' | 'blade' | 'faults' | 'madeHere'>,
  known: Known,
): string {
  return [key.presence, key.rank, key.blade, ...key.faults, key.madeHere ? 'new' : `known: ${known}`].join(
    ', ',
  );
}
