import type { Arrival } from '../arrival';
import type { EventKind } from './event-kind';

/** How car and keys were found and prepared before the first command; the latest stands. */
export const arrivalNoted: EventKind<Arrival> = {
  apply: (log, arrival) => ({ ok: true, log: { ...log, arrival } }),
  purposes: () => [],
  audited: false,
  moments: [],
  wants: [],
};
