import { type EventKind, refuse } from './event-kind';

/** A cut was recorded by mistake: its blank is whole. */
export interface CutWithdrawn {
  readonly cutId: string;
}

export const cutWithdrawn: EventKind<CutWithdrawn> = {
  apply(log, { cutId }) {
    if (!log.cuts.some((one) => one.cutId === cutId)) return refuse('There is no such blade to undo.');
    if (log.cuts.some(({ again }) => again === cutId)) return refuse('Undo what was cut on it later first.');
    const others = <Kept extends { readonly cutId: string }>(kept: readonly Kept[]) =>
      kept.filter((one) => one.cutId !== cutId);
    return {
      ok: true,
      log: {
        ...log,
        cuts: others(log.cuts),
        measured: others(log.measured),
        fits: others(log.fits),
      },
    };
  },
  purposes: () => ['cutInWorkshop'],
  gives: ({ cutId }, log) => log.cuts.find((one) => one.cutId === cutId)?.piece ?? null,
  audited: true,
  moments: [],
  wants: [],
};
