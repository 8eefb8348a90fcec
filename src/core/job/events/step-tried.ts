import { type StepTried, shutUntil } from '@/core/pellet/hunt-state';
import { type EventKind, refuse } from './event-kind';

/** A step of the ladder was tried in the car. */
export const stepTried: EventKind<StepTried> = {
  apply(log, made) {
    const { tries, wireSound } = log.pellet;
    if (Number.isNaN(made.at.getTime())) return refuse('When was it tried?');
    if (wireSound === null)
      return refuse('Rule out a broken wire in the column first: it looks the same as a wrong step.');
    if (!wireSound)
      return refuse('The wire in the column is broken: no step would start the car. Mend it first.');
    if (tries.some(({ started }) => started)) return refuse('The step is found already.');
    if (tries.some(({ tryId, step }) => tryId === made.tryId || step === made.step))
      return refuse('This step was tried already.');
    return { ok: true, log: { ...log, pellet: { ...log.pellet, tries: [...tries, made] } } };
  },
  purposes: () => ['huntPellet'],
  happenedAt: ({ at }) => at,
  refusal({ at, step }, { ladder }, { pellet }) {
    if (!ladder) return 'The library has no ladder for the pellet of this car.';
    if (!ladder.steps.some((one) => one.step === step)) return `The ladder of this car has no step ${step}.`;
    const shut = shutUntil(pellet.tries, ladder.lockoutSeconds);
    return shut && at < shut
      ? 'The car is still shut after the last wrong step: a try before that tells nothing, and may begin the wait anew.'
      : undefined;
  },
  audited: false,
  moments: ['at'],
  wants: ['ladder'],
};
