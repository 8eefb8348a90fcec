import type { EventKind } from './event-kind';

/** The wire of the lock's contact in the column was looked at: a broken one looks like a wrong step. */
export interface WireChecked {
  readonly sound: boolean;
}

export const wireChecked: EventKind<WireChecked> = {
  apply: (log, { sound }) => ({ ok: true, log: { ...log, pellet: { ...log.pellet, wireSound: sound } } }),
  purposes: () => [],
  audited: false,
  moments: [],
  wants: [],
};
