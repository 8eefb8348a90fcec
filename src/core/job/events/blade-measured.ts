import { type EventKind, refuse } from './event-kind';
import type { BladeMeasured } from './log';

/** A cut blade was measured and held against what was meant. */
export const bladeMeasured: EventKind<BladeMeasured> = {
  apply(log, made) {
    if (!log.cuts.some(({ cutId }) => cutId === made.cutId)) return refuse('There is no such blade.');
    return {
      ok: true,
      log: { ...log, measured: [...log.measured.filter(({ cutId }) => cutId !== made.cutId), made] },
    };
  },
  purposes: () => [],
  audited: false,
  moments: [],
  wants: [],
};
