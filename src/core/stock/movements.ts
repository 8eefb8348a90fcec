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

export interface StockLine {
  readonly article: string;
  readonly state: StockState;
  /** The van's name; null is the workshop. */
  readonly place: string | null;
  readonly quantity: number;
}

/** Whether an article in this state can be made into a key as it is. */
export function isReady(state: StockState): boolean {
  return state === 'new' || state === 'reset, proved';
}
