import { tryProblem } from '@/core/blade/progression/tries';
import { type EventKind, refuse } from './event-kind';
import { type LoggedTry, triesOf } from './log';

/** A bitting of a sheet was cut on a blank and tried in the lock. */
export const candidateTried: EventKind<LoggedTry> = {
  apply(log, made) {
    if (log.tries.some(({ tryId }) => tryId === made.tryId)) return refuse('This try is recorded already.');
    const before = triesOf(log, made.sheetId);
    const fresh = !before.some(({ blank }) => blank === made.blank);
    if (!fresh && made.piece !== null) return refuse(`Blank ${made.blank} was taken up before.`);
    // How many candidates and spaces there are is weighed with the sheet itself.
    const problem = tryProblem(Number.POSITIVE_INFINITY, Number.POSITIVE_INFINITY, before, made);
    return problem === undefined
      ? { ok: true, log: { ...log, tries: [...log.tries, made] } }
      : refuse(problem);
  },
  purposes: () => ['readLock', 'cutFromCode'],
  refusal(made, { sheets }, log) {
    const sheet = sheets.get(made.sheetId);
    return sheet
      ? tryProblem(sheet.candidates, sheet.spaces, triesOf(log, made.sheetId), made)
      : 'There is no such sheet on this job.';
  },
  takes: ({ piece }) => piece,
  audited: false,
  moments: [],
  wants: ['sheets'],
};
