import { formatBitting } from '@/core/catalogue/bitting';
import { type Decode, shiftedFrom } from './decode';
import { type FaceReadings, facesDiffer, roundedReadings } from './readings';
import type { Blade, Measure } from './spec';
import { type LengthUnit, lengthWords } from './unit';

/** Faces are named by letters. */
export const faceNames = ['A', 'B'] as const;

/** From here on wear is worth a word, and up to there hardly. */
const much: Record<Measure, { readonly from: number; readonly hardly: number }> = {
  mm: { from: 0.15, hardly: 0.05 },
  degrees: { from: 3, hardly: 1.5 },
};
/** A direction is said where it is so likely. */
const knownDirection = 0.8;

/** How the key looks, after its wear. */
export function wearWords({ wear, shift }: Decode, measure: Measure, unit: LengthUnit): string {
  if (shift.probability >= shiftedFrom) {
    const towards =
      shift.towardsTip >= knownDirection
        ? ' towards the tip'
        : shift.towardsTip <= 1 - knownDirection
          ? ' towards the bow'
          : '';
    const by = lengthWords(shift.mm, 'mm', unit);
    return `a copy of a copy: its cuts lie about ${by} off their spaces${towards}. Cut by the code, never by this key.`;
  }
  const { from, hardly } = much[measure];
  if (wear.tip >= from) return 'used long, not a copy of a copy.';
  return wear.tip <= hardly ? 'hardly worn.' : 'worn as keys are, not a copy of a copy.';
}

/**
 * The space to read again, why, and what it would settle: the one most in doubt, or else one that two faces read
 * differently. Null where neither is.
 */
export function readAgainWords(
  { readAgain }: Decode,
  faces: readonly FaceReadings[],
  measure: Measure,
  unit: LengthUnit,
): { readonly space: number; readonly words: string } | null {
  const differing = [...facesDiffer(faces, measure)].sort((a, b) => Math.abs(b.by) - Math.abs(a.by));
  const differ = readAgain ? differing.find(({ space }) => space === readAgain.space) : differing[0];
  const apart = differ && `the two faces differ by ${lengthWords(Math.abs(differ.by), measure, unit)}.`;
  if (!readAgain)
    return differ
      ? { space: differ.space, words: `${apart} It hardly changes the bitting: clean it, and be sure.` }
      : null;
  const { space, depths } = readAgain;
  const settles = depths.length > 1 ? ` It would settle ${depths[0]} against ${depths[1]}.` : '';
  const read = faces.some((readings) => typeof readings[space - 1] === 'number');
  const why = apart ?? (read ? 'it lies between two depths.' : 'nobody has read it yet.');
  return { space, words: `${why}${settles}` };
}

/** What cutting each space as it reads would make of the key, against the likeliest bitting; null where it is the same. */
export function roundingWords(
  blade: Blade,
  faces: readonly FaceReadings[],
  best: readonly number[],
): { readonly bitting: string; readonly words: string } | null {
  const rounded = roundedReadings(blade, faces);
  const read = rounded.flatMap((depth, space) =>
    depth === null ? [] : [{ depth, meant: best[space] ?? depth }],
  );
  const deep = read.filter(({ depth, meant }) => depth > meant).length;
  const shallow = read.filter(({ depth, meant }) => depth < meant).length;
  if (deep + shallow === 0) return null;
  const cuts = (count: number, how: string) =>
    count === 0 ? [] : [`${count} ${count === 1 ? 'cut' : 'cuts'} too ${how}`];
  const wrong = [...cuts(deep, 'deep'), ...cuts(shallow, 'shallow')].join(' and ');
  return {
    bitting: groupBitting(rounded.map((depth) => depth ?? 0)).replaceAll('0', '·'),
    words: `${wrong}, and it may not turn.`,
  };
}

/**
 * A bitting in groups of four, as it is read aloud.
 * @example groupBitting([1, 3, 2, 4, 2, 3]) // '1324 23'
 */
export function groupBitting(bitting: readonly number[]): string {
  const written = formatBitting(bitting);
  return written.includes('-') ? written : written.replace(/(.{4})(?=.)/g, '$1 ');
}
