import { commandDevices, commands } from '@/core/authority/commands';
import { partWords } from '@/core/benchcar/car/car-parts';
import { type Place, places, type States } from '@/core/benchcar/document/behaviour';
import {
  type Act,
  type Amount,
  checkedThings,
  type KeyRole,
  keyRoles,
  type Part,
  type Procedure,
  type Span,
  type Step,
  type Target,
  theNext,
} from './procedure';

/** What kind of thing a step is, in a word. */
export const kindWords: Readonly<Record<Part['kind'], string>> = {
  do: 'do',
  check: 'check',
  hold: 'hold',
  pace: 'pace',
  window: 'in time',
  wait: 'wait',
  observe: 'watch',
  enter: 'enter',
  choose: 'choose',
  command: 'command',
  use: 'part',
};

/** A sentence with the keys in it said as people say them; other names stay in braces. */
export function said(text: string, nameOf: (role: KeyRole) => string = (role) => keyRoles[role]): string {
  const words = saidParts(text)
    .map((part) => ('role' in part ? nameOf(part.role) : part.text))
    .join('');
  return words.charAt(0).toUpperCase() + words.slice(1);
}

/** A sentence cut at the keys in it. @example saidParts('Hold {new} flat') // [{text: 'Hold '}, {role: 'new'}, {text: ' flat'}] */
export function saidParts(text: string): readonly ({ readonly text: string } | { readonly role: KeyRole })[] {
  return text
    .split(/\{(known|otherKnown|new|came)\}/)
    .map((part, at) => (at % 2 === 1 ? { role: part as KeyRole } : { text: part }));
}

/** What hands do, in words. */
export function actWords(act: Act): string {
  switch (act.kind) {
    case 'part':
      return `${partWords(act.part)} ${act.to}`;
    case 'turn':
      return `${keyRoles[act.key]} in the lock, ${act.to}`;
    case 'key':
      return `${keyRoles[act.key]} ${places[act.to as Place] ?? act.to}`;
    case 'keysOut':
      return 'every key out of the car';
    case 'press':
      return `${act.button} of ${keyRoles[act.key]}`;
    case 'release':
      return 'button let go';
    case 'supply':
      return `supply ${act.on ? 'on' : 'off'}`;
  }
}

/** States in words: 'bonnet released and hazards on'. */
export function stateWords(states: States | undefined): string {
  return Object.entries(states ?? {})
    .map(([part, to]) => `${partWords(part)} ${to}`)
    .join(' and ');
}

function amountWords(amount: Amount): string {
  return String(amount);
}

function spanWords({ from, to }: Span): string {
  return `${amountWords(from)} to ${amountWords(to)} s`;
}

/** What a step is beside its sentence, each thing with what it is. */
export function factsOf(step: Step): readonly (readonly [string, string])[] {
  switch (step.kind) {
    case 'do':
      return facts(['Hands', step.acts.map(actWords).join(', ')]);
    case 'check':
      return facts(
        ['Looked at', checkedThings[step.of]],
        ['Key', roleWords(step.key)],
        ['States', stateWords(step.states)],
      );
    case 'hold':
      return facts(
        ['Hands', step.acts.map(actWords).join(', ')],
        ['For', spanWords(step.seconds)],
        ['Until', step.until],
        ['Then', step.release.map(actWords).join(', ')],
      );
    case 'pace':
      return facts(
        ['One beat', step.acts.map(actWords).join(', ')],
        ['Beats', step.times === null ? `as many as it takes, up to ${step.most}` : amountWords(step.times)],
        ['Every', spanWords(step.every)],
      );
    case 'window':
      return facts(
        ['Hands', step.acts.map(actWords).join(', ')],
        ['Within', `${amountWords(step.seconds)} s`],
        ['Not before', step.notBefore === undefined ? undefined : `${amountWords(step.notBefore)} s`],
        [
          'Its clock starts',
          'step' in step.from ? `at the end of ${step.from.step}` : `as ${step.from.sign}`,
        ],
      );
    case 'wait':
      return facts(
        ['Wait of the platform', String(step.wait)],
        ['Ends with', step.until],
        ['Cut short', step.uncut ? 'never, though nothing moves' : undefined],
      );
    case 'observe':
      return facts(['Key', roleWords(step.key)]);
    case 'enter':
      return facts(['What', step.value === 'pin' ? 'the PIN' : 'the date'], ['Into', step.into]);
    case 'choose':
      return [];
    case 'command':
      return facts(
        ['Told to', commandDevices[commands[step.command].device]],
        ['Command', commands[step.command].words],
        ['Key', roleWords(step.key)],
        ['Function to take', step.named?.take],
        ['Not its neighbour', step.named?.not],
      );
  }
}

function facts(
  ...all: readonly (readonly [string, string | undefined])[]
): readonly (readonly [string, string])[] {
  return all.flatMap(([name, value]) =>
    value === undefined || value === '' ? [] : [[name, value] as const],
  );
}

function roleWords(role: keyof typeof keyRoles | undefined): string | undefined {
  return role && keyRoles[role];
}

/** An answer in words: its own where the step has some. */
export function answerWords(step: Step, answer: string): string {
  if (step.kind === 'observe') {
    const own = step.answers.find(({ id }) => id === answer);
    if (own) return own.say;
  }
  if (step.kind === 'choose') {
    const own = step.options.find(({ id }) => id === answer);
    if (own) return own.say;
  }
  return common[answer] ?? answer;
}

const common: Readonly<Record<string, string>> = {
  done: 'done',
  yes: 'yes',
  no: 'no',
  cannotTell: 'cannot tell',
  held: 'in time',
  missed: 'late, or lost count',
  over: 'it is over',
  late: 'longer than the longest, or given up',
  missing: 'not to be had',
  refused: 'refused',
  silent: 'no answer',
};

/** Where it goes on, in words: steps by their number, ends by what they say. */
export function targetWords({ steps, ends }: Procedure, target: Target): string {
  const placeOf = (id: string) => {
    const at = steps.findIndex((step) => step.id === id);
    if (at >= 0) return `step ${at + 1}`;
    const end = ends.find((one) => one.id === id);
    if (!end) return id === theNext ? 'the step below' : id;
    return end.kind === 'success' ? 'success' : `the stop “${end.say}”`;
  };
  if (typeof target === 'string') return placeOf(target);
  const { to, atMost, otherwise } = target;
  return `back to ${placeOf(to)}, ${atMost === 1 ? 'once' : `up to ${atMost} times`}, then ${placeOf(otherwise)}`;
}
