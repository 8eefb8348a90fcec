/** How sure it is to be that what is brought serves the car, where nothing else is chosen. */
export const usualCertainty = 0.95;

/** What one candidate needs: of each inner list one article, the first being the library's own and the rest its equivalents. */
export interface Need {
  readonly probability: number;
  readonly articles: readonly (readonly string[])[];
}

export interface ArticleOnHand {
  readonly article: string;
  /** Whether the van has it. */
  readonly inVan: boolean;
  /** What it costs where it must be bought. */
  readonly costMinor: number;
}

export interface BringList {
  readonly articles: readonly string[];
  readonly toBuy: readonly string[];
  /** The probability that the car turns out to be one that these articles serve. */
  readonly served: number;
  readonly costMinor: number;
  /** Whether no better list exists; else how many articles any list needs at least. */
  readonly exact: boolean;
  readonly atLeast: number;
}

const exactUpTo = 24;

/**
 * The articles to bring so that with probability `atLeastServed` the car is served, by fewest to buy, then fewest in all,
 * then lowest cost. Exact by branch and bound up to 24 articles, beyond that greedy with a bound.
 * @returns undefined where no set of articles reaches the probability
 */
export function whatToBring(
  needs: readonly Need[],
  onHand: readonly ArticleOnHand[],
  atLeastServed: number,
): BringList | undefined {
  const articles = onHand.filter(({ article }) =>
    needs.some((need) => need.articles.some((one) => one.includes(article))),
  );
  const at = new Map(articles.map(({ article }, index) => [article, index]));
  const problem: Problem = {
    articles,
    needs: needs.map(({ probability, articles: groups }) => ({
      probability,
      groups: groups.map((group) => group.flatMap((article) => at.get(article) ?? [])),
    })),
    target: atLeastServed - 1e-9,
  };
  if (servedBy(problem, () => true) < problem.target) return undefined;
  const exact = articles.length <= exactUpTo;
  const taken = exact ? searchAll(problem) : greedy(problem);
  const chosen = articles.filter((_, index) => taken[index]);
  return {
    articles: chosen.map(({ article }) => article),
    toBuy: chosen.filter(({ inVan }) => !inVan).map(({ article }) => article),
    served: servedBy(problem, (index) => taken[index] === true),
    costMinor: chosen.reduce((sum, { inVan, costMinor }) => sum + (inVan ? 0 : costMinor), 0),
    exact,
    atLeast: exact ? chosen.length : mandatory(problem),
  };
}

interface Problem {
  readonly articles: readonly ArticleOnHand[];
  readonly needs: readonly {
    readonly probability: number;
    readonly groups: readonly (readonly number[])[];
  }[];
  readonly target: number;
}

function servedBy({ needs }: Problem, has: (article: number) => boolean): number {
  return needs.reduce(
    (sum, { probability, groups }) => (groups.every((group) => group.some(has)) ? sum + probability : sum),
    0,
  );
}

type Cost = readonly [toBuy: number, all: number, costMinor: number];

function isLess(a: Cost, b: Cost): boolean {
  if (a[0] !== b[0]) return a[0] < b[0];
  if (a[1] !== b[1]) return a[1] < b[1];
  return a[2] < b[2];
}

function plus(cost: Cost, { inVan, costMinor }: ArticleOnHand): Cost {
  return [cost[0] + (inVan ? 0 : 1), cost[1] + 1, cost[2] + (inVan ? 0 : costMinor)];
}

/** Depth first over leaving an article out and taking it, cut off where what is left cannot serve enough or cost less. */
function searchAll(problem: Problem): boolean[] {
  const { articles } = problem;
  const taken: boolean[] = new Array(articles.length).fill(false);
  let best: { cost: Cost; taken: boolean[] } | undefined;
  const search = (depth: number, cost: Cost): void => {
    if (best && !isLess(cost, best.cost)) return;
    const now = servedBy(problem, (index) => index < depth && taken[index] === true);
    if (now >= problem.target) {
      best = { cost, taken: taken.map((value, index) => index < depth && value) };
      return;
    }
    if (servedBy(problem, (index) => index >= depth || taken[index] === true) < problem.target) return;
    const article = articles[depth];
    if (!article) return;
    taken[depth] = true;
    search(depth + 1, plus(cost, article));
    taken[depth] = false;
    search(depth + 1, cost);
  };
  search(0, [0, 0, 0]);
  return best?.taken ?? taken;
}

/** Serves the candidate that brings most probability for each article still missing, until enough is served. */
function greedy(problem: Problem): boolean[] {
  const taken: boolean[] = new Array(problem.articles.length).fill(false);
  const has = (index: number) => taken[index] === true;
  const price = (index: number) => (problem.articles[index]?.inVan ? 0.01 : 1);
  while (servedBy(problem, has) < problem.target) {
    let best: { worth: number; missing: readonly number[] } | undefined;
    for (const { probability, groups } of problem.needs) {
      const open = groups.filter((group) => !group.some(has));
      if (open.length === 0 || open.some((group) => group.length === 0)) continue;
      const missing = open.map((group) =>
        group.reduce((cheapest, index) => (price(index) < price(cheapest) ? index : cheapest)),
      );
      const worth = probability / missing.reduce((sum, index) => sum + price(index), 0);
      if (!best || worth > best.worth) best = { worth, missing };
    }
    if (!best) break;
    for (const index of best.missing) taken[index] = true;
  }
  return taken;
}

/** Articles without which too little can be served: every list holds at least these. */
function mandatory(problem: Problem): number {
  return problem.articles.filter((_, left) => servedBy(problem, (index) => index !== left) < problem.target)
    .length;
}

/** Where an article comes from. */
export interface Brought {
  readonly article: string;
  readonly inVan: boolean;
  /** Where else it lies: another van or the workshop. */
  readonly elsewhere: readonly string[];
  readonly lowestMinor: number | undefined;
}

export interface WhatToBring extends Omit<BringList, 'articles'> {
  readonly atLeastServed: number;
  readonly list: readonly Brought[];
}
