import type { Application } from '@/core/catalogue/application';
import type { Correction, Lexicon } from '@/core/identify/line/reading';
import { fold } from '@/core/identify/line/tokens';
import { type Candidate, rankCandidates } from '@/core/identify/posterior';
import type { Actor } from '@/core/kinds/actor';
import { findSimilarNames, listApplications, readLexicon } from '@/data/catalogue';
import { getShopOrThrow } from '@/data/shop';
import type { CandidatesInput, WordsInput } from '@/inputs/job-inputs';
import { database } from './database';

/** The names a line is read against. */
export function readNames(_actor: Actor): Promise<Lexicon> {
  return readLexicon(database());
}

/** What misspelt make and model words stand for. */
export async function correctWords(_actor: Actor, { words }: WordsInput): Promise<Correction[]> {
  const folded = words.map(fold).filter((word) => /^[\p{L}]+$/u.test(word));
  return folded.length === 0 ? [] : findSimilarNames(database(), folded);
}

/** The library's rows for a model, ranked by what is known of the car. */
export async function rankCars(_actor: Actor, facts: CandidatesInput): Promise<Candidate[]> {
  const shop = await getShopOrThrow(database());
  const applications: Application[] = await listApplications(database(), facts.modelId);
  return rankCandidates(applications, {
    year: facts.year ?? undefined,
    ignition: facts.ignition ?? undefined,
    market: facts.market ?? undefined,
    shopMarket: shop.market,
  });
}
