import type { Ignition } from '@/core/catalogue/application';
import type { Access, KeysTold, Why } from './reading';
import { numberOf, type Token } from './tokens';

/** What a phrase of the line says. */
export interface Meaning {
  readonly ignition?: Ignition;
  readonly access?: Access;
  readonly why?: Why;
  readonly keys?: Partial<KeysTold>;
}

export interface PhraseMatch {
  readonly length: number;
  readonly meaning: Meaning;
}

type Says = Meaning | ((...numbers: number[]) => Meaning);
/** One element of a phrase: the words that fit, or a number; optional where it may be missing. */
type Element = { readonly optional: boolean; readonly number: boolean; readonly words: ReadonlySet<string> };

/** `a|b` is a choice, `[a]` may be missing, `{n}` is a number in digits or words. The longest phrase wins. */
const table: readonly (readonly [string, Says])[] = [
  ['push [to] start|button', { ignition: 'push' }],
  ['push|pushstart|pushbutton|keyless|prox', { ignition: 'push' }],
  ['keyless go|start|entry', { ignition: 'push' }],
  ['start|starter button', { ignition: 'push' }],
  ['button start', { ignition: 'push' }],
  ['smart key', { ignition: 'push' }],
  ['turn [the|a] key|start', { ignition: 'turn' }],
  ['turnkey|turn', { ignition: 'turn' }],
  ['key start|ignition', { ignition: 'turn' }],
  ['ignition|bladed key', { ignition: 'turn' }],
  ['not|no push [to] start|button', { ignition: 'turn' }],

  ['unlocked|open', { access: 'open' }],
  ['not locked', { access: 'open' }],
  ['[car|it] is|doors|door|car open|unlocked', { access: 'open' }],
  ['locked [out]', { access: 'locked' }],
  ['[car|it] is|doors|door|car locked', { access: 'locked' }],
  ['not|isnt open', { access: 'locked' }],

  ['spare|copy|duplicate [key|keys]', { why: 'spare' }],
  ['second|another|extra|additional|backup|2nd key|keys', { why: 'spare' }],
  ['key broke|broken|snapped|bent [off] [in] [the] [ignition|lock|door]', { why: 'broken' }],
  ['broke|broken|snapped|bent key', { why: 'broken' }],
  ['snapped|broke [off] [in] [the] [ignition|lock|door]', { why: 'broken' }],
  ['flat|dead cell|fob|remote', { why: 'flatCell' }],
  ['flat|dead|low battery|cell in [the|my|his|her|their] fob|remote|key', { why: 'flatCell' }],
  ['flat|dead fob|remote|key battery|cell', { why: 'flatCell' }],
  ['fob|remote|key battery|cell [is] [flat|dead|low|gone]', { why: 'flatCell' }],
  ['fob|remote [is|has] dead|died|stopped|intermittent', { why: 'flatCell' }],
  ['worn|broken|missing|torn button|buttons', { why: 'wornButtons' }],
  ['button|buttons [is|are] worn|broken|gone|missing|torn', { why: 'wornButtons' }],
  ['cracked|broken|smashed case|shell|fob', { why: 'crackedCase' }],
  ['case|shell|fob [is] cracked|broken|smashed', { why: 'crackedCase' }],
  ['broken|loose|snapped [ring] loop', { why: 'brokenLoop' }],
  ['loop [is] broken|broke|gone|snapped|loose', { why: 'brokenLoop' }],

  ['not|nothing|never [been] lost|missing|stolen', {}],
  ['lost|missing', { why: 'lost' }],
  ['stolen|stole', { why: 'stolen' }],
  ['akl', { why: 'lost', keys: { working: 0 } }],
  [
    'lost both [the|my|his|her|their|our|of] [them] [key|keys]',
    { why: 'lost', keys: { lost: 2, working: 0 } },
  ],
  ['both [key|keys] [are] lost|gone|missing', { why: 'lost', keys: { lost: 2, working: 0 } }],
  ['both [key|keys] [are|were] stolen', { why: 'stolen', keys: { lost: 2, working: 0 } }],
  [
    'lost all|every|everything [of] [the|my|his|her|their|our] [key|keys|them]',
    { why: 'lost', keys: { working: 0 } },
  ],
  ['all [the|my|his|her|their|our] key|keys [are] lost|gone|missing', { why: 'lost', keys: { working: 0 } }],
  ['no|zero key|keys [left|working|at] [all]', { keys: { working: 0 } }],
  ['without [a|any] key|keys', { keys: { working: 0 } }],
  ['lost [the|my|his|her|their|our] only|last key|one', { why: 'lost', keys: { lost: 1, working: 0 } }],
  ['only key [is|was] lost|gone|missing', { why: 'lost', keys: { lost: 1, working: 0 } }],
  ['only key [is|was] stolen', { why: 'stolen', keys: { lost: 1, working: 0 } }],
  ['lost {n} of|out [of] [the|my] {n} [key|keys]', (lost, all) => ofAll('lost', lost, all)],
  ['{n} of|out [of] {n} [key|keys] lost|gone|missing', (lost, all) => ofAll('lost', lost, all)],
  ['lost {n} [key|keys]', (lost) => ({ why: 'lost', keys: { lost } })],
  ['{n} [key|keys] lost|gone|missing', (lost) => ({ why: 'lost', keys: { lost } })],
  ['{n} [key|keys] stolen', (lost) => ({ why: 'stolen', keys: { lost } })],
  ['lost [the|my|his|her|their|our|a] key', { why: 'lost', keys: { lost: 1 } }],
  ['lost [the|my|his|her|their|our] keys', { why: 'lost' }],
  ['spare [key] works|left|ok|fine|working', { keys: { working: 1 } }],
  [
    'has|have|got|with|still [has|have|got] {n} [working|good] [key|keys] [left|works|work|working|remaining]',
    (working) => ({ keys: { working } }),
  ],
  ['{n} [key|keys] left|works|work|working|remaining|remain', (working) => ({ keys: { working } })],
  ['{n} working|good [key|keys] [left]', (working) => ({ keys: { working } })],
  ['{n} key|keys', (working) => ({ keys: { working } })],
  ['need|needs|want|wants|make|cut {n} [new|more] [key|keys]', (wanted) => ({ keys: { wanted } })],
  [
    '[need|needs|want|wants|make|cut] {n} spare|spares|extra [key|keys]',
    (wanted) => ({ why: 'spare', keys: { wanted } }),
  ],
  ['{n} new [key|keys]', (wanted) => ({ keys: { wanted } })],
];

