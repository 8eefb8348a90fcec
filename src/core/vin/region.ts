export type Region =
  | 'Africa'
  | 'Asia'
  | 'Europe'
  | 'North America'
  | 'Oceania'
  | 'South America'
  | 'not assigned';

const order = 'ABCDEFGHJKLMNPRSTUVWXYZ1234567890';
/** First and last code of places 1 and 2 that the standard hands out, in the standard's order (A to Z, 1 to 9, 0). */
const assigned: readonly (readonly [from: string, to: string, region: Region])[] = [
  ['AA', 'AN', 'Africa'],
  ['BA', 'BR', 'Africa'],
  ['CA', 'CR', 'Africa'],
  ['DA', 'DR', 'Africa'],
  ['EA', 'EK', 'Africa'],
  ['FA', 'FK', 'Africa'],
  ['JA', 'R0', 'Asia'],
  ['SA', 'Z0', 'Europe'],
  ['1A', '50', 'North America'],
  ['6A', '6W', 'Oceania'],
  ['7A', '7E', 'Oceania'],
  ['8A', '82', 'South America'],
  ['9A', '99', 'South America'],
];

/**
 * The region of the maker by places 1 and 2 (ISO 3780, as ranges); `0` is handed out to nobody.
 * @param vin at least its first character; with the second unknown the whole range of the first counts
 * @returns undefined where the first place is unknown
 * @example regionOf('0H') // 'not assigned'
 */
export function regionOf(vin: string): Region | undefined {
  const [first, second] = [order.indexOf(vin[0] ?? '-'), order.indexOf(vin[1] ?? '-')];
  if (first < 0) return undefined;
  const rank = (code: string) => order.indexOf(code[0] ?? '') * order.length + order.indexOf(code[1] ?? '');
  const found = assigned.find(([from, to]) =>
    second < 0
      ? order.indexOf(from[0] ?? '') <= first && first <= order.indexOf(to[0] ?? '')
      : rank(from) <= first * order.length + second && first * order.length + second <= rank(to),
  );
  return found?.[2] ?? 'not assigned';
}
