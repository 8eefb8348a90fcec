import type { Chance, RouteKind, RouteRecord } from './route';

/** What is stated counts like this many attempts. */
const strength = 10;

/**
 * The mean of a Beta distribution: the stated share counts like ten attempts, the shop's own attempts on the platform
 * count one each.
 * @example chanceOf('add', 0.9, [{ route: 'add', worked: 9, tried: 10 }]).value // 0.9
 */
export function chanceOf(kind: RouteKind, stated: number, record: readonly RouteRecord[]): Chance {
  const own = record.find(({ route }) => route === kind);
  const percent = `${Math.round(stated * 100)} %`;
  if (!own || own.tried === 0) return { value: stated, rests: `stated ${percent}, not tried here yet` };
  return {
    value: (stated * strength + own.worked) / (strength + own.tried),
    rests: `stated ${percent}, and ${own.worked} of ${own.tried} attempts here`,
  };
}
