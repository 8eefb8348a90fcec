/** What a button does, for somebody who has never read its label; others are named as they stand. */
const words: Readonly<Record<string, string>> = {
  lock: 'locking from outside',
  unlock: 'unlocking from outside',
  boot: 'opening the boot from outside',
  panic: 'the panic alarm',
  start: 'starting the engine from outside',
  lights: 'switching the lights on from outside',
};

/** A function of a remote in the customer's words. */
export function buttonWords(button: string): string {
  return words[button] ?? `the button “${button}”`;
}
