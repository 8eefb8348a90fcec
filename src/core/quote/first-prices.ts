import type { Application } from '@/core/catalogue/application';
import { withAnswer } from '@/core/identify/answer-facts';
import { type NextRequest, nextQuestion, type Question } from '@/core/identify/next-question';
import { type Candidate, foldBelow, rankCandidates } from '@/core/identify/posterior';
import { answerLabel } from '@/core/identify/question-words';
import { routeNames } from '@/core/programming/route';
import type { OptionKind } from './option-kinds';
import { firstOption } from './options';
import { type PriceRange, priceRange, widthOf } from './price-range';
import type { QuoteOption } from './quote';
import type { CarDecision } from './recommend';

/** A question that narrows the first price, and what it would be after each answer. */
export interface SettlingQuestion {
  readonly ask: string;
  readonly how: string;
  readonly answers: readonly { readonly label: string; readonly range: PriceRange }[];
}

/** What a call comes to while it is not known which car it is. */
export interface FirstPrices {
  /** How many cars are likely. */
  readonly cars: number;
  /** Of the option to say first. */
  readonly range: PriceRange;
  readonly options: Readonly<Partial<Record<OptionKind, PriceRange>>>;
  /** What all likely cars have in common: the way, the blank, the electronics. */
  readonly sure: readonly string[];
  /** Null where it is one price, or no question could narrow it. */
  readonly settledBy: SettlingQuestion | null;
}

type Asked = Pick<NextRequest, 'candidates' | 'facts' | 'closed'> & Required<Pick<NextRequest, 'asking'>>;

/** The first prices over all candidates that are not folded away; null where none has a price. */
export function firstPrices(
  asked: Asked,
  decided: (application: Application) => CarDecision,
): FirstPrices | null {
  const likely = asked.candidates.filter(({ probability }) => probability >= foldBelow);
  const range = rangeOf(likely, decided);
  if (!range) return null;
  return {
    cars: likely.length,
    range,
    options: optionRanges(likely, decided),
    sure: sureOf(likely, decided),
    settledBy: widthOf(range) === 0 ? null : settlingQuestion(asked, decided, widthOf(range)),
  };
}

/** What is said first: the range over the likely cars, else what the option to say first comes to; null where none has a price. */
export function firstRange(prices: FirstPrices | null, options: readonly QuoteOption[]): PriceRange | null {
  const first = firstOption(options);
  return prices?.range ?? (first ? { fromMinor: first.totalMinor, toMinor: first.totalMinor } : null);
}

function rangeOf(
  candidates: readonly Candidate[],
  decided: (application: Application) => CarDecision,
): PriceRange | null {
  return priceRange(
    candidates.flatMap(({ application, probability }) => {
      const { totalMinor } = decided(application);
      return totalMinor === undefined ? [] : [{ probability, totalMinor }];
    }),
  );
}

function optionRanges(
  candidates: readonly Candidate[],
  decided: (application: Application) => CarDecision,
): FirstPrices['options'] {
  const totals = new Map<OptionKind, { probability: number; totalMinor: number }[]>();
  for (const { application, probability } of candidates)
    for (const option of decided(application).options)
      if (option.available)
        totals.set(option.kind, [
          ...(totals.get(option.kind) ?? []),
          { probability, totalMinor: option.totalMinor },
        ]);
  return Object.fromEntries([...totals].map(([kind, all]) => [kind, priceRange(all) ?? undefined]));
}

function sureOf(
  candidates: readonly Candidate[],
  decided: (application: Application) => CarDecision,
): string[] {
  const words: readonly ((application: Application) => string | undefined)[] = [
    (application) => {
      const kind = decided(application).advice?.kind;
      return kind && routeNames[kind];
    },
    ({ keyway }) => `${keyway.name} blade`,
    ({ chip, remote }) => remote?.article ?? chip?.article ?? 'no chip',
  ];
  return words.flatMap((of) => {
    const [first, ...others] = new Set(candidates.map(({ application }) => of(application)));
    return first !== undefined && others.length === 0 ? [first] : [];
  });
}

/** In how many of the cases a question narrows the price, for it to be worth a caller's time. */
const narrowsIn = 0.5;

/**
 * Of the questions that can be put from here and more often than not narrow the price, the one after which the range is
 * narrowest on average; of equals the quicker. What is promised after an answer is reckoned as the answer itself will be.
 */
function settlingQuestion(
  asked: Asked,
  decided: (application: Application) => CarDecision,
  widthMinor: number,
): SettlingQuestion | null {
  const next = nextQuestion({
    ...asked,
    decisionOf: (application) => String(decided(application).totalMinor ?? 'no price'),
  });
  if (next.kind === 'stop') return null;
  const [best] = [next.question, ...next.others]
    .map((question) => ({ question, ranges: after(question, asked, decided) }))
    .filter(({ ranges }) => narrowed(ranges, widthMinor) > narrowsIn)
    .sort(
      (a, b) =>
        meanWidth(a.ranges) - meanWidth(b.ranges) || a.question.asking.seconds - b.question.asking.seconds,
    );
  if (!best) return null;
  const { kind, asking } = best.question;
  return {
    ask: asking.ask,
    how: asking.how,
    answers: withoutRepeats(best.ranges, byYear(kind) ? ' to ' : ' or '),
  };
}

/** What the price is after an answer, and how likely that answer is. */
interface Answered {
  readonly label: string;
  readonly chance: number;
  readonly range: PriceRange;
}

function after(
  { kind, answers, asking: { reliability } }: Question,
  { candidates, facts }: Asked,
  decided: (application: Application) => CarDecision,
): Answered[] {
  const applications = candidates.map(({ application }) => application);
  return answers.flatMap(({ value, label, chance }) => {
    const told = withAnswer(facts, { kind, value, reliability });
    const range =
      told.ok &&
      rangeOf(
        rankCandidates(applications, told.value).filter(({ probability }) => probability >= foldBelow),
        decided,
      );
    return range ? [{ label: byYear(kind) ? label : answerLabel(kind, value), chance, range }] : [];
  });
}

const byYear = (kind: Question['kind']) => kind === 'modelYear' || kind === 'buildMonth';

function meanWidth(answers: readonly Answered[]): number {
  return shareOf(answers, ({ range }) => widthOf(range));
}

/** The share of the cases in which the price is narrower after the answer. */
function narrowed(answers: readonly Answered[], widthMinor: number): number {
  return shareOf(answers, ({ range }) => (widthOf(range) < widthMinor ? 1 : 0));
}

function shareOf(answers: readonly Answered[], of: (answer: Answered) => number): number {
  const all = answers.reduce((sum, { chance }) => sum + chance, 0);
  return answers.reduce((sum, answer) => sum + answer.chance * of(answer), 0) / (all || 1);
}

/** Answers beside each other that leave the same prices as one: '1985 to 1998', 'dot or leaf'. */
function withoutRepeats(
  answers: SettlingQuestion['answers'],
  between: ' to ' | ' or ',
): SettlingQuestion['answers'] {
  const runs: { labels: string[]; range: PriceRange }[] = [];
  for (const { label, range } of answers) {
    const last = runs.at(-1);
    if (last?.range.fromMinor === range.fromMinor && last.range.toMinor === range.toMinor)
      last.labels.push(label);
    else runs.push({ labels: [label], range });
  }
  return runs.map(({ labels, range }) => {
    const [first = '', ...others] = labels;
    const last = others.at(-1);
    if (last === undefined) return { label: first, range };
    return {
      label: between === ' to ' ? `${first} to ${last}` : labels.join(between),
      range,
    };
  });
}
