import type { KeyProof } from '@/core/prove/checks';
import type { EventKind } from './event-kind';

/** A key was tried at the car, alone. What was seen before stays, and counts no more. */
export const keyProved: EventKind<KeyProof> = {
  apply: (log, proof) => ({ ok: true, log: { ...log, proofs: [...log.proofs, proof] } }),
  purposes: () => [],
  happenedAt: ({ at }) => at,
  refusal: ({ keyId }, { keyIds }) => (keyIds.has(keyId) ? undefined : 'This key is not on the ring.'),
  audited: false,
  moments: ['at'],
  wants: [],
};
