import { buttonWords } from '@/core/catalogue/button-words';
import { missingKeys, missingSays } from '@/core/programming/key-count';
import { type KeySituation, knownOf } from '@/core/programming/keys';
import { isErasing, type JobPlan } from '@/core/programming/plan';
import { isClone } from '@/core/programming/route';
import type { CheckName, ProofResult } from '@/core/prove/checks';
import type { ProvedCheck, ProvedKey } from './proving';

/** A key as the customer takes it home. */
export interface HandedKey {
  readonly tag: number;
  readonly name: string;
  /** What it does, what it does not, and what nobody tried; each a sentence. */
  readonly says: readonly string[];
}

/** What the customer is told when the keys are handed over, in his words. Never changed once the job is closed. */
export interface HandoverNote {
  readonly car: string;
  readonly keys: readonly HandedKey[];
  /** What starts the car no more. */
  readonly worksNot: readonly string[];
  /** What may still start it, though nobody has it here. */
  readonly stays: readonly string[];
  readonly advice: readonly string[];
  readonly warranty: string;
}

export interface HandoverGround {
  readonly car: string;
  readonly keys: readonly ProvedKey[];
  readonly situation: KeySituation;
  readonly plan: JobPlan;
  /** The last day of the shop's warranty in words; null where the shop gives none, undefined where nothing was quoted. */
  readonly warrantyUntil: string | null | undefined;
  /** What the shop says with every key. */
  readonly own?: readonly string[];
}

export function handoverOf(ground: HandoverGround): HandoverNote {
  const { car, keys, warrantyUntil } = ground;
  return {
    car,
    keys: keys.map(handedKey),
    worksNot: worksNotOf(ground),
    stays: staysOf(ground),
    advice: [...adviceOf(ground), ...(ground.own ?? [])],
    warranty:
      warrantyUntil === undefined
        ? 'As agreed with the shop.'
        : warrantyUntil === null
          ? 'There is no warranty of the shop on the key.'
          : `The shop makes a key good that fails by itself, at no cost, until ${warrantyUntil}. Keep this page.`,
  };
}

function handedKey({ key, checks }: ProvedKey): HandedKey {
  const { tag, name } = key;
  if (key.role === 'erased') return { tag, name, says: [erasedSays(checks)] };
  const of = (result: ProofResult | undefined) =>
    namedOf(checks.filter(({ rests, proof }) => rests === null && proof?.result === result));
  const [works, fails, open] = [of('works'), of('fails'), of(undefined)];
  const rests = checks.find((check) => check.rests !== null)?.rests;
  return {
    tag,
    name,
    says: [
      ...(works ? [`Tried today, and it works: ${works}.`] : []),
      ...(fails ? [`Does not work: ${fails}.`] : []),
      ...(rests ? [`Its buttons do nothing yet: ${rests.charAt(0).toLowerCase()}${rests.slice(1)}.`] : []),
      ...(key.lacks.length > 0 ? [`It does not have: ${key.lacks.map(buttonWords).join(', ')}.`] : []),
      ...(open ? [`Not tried today: ${open}.`] : []),
    ],
  };
}

function erasedSays(checks: readonly ProvedCheck[]): string {
  const result = checks[0]?.proof?.result;
  if (result === 'works') return 'It no longer starts the car; that was tried. It can be learned again.';
  if (result === 'fails') return 'It should no longer start the car, and still does: ask the shop.';
  return 'It no longer starts the car; that was not tried. It can be learned again.';
}

/** Checks in the customer's words, each once; empty where there are none. */
function namedOf(checks: readonly ProvedCheck[]): string {
  return [...new Set(checks.map(({ name }) => doneWords(name)))].join(', ');
}

function doneWords(name: CheckName): string {
  if (name.startsWith('remote:')) return buttonWords(name.slice('remote:'.length));
  if (name.startsWith('blade:')) return `turning in the ${name.slice('blade:'.length)} lock`;
  const words: Readonly<Record<string, string>> = {
    start: 'starting the engine',
    startAgain: 'starting again after it was locked and left',
    lamp: 'the security lamp goes out',
    flatCell: 'starting with a flat cell, held at its place',
  };
  return words[name] ?? name;
}

/** Keys that are not here and were erased. */
function worksNotOf({ situation: { keys, identities }, plan }: HandoverGround): string[] {
  if (!isErasing(plan) || !plan.finished) return [];
  const gone = keys.filter(
    (key) => key.presence !== 'here' && !plan.learned.has(key.id) && knownOf(key, identities) !== 'no',
  );
  return [
    'Every key that was not here when the car was worked on has stopped working.',
    ...gone.map(({ tag, name }) => `Key ${tag}, ${name}: found again, it can be learned anew.`),
  ];
}

/** Keys that nobody can show and that the car knows. */
function staysOf({ situation, plan }: HandoverGround): string[] {
  if (isErasing(plan) && plan.finished) return [];
  const away = situation.keys.filter(({ presence }) => presence === 'elsewhere');
  const missing = missingKeys(situation);
  const { none } = situation.memory;
  return [
    ...away.map(({ tag, name }) => `Key ${tag}, ${name}, kept elsewhere: as before.`),
    ...(missing.high === 0
      ? []
      : [
          none
            ? `${missingSays(missing, 'still fits', 'still fit')} the locks of this car.`
            : `${missingSays(missing, 'may still start', 'may still start')} this car: whoever finds one can take it. They can be erased at any time, with every key that shall work at hand.`,
        ]),
    ...(missing.high === 0 && situation.memory.knownCount === 'cannotSay'
      ? ['This car cannot say how many keys it knows: whether others exist that start it, nobody can tell.']
      : []),
  ];
}

/** The keys that start the car when they are handed over, as far as it was tried. */
export function workingKeys(keys: readonly ProvedKey[]): readonly ProvedKey[] {
  return keys.filter(
    ({ key, checks }) =>
      key.role !== 'erased' &&
      !checks.some(({ name, proof }) => name === 'start' && proof?.result === 'fails'),
  );
}

function adviceOf({ keys, situation, plan }: HandoverGround): string[] {
  const working = workingKeys(keys);
  const away = situation.keys.some(({ presence }) => presence === 'elsewhere');
  return [
    ...(plan.route !== null && isClone(plan.route)
      ? [
          'The copy and its original are one key to the car: do not keep them together near it. What is learned or erased for one is so for the other.',
        ]
      : []),
    ...(working.length > 1 || (working.length === 1 && away)
      ? ['Keep one key unused in a safe place, away from the car: a key in hand makes the next one cheap.']
      : []),
    ...(working.length === 1 && !away
      ? [
          'This is the only key: have a second one made while it works. Without any, the next one costs far more.',
        ]
      : []),
    ...(situation.memory.none ? [] : ['A key with electronics dislikes water, heat and a long fall.']),
  ];
}