function ofAll(why: Why, lost: number, all: number): Meaning {
  return { why, keys: all >= lost ? { lost, working: all - lost } : { lost } };
}

const compiled = table.map(([pattern, says]) => ({ elements: pattern.split(' ').map(readElement), says }));

/** The longest phrase that begins at `at`; of equal ones the first in the table. */
export function matchPhrase(tokens: readonly Token[], at: number): PhraseMatch | undefined {
  let best: PhraseMatch | undefined;
  for (const { elements, says } of compiled) {
    const match = matchElements(elements, 0, tokens, at, []);
    if (match && match.length > (best?.length ?? 0)) {
      best = { length: match.length, meaning: typeof says === 'function' ? says(...match.numbers) : says };
    }
  }
  return best;
}

interface ElementsMatch {
  readonly length: number;
  readonly numbers: readonly number[];
}

/** Longest match of the elements from `element` on; an optional element is tried both ways. */
function matchElements(
  elements: readonly Element[],
  element: number,
  tokens: readonly Token[],
  at: number,
  numbers: readonly number[],
): ElementsMatch | undefined {
  const wanted = elements[element];
  if (!wanted) return { length: 0, numbers };
  const token = tokens[at];
  const value = token && wanted.number ? keyCountOf(token) : undefined;
  const fits = token !== undefined && (wanted.number ? value !== undefined : wanted.words.has(token.word));
  const taken = fits
    ? matchElements(
        elements,
        element + 1,
        tokens,
        at + 1,
        value === undefined ? numbers : [...numbers, value],
      )
    : undefined;
  if (taken) return { length: taken.length + 1, numbers: taken.numbers };
  return wanted.optional ? matchElements(elements, element + 1, tokens, at, numbers) : undefined;
}

/** A number of keys: up to twelve, and not an abbreviated year. */
function keyCountOf({ word, abbreviated }: Token): number | undefined {
  const value = abbreviated ? undefined : numberOf(word);
  return value !== undefined && value <= 12 ? value : undefined;
}

function readElement(text: string): Element {
  const optional = text.startsWith('[');
  const bare = optional ? text.slice(1, -1) : text;
  return { optional, number: bare === '{n}', words: new Set(bare.split('|')) };
}
