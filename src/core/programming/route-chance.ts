import { type Chance, methodOf, type RouteKind, type RouteRecord } from './route';

/** How often a tool and a car do not talk at all, so that every way by the OBD socket fails. Stated; few jobs show it. */
export const noLinkChance = 0.04;

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

/**
 * How likely a route works when it is tried next: by the OBD socket, tool and car may not talk at all, and each way by the socket that has
 * failed makes that likelier.
 * @param failed chances of the ways by the socket that were tried and failed
 */
export function worksNext(kind: RouteKind, chance: number, failed: readonly number[]): number {
  if (!methodOf(kind)?.bySocket) return chance;
  const talks = failed.reduce((product, one) => product * (1 - one), 1 - noLinkChance);
  return (chance * talks) / (talks + noLinkChance);
}
