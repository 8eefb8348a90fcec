import type { Application } from '@/core/catalogue/application';
import { entropyBits } from '@/core/kinds/entropy-bits';
import { formatSpan } from '@/core/kinds/year-span';
import { buildIntervals, type MonthRange, rangeOf, spanOf, wholeRange, yearMonthOf } from './build-time';
import {
  buildReliability,
  type Candidate,
  type CarFacts,
  foldBelow,
  monthWeight,
  observed,
} from './posterior';
import type { QuestionKind } from './question-kinds';
import { type Asking, askingOf, everything } from './sight';
import { type TellKind, tellKindNames, tellOf, tellValues } from './tells';
import { readAmong } from './year-kernel';

export interface Answer {
  /** As an observation holds it; months as `2019-05..2020-12`. */
  readonly value: string;
  readonly label: string;
  /** How likely this answer is, 0 to 1. */
  readonly chance: number;
  /** The leading decision after it, and its probability. */
  readonly leading: string;
  readonly leadingShare: number;
  /** How many decisions would be left with at least a twentieth each. */
  readonly leaves: number;
  /** Whether some candidate that is not folded away has it. */
  readonly fits: boolean;
}

export interface Question {
  readonly kind: QuestionKind;
  readonly asking: Asking;
  /** Expected fall of the entropy of the decision, in bits. */
  readonly gainBits: number;
  readonly answers: readonly Answer[];
}

export interface Decided {
  readonly key: string;
  readonly probability: number;
}

export type NextStep =
  | {
      readonly kind: 'ask';
      readonly question: Question;
      readonly others: readonly Question[];
      readonly leading: Decided;
    }
  | {
      readonly kind: 'stop';
      readonly why: 'settled' | 'nothingHelps' | 'noCandidates';
      readonly leading: Decided | undefined;
    };

export interface NextRequest {
  /** All candidates of the model, ranked with `facts`. */
  readonly candidates: readonly Candidate[];
  readonly facts: CarFacts;
  /** What would be made, ordered and charged: candidates with the same key need no telling apart. */
  readonly decisionOf: (application: Application) => string;
  /** Questions answered, skipped or that nobody could tell. */
  readonly closed: ReadonlySet<QuestionKind>;
  /** How a question can be put with what is there; null where nobody can answer it. As usual where it is missing. */
  readonly asking?: (kind: QuestionKind) => Asking | null;
}

/** The leading decision is settled from here on. */
export const settledFrom = 0.95;
/** Answers less likely than this are not worth asking for. */
const leastChance = 0.005;

/**
 * The question with the largest expected fall of the entropy of the decision per second of effort; or that it is
 * settled, or that no question and no pair of questions could change it or lift it over 0.95.
 */
export function nextQuestion(request: NextRequest): NextStep {
  const groups = groupsOf(request);
  const leading = leadingOf(groups.weights, groups);
  if (!leading) return { kind: 'stop', why: 'noCandidates', leading: undefined };
  if (leading.probability >= settledFrom) return { kind: 'stop', why: 'settled', leading };
  const open = openQuestions(request, groups);
  const questions = open
    .map((question) => measure(question, groups))
    .sort(
      (a, b) => b.gainBits / b.asking.seconds - a.gainBits / a.asking.seconds || (a.kind < b.kind ? -1 : 1),
    );
  const singles = questions.filter((question) => couldMatter(question.answers, leading.key));
  const useful = singles.length > 0 ? singles : pairMembers(open, groups, leading.key, questions);
  const [question, ...others] = useful.filter(({ gainBits }) => gainBits > 1e-9);
  if (!question) return { kind: 'stop', why: 'nothingHelps', leading };
  return { kind: 'ask', question, others, leading };
}

interface Groups {
  readonly applications: readonly Application[];
  /** Probability of each candidate. */
  readonly weights: readonly number[];
  /** The decision of each candidate, as an index into `keys`. */
  readonly groupOf: readonly number[];
  readonly keys: readonly string[];
}

function groupsOf({ candidates, decisionOf }: NextRequest): Groups {
  const keys: string[] = [];
  const groupOf = candidates.map(({ application }) => {
    const key = decisionOf(application);
    const at = keys.indexOf(key);
    return at < 0 ? keys.push(key) - 1 : at;
  });
  return {
    applications: candidates.map(({ application }) => application),
    weights: candidates.map(({ probability }) => probability),
    groupOf,
    keys,
  };
}

