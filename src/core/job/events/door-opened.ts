import { type EventKind, refuse } from './event-kind';
import type { DoorOpened } from './log';

export const doorOpened: EventKind<DoorOpened> = {
  apply(log, door) {
    if (Number.isNaN(door.at.getTime())) return refuse('When was it opened?');
    return { ok: true, log: { ...log, doors: [...log.doors, door] } };
  },
  purposes: ({ how }) => [how === 'lock' ? 'openLock' : 'openForPapers'],
  happenedAt: ({ at }) => at,
  refusal: ({ how }, { standing }) =>
    how === 'danger' && !standing.danger
      ? 'Declare at On site that somebody is in danger; it opens the door at once.'
      : undefined,
  audited: true,
  moments: ['at'],
  wants: [],
};
