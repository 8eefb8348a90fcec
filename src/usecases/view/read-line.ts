import { joinNames } from '@/core/identify/line/join-names';
import { parseLine } from '@/core/identify/line/parse-line';
import type { Lexicon, LineReading } from '@/core/identify/line/reading';
import { fold, nameWords } from '@/core/identify/line/tokens';
import type { LocalMoment } from '@/core/kinds/local-time';
import { findSimilarNames } from '@/data/catalogue';
import type { Db } from '@/data/db';
import { findNames, listPlaces, readNames } from '@/data/names';

/**
 * Reads a line against the names of the library that it could mean, so that a large library costs no more than a small
 * one. The same reading as against the whole lexicon.
 */
export async function readLine(
  db: Db,
  line: string,
  now: LocalMoment,
): Promise<{ readonly reading: LineReading; readonly lexicon: Lexicon }> {
  const lexicon = { ...(await findNames(db, withoutPlurals(nameWords(line)))), places: await listPlaces(db) };
  const reading = parseLine(line, lexicon, now);
  const maybe = reading.maybeNames.map(fold).filter((word) => /^[\p{L}]+$/u.test(word));
  if (maybe.length === 0) return { reading, lexicon };
  const corrections = await findSimilarNames(db, maybe);
  if (corrections.length === 0) return { reading, lexicon };
  const idsOf = (kind: 'make' | 'model') =>
    corrections.filter((correction) => correction.kind === kind).map(({ id }) => id);
  const more = await readNames(db, idsOf('make'), idsOf('model'));
  const wider: Lexicon = {
    makes: joinNames(lexicon.makes, more.makes),
    models: joinNames(lexicon.models, more.models),
    places: lexicon.places,
  };
  return { reading: parseLine(line, wider, now, corrections), lexicon: wider };
}

/** Words, and those that end in s without it: a plural or genitive s runs on from a name. */
export function withoutPlurals(words: readonly string[]): string[] {
  return [...new Set([...words, ...words.flatMap((word) => (word.endsWith('s') ? word.slice(0, -1) : []))])];
}
