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

/** How likely a route works when it is tried first: by the OBD socket, tool and car may not talk at all. */
export function worksFirst(kind: RouteKind, chance: number): number {
  return methodOf(kind)?.bySocket ? chance * (1 - noLinkChance) : chance;
}
