import type { Platform } from '@/core/catalogue/platform';
import { elsewhereKeys, isMissing, missingKeys, missingSays } from './key-count';
import type { KeySituation } from './keys';
import { isClone, learnsKey, makesKey, methodOf, type Route, type RouteKind } from './route';
import { totalMinutes } from './work-time';

/** What is chosen beside the route: keep or erase the missing keys, copy or learn, cut or program first. */
export const choiceQuestions = ['missing', 'copy', 'first'] as const;
export type ChoiceQuestion = (typeof choiceQuestions)[number];

export const choiceAnswers = {
  missing: { keep: 'Add, and tell', erase: 'Erase, and learn again' },
  copy: { clone: 'Clone', learn: 'Learn' },
  first: { cut: 'Cut first', program: 'Program first' },
} as const;
export type ChoiceAnswer<Question extends ChoiceQuestion = ChoiceQuestion> = Question extends ChoiceQuestion
  ? keyof (typeof choiceAnswers)[Question]
  : never;

export const choiceTitles: Record<ChoiceQuestion, string> = {
  missing: 'Missing keys',
  copy: 'Copy or learn',
  first: 'Cut or program first',
};

/** The shop's habits: as advised, or always one of the two. */
export type Habits = { readonly [Question in ChoiceQuestion]: ChoiceAnswer<Question> | 'advised' };

export interface ChoiceAdvice {
  readonly question: ChoiceQuestion;
  readonly advised: ChoiceAnswer;
  readonly why: string;
  /** What each answer means, in a sentence. */
  readonly consequences: Readonly<Record<string, string>>;
}

export interface ChoiceRequest {
  readonly platform: Platform;
  readonly situation: KeySituation;
  readonly routes: readonly Route[];
  /** The route taken, else the advised one. */
  readonly route: RouteKind | undefined;
  /** The first of the order of attempts. */
  readonly advised: RouteKind | undefined;
  readonly stolen: boolean;
  /** How sure the chip is, 0 to 1. */
  readonly chipCertainty: number;
  readonly habits: Habits;
}

/** Below this the chip is in doubt: a blank that turns out wrong should not be cut. */
const surelyTheChip = 0.9;

/** The choices that are open on this job, each with advice, reason and what both answers mean. */
export function adviseChoices(request: ChoiceRequest): ChoiceAdvice[] {
  return [keepOrErase(request), copyOrLearn(request), adviseFirst(request)].filter(
    (advice): advice is ChoiceAdvice => advice !== undefined,
  );
}

function feasible({ routes }: ChoiceRequest, which: (route: Route) => boolean): Route[] {
  return routes.filter((route) => route.verdict.feasible && route.time !== null && which(route));
}

function keepOrErase(request: ChoiceRequest): ChoiceAdvice | undefined {
  const { situation, stolen, habits } = request;
  const away = elsewhereKeys(situation);
  const missing = isMissing(situation);
  if (!missing && away === 0) return undefined;
  const erasing = feasible(request, ({ others, kind }) => others === 'erase' && !methodOf(kind)?.changesCar);
  const keeping = feasible(
    request,
    ({ others, kind }) => others === 'keep' && makesKey(kind) && kind !== 'noProgramming',
  );
  if (erasing.length === 0 || (keeping.length === 0 && away === 0)) return undefined;
  const consequences = {
    keep: [
      missing &&
        `${missingSays(missingKeys(situation), 'starts', 'start')} the car as before; the customer is told so.`,
      away > 0 &&
        `${away === 1 ? 'The key' : `The ${away} keys`} kept elsewhere stay${away === 1 ? 's' : ''} known.`,
      keeping.length === 0 &&
        'The van has no way that keeps them: bring them to be learned again, or leave it.',
    ]
      .filter(Boolean)
      .join(' '),
    erase: `No key that is not here starts the car any more${away > 0 ? `, ${away} kept elsewhere too` : ''}; each can be learned anew if found.`,
  };
  const advice = { question: 'missing', consequences } as const;
  if (stolen)
    return { ...advice, advised: 'erase', why: 'Keys were stolen: whoever has them can come back.' };
  if (habits.missing !== 'advised')
    return { ...advice, advised: habits.missing, why: 'The shop’s habit, set in Settings.' };
  const route = request.routes.find(({ kind }) => kind === request.route);
  return route?.others === 'erase'
    ? { ...advice, advised: 'erase', why: 'The way that is advised or taken erases them.' }
    : {
        ...advice,
        advised: 'keep',
        why: `The way that is advised or taken keeps them.${missing ? ' Ask: a lost key may be found by somebody who knows the car.' : ''}`,
      };
}

