/** In what state an article lies on the shelf. */
export const stockStates = ['new', 'reset, proved', 'used, not proved reset', 'faulty'] as const;
export type StockState = (typeof stockStates)[number];

/** Why a stock changed. */
export const movementReasons = {
  opening: 'Opening stock',
  arrived: 'Arrived',
  used: 'Used on a job',
  moved: 'Moved',
  returned: 'Returned',
  counted: 'Counted',
  scrapped: 'Scrapped',
} as const;
export type MovementReason = keyof typeof movementReasons;

/** Made for the make of the car, or for the trade. */
export const stockGrades = { original: 'original', aftermarket: 'aftermarket' } as const;
export type StockGrade = keyof typeof stockGrades;

export interface StockLine {
  readonly article: string;
  readonly state: StockState;
  readonly grade: StockGrade;
  /** The van's name; null is the workshop. */
  readonly place: string | null;
  readonly quantity: number;
}

/** A piece of stock: where it lay and what it was. */
export interface Piece {
  /** Null is the workshop. */
  readonly vanId: string | null;
  readonly article: string;
  readonly state: StockState;
  readonly grade: StockGrade;
}

/** Whether two pieces are of one pile. */
export function samePiece(a: Piece, b: Piece): boolean {
  return a.vanId === b.vanId && a.article === b.article && a.state === b.state && a.grade === b.grade;
}

/** Whether an article in this state can be made into a key as it is. */
export function isReady(state: StockState): boolean {
  return state === 'new' || state === 'reset, proved';
}

/** What a person says happened: 'arrived 5', 'counted 3', 'moved 2'. */
export interface ToldMovement {
  readonly reason: Exclude<MovementReason, 'opening'>;
  /** Pieces moved; for a count the pieces that lie there now. */
  readonly pieces: number;
}

/**
 * By how much a stock changes at the place told.
 * @param lies what the ledger says lies there
 * @returns a signed number of pieces, or why it cannot be
 * @example changeOf({ reason: 'counted', pieces: 3 }, 5) // { ok: true, change: -2 }
 */
export function changeOf(
  { reason, pieces }: ToldMovement,
  lies: number,
): { readonly ok: true; readonly change: number } | { readonly ok: false; readonly reason: string } {
  if (!Number.isInteger(pieces) || pieces < 0) return { ok: false, reason: 'A whole number of pieces.' };
  if (reason === 'counted')
    return pieces === lies
      ? { ok: false, reason: `${lies} lie there already: nothing changes.` }
      : { ok: true, change: pieces - lies };
  if (pieces === 0) return { ok: false, reason: 'At least one piece.' };
  if (reason === 'arrived' || reason === 'returned') return { ok: true, change: pieces };
  return pieces > lies
    ? { ok: false, reason: lies === 0 ? 'None lie there.' : `Only ${lies} lie there.` }
    : { ok: true, change: -pieces };
}
