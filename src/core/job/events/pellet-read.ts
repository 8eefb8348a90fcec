import { type EventKind, refuse } from './event-kind';
import type { PelletReading } from './log';

/** A pellet of this job was measured. */
export const pelletRead: EventKind<PelletReading> = {
  apply(log, reading) {
    if (reading.steps.length === 0) return refuse('A reading leaves a step at least.');
    return { ok: true, log: { ...log, pellet: { ...log.pellet, reading } } };
  },
  purposes: () => [],
  audited: false,
  moments: [],
  wants: [],
};