function copyOrLearn(request: ChoiceRequest): ChoiceAdvice | undefined {
  const { situation, habits } = request;
  const clones = feasible(request, ({ kind }) => isClone(kind));
  const learns = feasible(
    request,
    ({ kind, others }) => learnsKey(kind) && others === 'keep' && !methodOf(kind)?.atModule,
  );
  const [clone, learn] = [clones[0], learns[0]];
  if (!clone?.time || !learn?.time) return undefined;
  const consequences = {
    clone:
      'No slot, no PIN, the car untouched; two keys are one to the car, and remote functions are learned apart.',
    learn: 'A key of its own in a slot of its own; can be erased alone from the others.',
  };
  const advice = { question: 'copy', consequences } as const;
  // One page, one advice: what is said here is what the order of attempts begins with.
  const first = request.advised;
  if (first === undefined || !(isClone(first) || learnsKey(first))) return undefined;
  const advised = isClone(first) ? 'clone' : 'learn';
  if (habits.copy === advised) return { ...advice, advised, why: 'The shop’s habit, set in Settings.' };
  const { knownCount, maximum } = situation.memory;
  if (advised === 'clone' && typeof knownCount === 'number' && knownCount + situation.wanted > maximum)
    return { ...advice, advised, why: 'The memory is full; a copy takes no slot.' };
  const saved = Math.round(totalMinutes(learn.time, 'p50') - totalMinutes(clone.time, 'p50'));
  if (advised === 'learn')
    return {
      ...advice,
      advised,
      why: 'Costs less on average, and the new key can later be erased by itself.',
    };
  return {
    ...advice,
    advised,
    why:
      saved >= 1
        ? `Quicker by about ${saved} min, and the car is not touched.`
        : 'Costs less on average, and the car is not touched.',
  };
}

/** Cut or program first: follows from platform, route and chip alone. */
export function adviseFirst({
  platform,
  route,
  situation,
  chipCertainty,
  habits,
}: Pick<ChoiceRequest, 'platform' | 'route' | 'situation' | 'chipCertainty' | 'habits'>):
  | ChoiceAdvice
  | undefined {
  if (situation.wanted === 0 || route === undefined || !(learnsKey(route) || isClone(route)))
    return undefined;
  const turning = platform.methods.find(({ kind }) => kind === route)?.needsTurning ?? false;
  const consequences = {
    cut: 'The fit is proved before the memory is touched; a wrong chip spoils a cut blank.',
    program: 'A wrong chip shows while the blank is uncut; the fit is proved last.',
  };
  const advice = { question: 'first', consequences } as const;
  if (turning) return { ...advice, advised: 'cut', why: 'The key must turn to be learned.' };
  if (chipCertainty < surelyTheChip)
    return {
      ...advice,
      advised: 'program',
      why: `The chip is only ${Math.round(chipCertainty * 100)} % sure, and learning works without turning.`,
    };
  if (habits.first !== 'advised')
    return { ...advice, advised: habits.first, why: 'The shop’s habit, set in Settings.' };
  return { ...advice, advised: 'cut', why: 'The chip is sure; a blade that fits is worth proving first.' };
}
