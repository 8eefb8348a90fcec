import type { Piece } from '@/core/supply/movements';
import type { BladeCar } from '@/usecases/benches/blade-car';

/** A blank that the ledger does not know: the customer's, or one from elsewhere. */
export const notOfStock = 'notOfStock';

/** The piles a blank may come from, those promised to the job first. */
export function blankChoices({ blanks }: BladeCar): { readonly value: string; readonly label: string }[] {
  return [
    ...blanks.map(({ piece, place, lies, reserved }, at) => ({
      value: String(at),
      label: `${piece.article}, ${piece.grade}, ${place}: ${lies}${reserved > 0 ? `, ${reserved} kept for this job` : ''}`,
    })),
    { value: notOfStock, label: 'not from the shop’s stock' },
  ];
}

/** The piece behind a choice. */
export function pieceOf({ blanks }: BladeCar, choice: string): Piece | null {
  return blanks[Number(choice)]?.piece ?? null;
}
