import type { FactKind } from '@/core/catalogue/fact-kinds';
import { joinNames } from '@/core/identify/line/join-names';
import type { Correction, Lexicon, Names } from '@/core/identify/line/reading';
import { fold } from '@/core/identify/line/tokens';
import type { Actor } from '@/core/kinds/actor';
import { findSimilarNames, listFactValues, readLexicon } from '@/data/catalogue';
import {
  findNames,
  listMakes,
  listMetModels,
  listModels,
  listPlaces,
  readNames as readNamesById,
} from '@/data/names';
import { together } from '@/data/together';
import type { NamesInput, WordsInput } from '@/inputs/job-inputs';
import { readAs } from '../asking/read-as';
import { withoutPlurals } from './read-line';

/** The names a line is read against, all of them. */
export function readNames(actor: Actor): Promise<Lexicon> {
  return readLexicon(readAs(actor));
}

/** Signs of the names that a page gets with itself, about. */
const mostSigns = 26_000;

/**
 * The names that the shop meets most: of the cars of its jobs first, then by the alphabet, as many as a page may carry; and
 * all places. Names that a page needs beside them are in it in any case.
 */
export async function readMetNames(
  actor: Actor,
  needed: { readonly makeId: string | null; readonly modelId: string | null } = {
    makeId: null,
    modelId: null,
  },
): Promise<Lexicon> {
  const [places, met, own] = await together(
    readAs(actor),
    (db) => listPlaces(db),
    (db) => listMetModels(db),
    (db) => readNamesById(db, needed.makeId ? [needed.makeId] : [], needed.modelId ? [needed.modelId] : []),
  );
  let left = mostSigns - JSON.stringify([places, own]).length;
  const makes = new Map(own.makes.map((make) => [make.id, make]));
  const models = new Map(own.models.map((model) => [model.id, model]));
  for (const { make, ...model } of met) {
    const fresh = [!makes.has(make.id) && make, !models.has(model.id) && model].filter(Boolean);
    left -= JSON.stringify(fresh).length;
    if (left < 0) break;
    makes.set(make.id, make);
    models.set(model.id, model);
  }
  return { places, makes: joinNames([...makes.values()]), models: joinNames([...models.values()]) };
}

/** Names that words may begin, all makes, or the models of one. */
export async function findNamesFor(actor: Actor, { words, makes, modelsOf }: NamesInput): Promise<Names> {
  const folded = words.map(fold);
  const [begun, all, own] = await together(
    readAs(actor),
    async (db) => (folded.length > 0 ? findNames(db, withoutPlurals(folded)) : none),
    async (db) => (makes ? { ...none, makes: await listMakes(db) } : none),
    async (db) => (modelsOf === null ? none : { ...none, models: await listModels(db, modelsOf) }),
  );
  return {
    makes: joinNames(begun.makes, all.makes),
    models: joinNames(begun.models, own.models),
  };
}

const none: Names = { makes: [], models: [] };

/** What misspelt make and model words stand for, with the names of these. */
export async function correctWords(
  actor: Actor,
  { words }: WordsInput,
): Promise<{ readonly corrections: readonly Correction[]; readonly names: Names }> {
  const folded = words.map(fold).filter((word) => /^[\p{L}]+$/u.test(word));
  const corrections = folded.length === 0 ? [] : await findSimilarNames(readAs(actor), folded);
  const idsOf = (kind: 'make' | 'model') => corrections.flatMap((one) => (one.kind === kind ? [one.id] : []));
  const names =
    corrections.length === 0 ? none : await readNamesById(readAs(actor), idsOf('make'), idsOf('model'));
  return { corrections, names };
}

/** What the library has for each kind of fact that is chosen from it. */
export function readFactChoices(actor: Actor): Promise<Partial<Record<FactKind, string[]>>> {
  return listFactValues(readAs(actor));
}
