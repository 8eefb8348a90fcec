import type { FactKind } from '@/core/catalogue/fact-kinds';
import type { Correction, Lexicon } from '@/core/identify/line/reading';
import { fold } from '@/core/identify/line/tokens';
import type { Actor } from '@/core/kinds/actor';
import { findSimilarNames, listFactValues, readLexicon } from '@/data/catalogue';
import type { WordsInput } from '@/inputs/job-inputs';
import { database } from '../database';

/** The names a line is read against. */
export function readNames(_actor: Actor): Promise<Lexicon> {
  return readLexicon(database());
}

/** What misspelt make and model words stand for. */
export async function correctWords(_actor: Actor, { words }: WordsInput): Promise<Correction[]> {
  const folded = words.map(fold).filter((word) => /^[\p{L}]+$/u.test(word));
  return folded.length === 0 ? [] : findSimilarNames(database(), folded);
}

/** What the library has for each kind of fact that is chosen from it. */
export function readFactChoices(_actor: Actor): Promise<Partial<Record<FactKind, string[]>>> {
  return listFactValues(database());
}
