import { buttonWords } from '@/core/catalogue/button-words';

/**
 * What the customer does without, in his words; null where nothing is lost.
 * @param lost functions of the car's own remote that the offered key lacks
 * @param functions all of them
 */
export function lostSays(lost: readonly string[], functions: readonly string[]): string | null {
  if (lost.length === 0) return null;
  if (functions.length > 0 && functions.every((one) => lost.includes(one)))
    return 'It has no buttons: the doors are locked and unlocked with the blade.';
  return `You do without: ${lost.map(buttonWords).join(', ')}.`;
}

/** Whether one key does all that another does, and more. */
export function isFuller(lost: readonly string[], than: readonly string[]): boolean {
  return lost.length < than.length && losesNoMore(lost, than);
}

/** Whether one key lacks nothing that another has. */
export function losesNoMore(lost: readonly string[], than: readonly string[]): boolean {
  return lost.every((one) => than.includes(one));
}
