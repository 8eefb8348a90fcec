import { type EventKind, refuse } from './event-kind';
import type { RemoteWritten } from './log';

/** A universal remote was written for the car at the bench, and read back. Nothing of the car is in it: a profile opens none. */
export const remoteWritten: EventKind<RemoteWritten> = {
  apply(log, written) {
    if (Number.isNaN(written.at.getTime())) return refuse('When was it written?');
    return { ok: true, log: { ...log, remotes: [...log.remotes, written] } };
  },
  purposes: () => ['repair'],
  happenedAt: ({ at }) => at,
  audited: false,
  moments: ['at'],
  wants: [],
};

/** How a written remote stands: done; read back otherwise; written for another remote than the car's, since the car was corrected. */
export type WrittenState = 'done' | 'otherwise' | 'otherCar';

/** @param remote the article of the car's own as it is known now; null where it has none */
export function writtenState(
  written: Pick<RemoteWritten, 'remote' | 'profile' | 'readBack'>,
  remote: string | null,
): WrittenState {
  if (written.remote !== remote) return 'otherCar';
  return written.readBack === written.profile ? 'done' : 'otherwise';
}
