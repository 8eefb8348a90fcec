import type { RunEnd } from '../run-log';
import { type RunEventKind, refuse, type Timed } from './run-event-kind';

/** A run is over: at an end of its procedure, or given up before. */
export const ended: RunEventKind<Pick<RunEnd, 'count' | 'reason' | 'systemType'> & Timed> = {
  apply(log, { count, reason, systemType, atMs }, { basis, bound }) {
    if (log.command) return refuse('A device was told to do something: first say what came of it.');
    if (systemType && !basis.systemTypes?.includes(systemType))
      return refuse('This platform has no such system type.');
    const type = systemType ? { systemType } : {};
    const end = bound.ends.get(log.walk.at);
    if (end?.kind === 'success' && !log.walk.search) {
      if (count === null)
        return refuse(
          basis.count === 'cannotSay'
            ? 'Say that this car cannot tell how many keys it knows.'
            : 'Ask the car how many keys it knows, or say that it cannot tell.',
        );
      return {
        ok: true,
        log: { ...log, begun: null, ended: { result: 'worked', count, reason, ...type, atMs } },
      };
    }
    const why = reason.trim() === '' ? (end?.say ?? '') : reason;
    if (why === '') return refuse('Say why it is given up.');
    const result = end ? 'failed' : 'stopped';
    return { ok: true, log: { ...log, begun: null, ended: { result, count, reason: why, atMs } } };
  },
  purposes: () => [],
  // It is an attempt of the job.
  gated: true,
  audited: () => true,
};
