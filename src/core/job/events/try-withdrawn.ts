import { type EventKind, refuse } from './event-kind';

/** The last try of a sheet was recorded by mistake. */
export interface TryWithdrawn {
  readonly tryId: string;
}

export const tryWithdrawn: EventKind<TryWithdrawn> = {
  apply(log, { tryId }) {
    const made = log.tries.find((one) => one.tryId === tryId);
    if (!made) return refuse('There is no such try to undo.');
    const last = log.tries.findLast(({ sheetId }) => sheetId === made.sheetId);
    return last === made
      ? { ok: true, log: { ...log, tries: log.tries.filter((one) => one !== made) } }
      : refuse('Undo the later tries first.');
  },
  purposes: () => ['readLock'],
  gives: ({ tryId }, log) => log.tries.find((one) => one.tryId === tryId)?.piece ?? null,
  audited: false,
  moments: [],
  wants: [],
};
