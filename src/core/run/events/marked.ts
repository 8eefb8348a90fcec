import type { Mark } from '../run-log';
import { type RunEventKind, refuse, type Timed } from './run-event-kind';

/** A mark at the step at hand: it changes nothing of the run, and is found again at its end, at Close and in the library. */
export const marked: RunEventKind<Omit<Mark, 'atMs'> & Timed> = {
  apply(log, { mark, node, words, volts, atMs }) {
    if ((mark === 'note' || mark === 'textWrong') && words.trim() === '') return refuse('Write what it is.');
    if ((mark === 'volts') !== (volts !== null)) return refuse('How many volts?');
    if (log.marks.length >= mostMarks) return refuse(`Up to ${mostMarks} marks in one run.`);
    return { ok: true, log: { ...log, marks: [...log.marks, { mark, node, words, volts, atMs }] } };
  },
  purposes: () => [],
  // Its words are held against the secrets of the job.
  gated: true,
  audited: () => false,
};

const mostMarks = 100;
