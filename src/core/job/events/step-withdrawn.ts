import { type EventKind, refuse } from './event-kind';

/** The last step was recorded by mistake. */
export interface StepWithdrawn {
  readonly tryId: string;
}

export const stepWithdrawn: EventKind<StepWithdrawn> = {
  apply(log, { tryId }) {
    const { tries } = log.pellet;
    return tries.at(-1)?.tryId === tryId
      ? { ok: true, log: { ...log, pellet: { ...log.pellet, tries: tries.slice(0, -1) } } }
      : refuse('Only the last step can be undone.');
  },
  purposes: () => ['huntPellet'],
  audited: false,
  moments: [],
  wants: [],
};
