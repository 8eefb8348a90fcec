import { nodeAt } from '../run-log';
import { type RunEventKind, refuse, type Timed } from './run-event-kind';

const timed: ReadonlySet<string> = new Set(['hold', 'pace', 'window', 'wait']);

/** A timed step or a wait began. Begun once more it counts from anew; a wait goes on as it began. */
export const begun: RunEventKind<{ readonly node: string } & Timed> = {
  apply(log, { node, atMs }, { bound }) {
    const at = nodeAt(bound, log);
    if (!at || at.id !== node || log.walk.search) return refuse('This step is not at hand.');
    if (!timed.has(at.step.kind)) return refuse('This step has no time of its own.');
    if (at.step.kind === 'wait' && log.begun?.node === node) return refuse('This wait has begun already.');
    return { ok: true, log: { ...log, begun: { node, atMs } } };
  },
  purposes: () => [],
  gated: false,
  audited: () => false,
};
