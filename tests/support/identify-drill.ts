import type { Application } from '@/core/catalogue/application';
import { type QuestionAnswer, withAnswer } from '@/core/identify/answer-facts';
import { buildIntervals, rangeOf } from '@/core/identify/build-time';
import {
  decisions,
  formatInterval,
  type NextRequest,
  nextQuestion,
  settledFrom,
} from '@/core/identify/next-question';
import { type CarFacts, foldBelow, rankCandidates } from '@/core/identify/posterior';
import { type QuestionKind, questionKinds } from '@/core/identify/question-kinds';
import { askingOf, everything, type Sight } from '@/core/identify/sight';
import { tellOf, tellValues } from '@/core/identify/tells';
import { pick, type Random, seededRandom } from '@/core/kinds/random';
import { worldApplications } from './applications';

const all = worldApplications();
const models = [...new Set(all.map(({ modelId }) => modelId))].map((modelId) =>
  all.filter((application) => application.modelId === modelId),
);

/** Route class and price class of the test: by platform, and by what the articles cost in steps of 25. */
function decisionOf({ blank, remote, platform, chip }: Application): string {
  const price = (remote ? 60 + remote.buttons * 12 : 20) + (chip ? 18 : 0);
  return [blank, remote?.article ?? '-', platform, `route of ${platform}`, Math.floor(price / 25)].join('|');
}

interface Car {
  readonly application: Application;
  /** Counted through: year × 12 + month from 0. */
  readonly built: number;
  readonly others: readonly Application[];
}

function drawCar(random: Random): Car {
  const others = pick(random, models, (list) => list.reduce((sum, { weight }) => sum + weight, 0));
  const application = pick(random, others, ({ weight, span, market }) => {
    const { from, to } = rangeOf(span);
    return weight * (to - from + 1) * (market === 'Meres' ? 0.9 : 0.05);
  });
  const { from, to } = rangeOf(application.span);
  return { application, built: from + Math.floor(random() * (to - from + 1)), others };
}

/** What the caller states, by the year kernel. */
function statedYear(random: Random, car: Car): number {
  const off = pick(random, [0, 1, -1, 2, -2], (by) => [0.75, 0.11, 0.014][Math.abs(by)] ?? 0);
  return Math.floor(car.built / 12) + off;
}

/** The answer a person at the car gives; with `falseShare` a wrong one. Undefined is 'cannot tell'. */
function answerOf(
  random: Random,
  car: Car,
  kind: QuestionKind,
  falseShare: number,
): QuestionAnswer | undefined {
  const wrong = random() < falseShare;
  if (kind === 'modelYear') {
    const year = Math.floor(car.built / 12) + (wrong ? pick(random, [-1, 1]) : 0);
    return { kind, value: String(year) };
  }
  if (kind === 'buildMonth') {
    const intervals = buildIntervals(car.others);
    const own = intervals.find(({ from, to }) => car.built >= from && car.built <= to);
    const told =
      wrong && intervals.length > 1
        ? pick(
            random,
            intervals.filter((one) => one !== own),
          )
        : own;
    return told && { kind, value: formatInterval(told) };
  }
  const values = tellValues(car.others, kind);
  const own = tellOf(car.application, kind);
  if (own === null) return undefined;
  return {
    kind,
    value:
      wrong && values.length > 1
        ? pick(
            random,
            values.filter((value) => value !== own),
          )
        : own,
  };
}

type Rule = (request: NextRequest) => QuestionKind | undefined;

export const bySeconds: Rule = (request) => {
  const step = nextQuestion(request);
  return step.kind === 'ask' ? step.question.kind : undefined;
};
/** The same rule without the division by seconds: every question counts as one. */
export const byGain: Rule = (request) =>
  bySeconds({
    ...request,
    asking: (kind) => ({ ...questionKinds[kind], seconds: 1 }),
  });
const order: readonly QuestionKind[] = [
  'chipMark',
  'frequency',
  'buttons',
  'board',
  'buildMonth',
  'ignition',
  'profile',
  'bladeWidth',
  'chipFamily',
  'market',
  'equipment',
  'madeMark',
  'modelYear',
];
/** Stops as the product does, and asks in the order of the catalogue's columns. */
export const fixedOrder: Rule = (request) => {
  if (nextQuestion(request).kind === 'stop') return undefined;
  return order.find((kind) => !request.closed.has(kind));
};
/** Stops as the product does, and asks what splits the candidates most evenly, whatever the labels mean. */
export const labelSplitting: Rule = (request) => {
  if (nextQuestion(request).kind === 'stop') return undefined;
  const likely = request.candidates.filter(({ probability }) => probability >= foldBelow);
  const evenness = (kind: QuestionKind) => {
    const groups = new Map<string, number>();
    for (const { application } of likely) {
      const label =
        kind === 'modelYear'
          ? String(application.span.from.year)
          : kind === 'buildMonth'
            ? String(rangeOf(application.span).from)
            : (tellOf(application, kind) ?? 'unknown');
      groups.set(label, (groups.get(label) ?? 0) + 1);
    }
    return -[...groups.values()].reduce((sum, count) => sum + (count / likely.length) ** 2, 0);
  };
  return order.filter((kind) => !request.closed.has(kind)).sort((a, b) => evenness(b) - evenness(a))[0];
};

export interface Run {
  readonly seconds: number;
  readonly questions: number;
  readonly right: boolean;
  readonly settled: boolean;
  readonly folded: boolean;
}

/** One car to its decision, by somebody who sees what `sight` says; what is told of memory is wrong as often as it is said to be. */
function identify(random: Random, car: Car, rule: Rule, falseShare: number, sight: Sight): Run {
  const asking = (kind: QuestionKind) => askingOf(kind, sight);
  let facts: CarFacts = { year: statedYear(random, car), shopMarket: 'Meres' };
  const closed = new Set<QuestionKind>();
  let [seconds, questions, folded] = [0, 0, false];
  for (;;) {
    const candidates = rankCandidates(car.others, facts);
    const own = candidates.find(({ application }) => application.id === car.application.id);
    folded ||= (own?.probability ?? 0) < foldBelow;
    const kind = rule({ candidates, facts, decisionOf, closed, asking });
    if (kind === undefined) {
      const [best] = decisions(candidates, decisionOf);
      return {
        seconds,
        questions,
        right: best?.key === decisionOf(car.application),
        settled: (best?.probability ?? 0) >= settledFrom,
        folded,
      };
    }
    closed.add(kind);
    const put = asking(kind);
    if (!put) throw new Error(`nobody there can answer: ${kind}`);
    seconds += put.seconds;
    questions += 1;
    const doubt = sight === everything ? falseShare : Math.max(falseShare, 1 - put.reliability);
    const given = answerOf(random, car, kind, doubt);
    if (!given) continue;
    const answer = { ...given, reliability: put.reliability };
    const next = withAnswer(facts, answer);
    if (!next.ok) throw new Error(`an answer of the test is refused: ${next.problems[0]?.message}`);
    facts = next.value;
  }
}

export function runs(rule: Rule, falseShare: number, count: number, sight: Sight = everything): Run[] {
  return Array.from({ length: count }, (_, at) => {
    const random = seededRandom(`car ${at}`);
    return identify(random, drawCar(random), rule, falseShare, sight);
  });
}

export const mean = (values: readonly number[]) =>
  values.reduce((sum, value) => sum + value, 0) / values.length;
export const share = (values: readonly boolean[]) => values.filter(Boolean).length / values.length;
