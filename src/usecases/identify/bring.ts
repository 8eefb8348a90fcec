import { compareRemotes } from '@/core/catalogue/equivalents';
import { withoutStep, withStep } from '@/core/catalogue/stepped-article';
import type { Candidate } from '@/core/identify/posterior';
import { type Need, type WhatToBring, whatToBring } from '@/core/identify/what-to-bring';
import { isReady } from '@/core/supply/movements';
import { listEquals, listLowestPrices, listRemotes } from '@/data/article-facts';
import type { Db } from '@/data/db';
import { listStock } from '@/data/stock';
import type { StepsOf } from '../view/pellet-blanks';

/** Candidates below this are not prepared for. */
const leastLikely = 0.002;

/**
 * The articles to take along so that the car is served with the certainty asked for: fewest to buy first, what the van
 * has before anything else. Equals stand in for a remote.
 */
export async function readWhatToBring(
  db: Db,
  candidates: readonly Candidate[],
  {
    atLeastServed,
    vanId,
    day,
    steps,
  }: { atLeastServed: number; vanId: string | undefined; day: string; steps: StepsOf },
): Promise<WhatToBring | undefined> {
  const likely = candidates.filter(({ probability }) => probability >= leastLikely);
  const remotes = [...new Set(likely.flatMap(({ application }) => application.remote?.article ?? []))];
  const [own, equivalents, lying] = await Promise.all([
    listRemotes(db, remotes),
    listEquals(db, remotes),
    listStock(db),
  ]);
  // Only an equal that differs in nothing that must match can be taken along in place of the remote.
  const standIns = (article: string) => {
    const remote = own.find((one) => one.article === article);
    return equivalents
      .filter(
        (equal) => equal.equalOf === article && remote && compareRemotes(remote, equal).differs.length === 0,
      )
      .map((equal) => equal.article);
  };
  const needs = likely.flatMap(({ application, probability }): Need[] => {
    const { blank, chip, remote } = application;
    const electronics = remote
      ? [[remote.article, ...standIns(remote.article)]]
      : chip
        ? [[chip.article]]
        : [];
    // A pellet's blank is brought with each step that may be wanted.
    const stepped = steps(application);
    return stepped
      ? stepped.map(({ step, probability: share }) => ({
          probability: probability * share,
          articles: [[withStep(blank, step)], ...electronics],
        }))
      : [{ probability, articles: [[blank], ...electronics] }];
  });
  const articles = [...new Set(needs.flatMap(({ articles: groups }) => groups.flat()))];
  const stock = lying.filter(({ state, quantity }) => isReady(state) && quantity > 0);
  const prices = await listLowestPrices(db, [...new Set([...articles, ...articles.map(withoutStep)])], day);
  const onHand = articles
    .map((article) => ({
      article,
      inVan: stock.some((line) => line.article === article && line.vanId === vanId),
      costMinor: prices[article] ?? prices[withoutStep(article)] ?? 1_000_000,
    }))
    // What the van has and what costs least comes first, so that the search meets good lists early.
    .sort((a, b) => Number(b.inVan) - Number(a.inVan) || a.costMinor - b.costMinor);
  const list = whatToBring(needs, onHand, atLeastServed);
  if (!list) return undefined;
  const { articles: chosen, ...rest } = list;
  return {
    ...rest,
    atLeastServed,
    list: chosen.map((article) => ({
      article,
      inVan: !list.toBuy.includes(article),
      elsewhere: [
        ...new Set(
          stock
            .filter((line) => line.article === article && line.vanId !== vanId)
            .map(({ place }) => place ?? 'workshop'),
        ),
      ],
      lowestMinor: prices[article] ?? prices[withoutStep(article)],
    })),
  };
}
