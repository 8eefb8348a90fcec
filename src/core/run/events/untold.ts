import { isHarmless } from '../ask-car';
import { nodeAt } from '../run-log';
import { type RunEventKind, refuse, type Timed } from './run-event-kind';
import type { Seer } from './walked';

/**
 * A command was told, its answer was not seen, and it turned out not to have been done: it may be told again. The car says so, or the
 * tool that never sent it; a person's word is enough where a second time does no harm.
 */
export const untold: RunEventKind<{ readonly node: string; readonly by: Seer } & Timed> = {
  apply(log, { node, by }, { bound }) {
    const at = nodeAt(bound, log);
    if (log.command?.node !== node || at?.id !== node || at.step.kind !== 'command')
      return refuse('Nothing was told here.');
    if (by === 'person' && !isHarmless(at.step.command))
      return refuse('Ask the car first, or say what came of it: this is not told twice.');
    return { ok: true, log: { ...log, command: null, untold: node } };
  },
  purposes: () => [],
  gated: false,
  audited: () => false,
};
