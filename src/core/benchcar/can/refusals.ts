/** Negative answers of ISO 14229-1 that a module here gives, with what each says in plain words. */
export const refusals = {
  serviceNotSupported: { code: 0x11, words: 'It has no such service' },
  subFunctionNotSupported: { code: 0x12, words: 'It has no such sub-function' },
  lengthOrFormat: { code: 0x13, words: 'The message has the wrong length' },
  busyRepeat: { code: 0x21, words: 'Busy: ask again' },
  conditions: { code: 0x22, words: 'Something at the car is not as it must be' },
  sequence: { code: 0x24, words: 'Something has to be asked first' },
  outOfRange: { code: 0x31, words: 'It has nothing of this number, or takes no such value' },
  accessDenied: { code: 0x33, words: 'Locked: access has to be opened first' },
  invalidKey: { code: 0x35, words: 'The key does not fit its seed' },
  tooManyTries: { code: 0x36, words: 'Too many wrong keys: it shuts itself for a time' },
  delayRuns: { code: 0x37, words: 'It has shut itself: the time is not over' },
  writingFailed: { code: 0x72, words: 'It could not write it' },
  pending: { code: 0x78, words: 'Understood: the answer takes longer' },
  subFunctionNotInSession: { code: 0x7e, words: 'Not this sub-function in this session' },
  serviceNotInSession: { code: 0x7f, words: 'Not this service in this session' },
  voltageTooLow: { code: 0x93, words: 'The voltage is too low' },
} as const;
export type Refusal = keyof typeof refusals;

/** Refusals that are not given to a message for all modules at once: most of them would only say that they are not meant. */
export const silentToAll: ReadonlySet<Refusal> = new Set([
  'serviceNotSupported',
  'subFunctionNotSupported',
  'outOfRange',
  'subFunctionNotInSession',
  'serviceNotInSession',
]);

/** What a negative answer says; one that the standard knows and no module here gives is said by its number. */
export function refusalOf(code: number): { readonly name: string; readonly words: string } {
  const found = Object.entries(refusals).find(([, refusal]) => refusal.code === code);
  return found
    ? { name: found[0], words: found[1].words }
    : {
        name: 'other',
        words: `It refuses by the number ${code.toString(16).toUpperCase().padStart(2, '0')}`,
      };
}