/** The decisions by falling probability. */
export function decisions(
  candidates: readonly Candidate[],
  decisionOf: (application: Application) => string,
): Decided[] {
  const sums = new Map<string, number>();
  for (const { application, probability } of candidates) {
    const key = decisionOf(application);
    sums.set(key, (sums.get(key) ?? 0) + probability);
  }
  return [...sums]
    .map(([key, probability]) => ({ key, probability }))
    .sort((a, b) => b.probability - a.probability || (a.key < b.key ? -1 : 1));
}

function sumGroups(weights: readonly number[], { groupOf, keys }: Groups): number[] {
  const sums = new Array<number>(keys.length).fill(0);
  for (let at = 0; at < weights.length; at += 1) {
    const group = groupOf[at] ?? 0;
    sums[group] = (sums[group] ?? 0) + (weights[at] ?? 0);
  }
  return sums;
}

function leadingOf(weights: readonly number[], groups: Groups): Decided | undefined {
  const sums = sumGroups(weights, groups);
  const total = sums.reduce((sum, weight) => sum + weight, 0);
  let best = -1;
  for (let at = 0; at < sums.length; at += 1) if (best < 0 || (sums[at] ?? 0) > (sums[best] ?? 0)) best = at;
  const key = groups.keys[best];
  return key === undefined || total === 0 ? undefined : { key, probability: (sums[best] ?? 0) / total };
}

/** A question with the likelihood of each answer for each candidate. */
interface Open {
  readonly kind: QuestionKind;
  readonly asking: Asking;
  readonly answers: readonly {
    readonly value: string;
    readonly label: string;
    readonly likelihoods: readonly number[];
    /** Which candidates have it. */
    readonly agrees: readonly boolean[];
  }[];
}

function openQuestions(request: NextRequest, { applications }: Groups): Open[] {
  // What can be answered is what any row of the model has: an answer counts here as it will count once it is given.
  const all = request.candidates.map(({ application }) => application);
  const asking = request.asking ?? ((kind: QuestionKind) => askingOf(kind, everything));
  const answersTo = (kind: QuestionKind, { reliability }: Asking): Open['answers'] => {
    if (kind === 'modelYear') return yearAnswers(applications, request.facts, all);
    if (kind === 'buildMonth') return buildAnswers(applications, request.facts, all);
    return tellAnswers(applications, kind, reliability, all);
  };
  return ([...tellKindNames, 'modelYear', 'buildMonth'] as const)
    .filter((kind) => !request.closed.has(kind))
    .flatMap((kind): Open[] => {
      const put = asking(kind);
      return put ? [{ kind, asking: put, answers: answersTo(kind, put) }] : [];
    })
    .filter(({ answers }) => answers.length > 1);
}

function tellAnswers(
  applications: readonly Application[],
  kind: TellKind,
  reliability: number,
  all: readonly Application[],
): Open['answers'] {
  const values = tellValues(all, kind);
  return values.map((value) => ({
    value,
    label: value,
    likelihoods: applications.map((application) => {
      const own = tellOf(application, kind);
      return own === null ? 1 / values.length : observed(own === value, reliability, values.length);
    }),
    agrees: applications.map((application) => tellOf(application, kind) === value),
  }));
}

/** P(month | candidate, what was said of the time so far), for each month of the whole range. */
function monthShares(applications: readonly Application[], facts: CarFacts, all: readonly Application[]) {
  const weigh = monthWeight(all, facts);
  return applications.map(({ span }) => {
    const range = rangeOf(span);
    const shares: (readonly [month: number, share: number])[] = [];
    let total = 0;
    for (let month = range.from; month <= range.to; month += 1) total += weigh(month);
    for (let month = range.from; month <= range.to; month += 1) {
      shares.push([month, total > 0 ? weigh(month) / total : 1 / (range.to - range.from + 1)]);
    }
    return shares;
  });
}

