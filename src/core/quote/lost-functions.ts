/** What a button does, for somebody who has never read its label; others are named as they stand. */
const words: Readonly<Record<string, string>> = {
  lock: 'locking from outside',
  unlock: 'unlocking from outside',
  boot: 'opening the boot from outside',
  panic: 'the panic alarm',
  start: 'starting the engine from outside',
  lights: 'switching the lights on from outside',
};

/**
 * What the customer does without, in his words; null where nothing is lost.
 * @param lost functions of the car's own remote that the offered key lacks
 * @param functions all of them
 */
export function lostSays(lost: readonly string[], functions: readonly string[]): string | null {
  if (lost.length === 0) return null;
  if (functions.length > 0 && functions.every((one) => lost.includes(one)))
    return 'It has no buttons: the doors are locked and unlocked with the blade.';
  const named = lost.map((one) => words[one] ?? `the button “${one}”`);
  return `You do without: ${named.join(', ')}.`;
}

/** Whether one key does all that another does, and more. */
export function isFuller(lost: readonly string[], than: readonly string[]): boolean {
  return lost.length < than.length && losesNoMore(lost, than);
}

/** Whether one key lacks nothing that another has. */
export function losesNoMore(lost: readonly string[], than: readonly string[]): boolean {
  return lost.every((one) => than.includes(one));
}
