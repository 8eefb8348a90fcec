import { nodeAt } from '../run-log';
import { type RunEventKind, refuse, type Timed } from './run-event-kind';

/** A PIN was entered into a tool or a car: one that is kept with the job, or one from the customer's papers. */
export const pinEntered: RunEventKind<{ readonly node: string; readonly secretId: string | null } & Timed> = {
  apply(log, { node, secretId }, { bound }) {
    const at = nodeAt(bound, log);
    if (!at || at.id !== node || log.walk.search) return refuse('This step is not at hand.');
    if (at.step.kind !== 'enter' || at.step.value !== 'pin') return refuse('No PIN is entered here.');
    if (log.entered?.node === node && log.entered.secretId === secretId)
      return refuse('It was said already that this PIN was entered.');
    const secretIds =
      secretId === null || log.secretIds.includes(secretId) ? log.secretIds : [...log.secretIds, secretId];
    return { ok: true, log: { ...log, entered: { node, secretId }, secretIds } };
  },
  purposes: () => ['seeSecret'],
  gated: true,
  refusal: ({ secretId }, { secretIds }) =>
    secretId === null || secretIds.has(secretId) ? undefined : 'This PIN is not kept with the job.',
  audited: () => true,
};
