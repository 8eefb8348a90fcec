import { entropyBits } from '@/core/kinds/entropy-bits';
import type { Look } from './causes';

/** A cause with how likely it is now. */
export interface Likely {
  readonly cause: string;
  readonly probability: number;
}

export interface LookAnswer {
  readonly look: string;
  readonly answer: 'yes' | 'no' | 'cannotTell';
}

/** A look that is worth its time now. */
export interface NextLook {
  readonly look: Look;
  /** Expected fall of the entropy of the causes, in bits. */
  readonly gainBits: number;
}

/** Something else that nobody thought of, beside the causes that are named. */
const noneOfThem = 0.04;
/** The cause that has so much is worth mending without another look. */
export const surelyFrom = 0.9;
const nobody = '';

/**
 * How likely each cause is after what was looked for; those that were mended already are not behind it.
 * @param priors of the causes named at the observation, as shares of each other; a little is left for none of them
 */
export function likelyCauses(
  priors: readonly { readonly cause: string; readonly prior: number }[],
  looks: readonly Look[],
  looked: readonly LookAnswer[],
): readonly Likely[] {
  return weighed(priors, looks, looked).filter(({ cause }) => cause !== nobody);
}

/**
 * The look with the largest expected fall of the entropy of the causes for each second, as the next question of an identification is
 * chosen; undefined where none tells anything, or one cause is behind it almost surely.
 */
export function nextLook(
  priors: readonly { readonly cause: string; readonly prior: number }[],
  looks: readonly Look[],
  looked: readonly LookAnswer[],
): NextLook | undefined {
  const now = weighed(priors, looks, looked);
  if (now.some(({ cause, probability }) => cause !== nobody && probability >= surelyFrom)) return undefined;
  const open = looks.filter(({ name }) => !looked.some(({ look }) => look === name));
  const worth = open
    .map((look) => measure(look, now))
    .filter(({ gainBits }) => gainBits > 1e-6)
    .sort(
      (a, b) =>
        b.gainBits / b.look.seconds - a.gainBits / a.look.seconds || (a.look.name < b.look.name ? -1 : 1),
    );
  return worth[0];
}

function weighed(
  priors: readonly { readonly cause: string; readonly prior: number }[],
  looks: readonly Look[],
  looked: readonly LookAnswer[],
): readonly Likely[] {
  const all = priors.reduce((sum, { prior }) => sum + prior, 0);
  const start = [
    ...priors.map(({ cause, prior }) => ({ cause, probability: (prior / all) * (1 - noneOfThem) })),
    { cause: nobody, probability: noneOfThem },
  ];
  const after = looked.reduce((now, { look: name, answer }) => {
    const look = looks.find((one) => one.name === name);
    if (!look || answer === 'cannotTell') return now;
    return now.map(({ cause, probability }) => {
      const yes = yesOf(look, cause);
      return { cause, probability: probability * (answer === 'yes' ? yes : 1 - yes) };
    });
  }, start);
  const total = after.reduce((sum, { probability }) => sum + probability, 0);
  return after
    .map(({ cause, probability }) => ({ cause, probability: total === 0 ? 0 : probability / total }))
    .sort((a, b) => b.probability - a.probability || (a.cause < b.cause ? -1 : 1));
}

function measure(look: Look, now: readonly Likely[]): NextLook {
  const after = (told: (cause: string) => number) => {
    const shares = now.map(({ cause, probability }) => probability * told(cause));
    return shares.reduce((sum, share) => sum + share, 0) * entropyBits(shares);
  };
  const left = after((cause) => yesOf(look, cause)) + after((cause) => 1 - yesOf(look, cause));
  return { look, gainBits: entropyBits(now.map(({ probability }) => probability)) - left };
}

function yesOf({ tells, otherwise }: Look, cause: string): number {
  return tells[cause] ?? otherwise;
}
