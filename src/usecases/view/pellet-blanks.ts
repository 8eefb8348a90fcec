import type { Application } from '@/core/catalogue/application';
import { withStep } from '@/core/catalogue/stepped-article';
import { knownStep } from '@/core/job/events/log';
import type { Job } from '@/core/job/job';
import { type Ladder, stepsFor, withReplacements } from '@/core/pellet/ladder';
import type { StockPiece, SupplierPrice } from '@/core/supply/supplier-prices';

/** How likely each step is what a key of this car takes; null where it has no pellet. */
export type StepsOf = (
  application: Application,
) => readonly { readonly step: number; readonly probability: number }[] | null;

/** By the ladders of the platforms and what the job has measured or hunted so far. */
export function stepsOf(
  ladders: ReadonlyMap<string, Ladder>,
  { call, log }: Pick<Job, 'call' | 'log'>,
): StepsOf {
  const year = call.yearTo === null ? call.year : null;
  const known = knownStep(log.pellet);
  const tried = new Set(log.pellet.tries.filter(({ started }) => !started).map(({ step }) => step));
  return ({ platformId, keyway }) => {
    const ladder = ladders.get(platformId);
    if (!ladder) return null;
    if (known !== null) return [{ step: known, probability: 1 }];
    const steps = stepsFor(ladder, { year, profile: keyway.profile });
    const { reading } = log.pellet;
    const likely =
      reading && reading.ohms !== null
        ? withReplacements(steps, reading.steps, year)
        : steps.map(({ step }) => ({ step, probability: 1 / steps.length }));
    const open = likely.filter(({ step, probability }) => probability > 0 && !tried.has(step));
    const sum = open.reduce((all, { probability }) => all + probability, 0) || 1;
    return open.map(({ step, probability }) => ({ step, probability: probability / sum }));
  };
}

/** The blanks with pellets that an application may take, the likeliest first; none where it has no pellet. */
export function steppedBlanks(application: Application, of: StepsOf): string[] {
  return [...(of(application) ?? [])]
    .sort((a, b) => b.probability - a.probability || a.step - b.step)
    .map(({ step }) => withStep(application.blank, step));
}

/**
 * A blank whose step is not known yet lies in the van where every step that may be wanted does: as many as of the scarcest.
 * @param blanks the blank with each of these steps
 */
export function unsteppedPieces(
  blank: string,
  blanks: readonly string[],
  stock: readonly StockPiece[],
): StockPiece[] {
  const own = blanks.map((article) => stock.filter((piece) => piece.article === article));
  const [first] = own[0] ?? [];
  if (!first || own.some((pieces) => pieces.length === 0)) return [];
  const pieces = Math.min(...own.map((each) => each.reduce((sum, one) => sum + one.pieces, 0)));
  return [{ ...first, article: blank, pieces }];
}

/** A blank with a pellet costs what its blank does where a supplier does not price it by itself. */
export function steppedPrices(
  blank: string,
  stepped: string,
  prices: readonly SupplierPrice[],
): SupplierPrice[] {
  const own = new Set(prices.filter(({ article }) => article === stepped).map(({ supplier }) => supplier));
  return prices
    .filter(({ article, supplier }) => article === blank && !own.has(supplier))
    .map((price) => ({ ...price, article: stepped }));
}