function yearAnswers(
  applications: readonly Application[],
  facts: CarFacts,
  all: readonly Application[],
): Open['answers'] {
  if (applications.length === 0) return [];
  const whole = wholeRange(all);
  const [first, last] = [Math.floor(whole.from / 12), Math.floor(whole.to / 12)];
  const byYear = monthShares(applications, facts, all).map((shares) => {
    const years = new Map<number, number>();
    for (const [month, share] of shares) {
      const year = Math.floor(month / 12);
      years.set(year, (years.get(year) ?? 0) + share);
    }
    return years;
  });
  const years = Array.from({ length: last - first + 1 }, (_, at) => first + at);
  return years.map((stated) => ({
    value: String(stated),
    label: String(stated),
    likelihoods: byYear.map((shares) => {
      let sum = 0;
      for (const [year, share] of shares) sum += share * readAmong(year, stated, first, last);
      return sum;
    }),
    agrees: byYear.map((shares) => shares.has(stated)),
  }));
}

function buildAnswers(
  applications: readonly Application[],
  facts: CarFacts,
  all: readonly Application[],
): Open['answers'] {
  const intervals = buildIntervals(all);
  const shares = monthShares(applications, facts, all);
  return intervals.map((interval) => ({
    value: formatInterval(interval),
    label: formatSpan(spanOf(interval.from, interval.to)),
    likelihoods: shares.map((months) =>
      months.reduce((sum, [month, share]) => {
        const inside = month >= interval.from && month <= interval.to;
        return sum + share * observed(inside, buildReliability, intervals.length);
      }, 0),
    ),
    agrees: shares.map((months) => months.some(([month]) => month >= interval.from && month <= interval.to)),
  }));
}

/** An interval of months as an answer holds it: `2019-05..2020-12`. */
export function formatInterval({ from, to }: MonthRange): string {
  const text = (month: number) => {
    const { year, month: of } = yearMonthOf(month);
    return `${year}-${String(of).padStart(2, '0')}`;
  };
  return `${text(from)}..${text(to)}`;
}

function after(weights: readonly number[], likelihoods: readonly number[]): number[] {
  return weights.map((weight, at) => weight * (likelihoods[at] ?? 0));
}

function measure(open: Open, groups: Groups): Question {
  const before = entropyBits(sumGroups(groups.weights, groups));
  let expected = 0;
  let total = 0;
  const answers: Answer[] = [];
  for (const { value, label, likelihoods, agrees } of open.answers) {
    const sums = sumGroups(after(groups.weights, likelihoods), groups);
    const chance = sums.reduce((sum, weight) => sum + weight, 0);
    expected += chance * entropyBits(sums);
    total += chance;
    if (chance === 0) continue;
    const best = sums.reduce((top, weight, at) => (weight > (sums[top] ?? 0) ? at : top), 0);
    answers.push({
      value,
      label,
      chance,
      leading: groups.keys[best] ?? '',
      leadingShare: (sums[best] ?? 0) / chance,
      leaves: sums.filter((weight) => weight / chance >= 0.05).length,
      fits: agrees.some((own, at) => own && (groups.weights[at] ?? 0) >= foldBelow),
    });
  }
  return {
    kind: open.kind,
    asking: open.asking,
    gainBits: Math.max(0, before - (total > 0 ? expected / total : before)),
    answers: answers.map((answer) => ({ ...answer, chance: answer.chance / total })),
  };
}

function couldMatter(answers: readonly Answer[], leading: string): boolean {
  return answers.some(
    (answer) =>
      answer.chance >= leastChance && (answer.leading !== leading || answer.leadingShare >= settledFrom),
  );
}

/** Questions of which two together could change the decision or settle it, where none alone could. */
function pairMembers(
  open: readonly Open[],
  groups: Groups,
  leading: string,
  measured: readonly Question[],
): Question[] {
  const members = new Set<QuestionKind>();
  for (const [at, first] of open.entries()) {
    for (const second of open.slice(at + 1)) {
      if (members.has(first.kind) && members.has(second.kind)) continue;
      if (!pairMatters(first, second, groups, leading)) continue;
      members.add(first.kind);
      members.add(second.kind);
    }
  }
  return measured.filter(({ kind }) => members.has(kind));
}

function pairMatters(first: Open, second: Open, groups: Groups, leading: string): boolean {
  for (const one of first.answers) {
    const weights = after(groups.weights, one.likelihoods);
    for (const two of second.answers) {
      const both = after(weights, two.likelihoods);
      const chance = both.reduce((sum, weight) => sum + weight, 0);
      if (chance < leastChance) continue;
      const best = leadingOf(both, groups);
      if (best && (best.key !== leading || best.probability >= settledFrom)) return true;
    }
  }
  return false;
}
