export interface ToldPrice {
  readonly totalMinor: number;
  readonly place: string | null;
  readonly unusualHour: boolean;
  /** Whether the shop got the job; null while it is open. */
  readonly won: boolean | null;
}

export interface GoingPrice {
  /** How near the offers are: of the same district and hour, the same hour, or any. */
  readonly near: 'districtAndHour' | 'hour' | 'any';
  readonly count: number;
  readonly lowMinor: number;
  readonly medianMinor: number;
  readonly highMinor: number;
  readonly won: number;
  readonly lost: number;
}

/** Fewer offers than this say little. */
const enough = 5;

/**
 * What others take for like jobs: of the same district and hour where there are enough, else of the hour, else of all.
 * Low and high leave out a tenth on either side.
 */
export function goingPrice(
  offers: readonly ToldPrice[],
  asked: { readonly place: string | null; readonly unusualHour: boolean },
): GoingPrice | undefined {
  const sameHour = offers.filter(({ unusualHour }) => unusualHour === asked.unusualHour);
  const samePlace = sameHour.filter(({ place }) => place !== null && place === asked.place);
  const [near, chosen]: [GoingPrice['near'], readonly ToldPrice[]] =
    samePlace.length >= enough
      ? ['districtAndHour', samePlace]
      : sameHour.length >= enough
        ? ['hour', sameHour]
        : ['any', offers];
  if (chosen.length === 0) return undefined;
  const sorted = chosen.map(({ totalMinor }) => totalMinor).sort((a, b) => a - b);
  return {
    near,
    count: sorted.length,
    lowMinor: at(sorted, 0.1),
    medianMinor: at(sorted, 0.5),
    highMinor: at(sorted, 0.9),
    won: chosen.filter(({ won }) => won === true).length,
    lost: chosen.filter(({ won }) => won === false).length,
  };
}

/** The value below which a share of them lie, to whole units, between neighbours by their distance. */
function at(sorted: readonly number[], share: number): number {
  const place = share * (sorted.length - 1);
  const low = sorted[Math.floor(place)] ?? 0;
  const high = sorted[Math.ceil(place)] ?? low;
  return Math.round(low + (high - low) * (place - Math.floor(place)));
}
