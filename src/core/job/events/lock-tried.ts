import { type EventKind, refuse } from './event-kind';
import type { LockTried } from './log';

/** A new blade was tried in a lock of the car. */
export const lockTried: EventKind<LockTried> = {
  apply(log, made) {
    if (!log.cuts.some(({ cutId }) => cutId === made.cutId)) return refuse('There is no such blade.');
    const others = log.fits.filter(({ cutId, lock }) => cutId !== made.cutId || lock !== made.lock);
    return { ok: true, log: { ...log, fits: [...others, made] } };
  },
  purposes: () => ['cutFromCode'],
  audited: false,
  moments: [],
  wants: [],
};
