import { learnTags } from '@/core/procedure/run/run';
import type { Piece } from '@/core/supply/movements';
import type { RunLog } from '../run-log';
import { type RunEventKind, type RunGround, refuse, type Timed } from './run-event-kind';

/** Where a key that is about to be written came from; a piece of the stock is moved with it, once. */
export const keyTaken: RunEventKind<{ readonly tag: number; readonly piece: Piece | null } & Timed> = {
  apply(log, { tag, piece }, ground) {
    if (!isMade(log, tag, ground)) return refuse('This key is none of those made here.');
    if (log.pieces[tag]) return refuse(`It was said already where key ${tag} came from.`);
    return { ok: true, log: { ...log, pieces: { ...log.pieces, [tag]: { piece, spoiled: false } } } };
  },
  purposes: () => [],
  gated: false,
  audited: () => false,
};

/** A key is good for nothing any more: written wrongly, broken, bound for good. What it took of the stock stays used. */
export const keySpoiled: RunEventKind<{ readonly tag: number } & Timed> = {
  apply(log, { tag }, ground) {
    const taken = log.pieces[tag];
    if (!taken || !isMade(log, tag, ground)) return refuse('This key is none of those made here.');
    if (taken.spoiled) return refuse('It was said already.');
    if (log.walk.taken.includes(tag)) return refuse('The car took this key: it is not spoiled.');
    return { ok: true, log: { ...log, pieces: { ...log.pieces, [tag]: { ...taken, spoiled: true } } } };
  },
  purposes: () => [],
  gated: false,
  audited: () => false,
};

function isMade(log: RunLog, tag: number, { bound, basis }: RunGround): boolean {
  // A key that the car knew before and shall know again is the customer's.
  return learnTags(bound, log.walk).includes(tag) && !basis.plan.known.includes(tag);
}
