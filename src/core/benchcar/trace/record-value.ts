/** Records whose bytes are secret. */
export const secretRecords: ReadonlySet<string> = new Set(['pin', 'keyData']);

/** A record's value in words: texts as they are, numbers as numbers. */
export function recordValue(holds: string | undefined, bytes: readonly number[]): string {
  const [first = 0, second = 0] = bytes;
  switch (holds) {
    case 'volts':
      return `${(((first << 8) | second) / 100).toFixed(1)} V`;
    case 'vin':
    case 'part':
    case 'systemType':
      return String.fromCharCode(...bytes);
    case 'progress':
      return `${['at rest', 'waiting', 'ready', 'awaiting a key', 'waiting for hands'][first] ?? first}, ${second} learned`;
    case 'keyRead':
      return (
        ['no key', 'a key it knows', 'a key it does not know', 'more than one key'][first] ?? String(first)
      );
    case 'ignition':
      return first === 0 ? 'off' : 'on';
    case 'menu':
      return first === 1 ? 'may add' : 'may not add';
    default:
      return String(first);
  }
}
