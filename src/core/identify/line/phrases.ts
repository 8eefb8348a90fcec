import type { Ignition } from '@/core/catalogue/application';
import { mostKeysWanted } from '@/core/kinds/keys-wanted';
import type { Access, KeysTold, Why } from './reading';
import { numberOf, type Token } from './tokens';

/** What a phrase of the line says. */
export interface Meaning {
  readonly ignition?: Ignition;
  readonly access?: Access;
  readonly why?: Why;
  readonly keys?: Partial<KeysTold>;
  /** The number of keys is said in passing: a plainer one counts before it. */
  readonly inPassing?: true;
  /** There is no key beside the one that is spoken of. */
  readonly noOther?: true;
  /** The key that is left is the valet's. */
  readonly valet?: true;
  /** Somebody is shut in the car. */
  readonly danger?: true;
  /** Keys that are not here are to be erased. */
  readonly erase?: true;
  /** A used or refurbished key would do. */
  readonly used?: true;
  /** What another firm asks, in whole units of the shop's money. */
  readonly rival?: number;
  /** A number of keys that cannot be right: it is asked about. */
  readonly askKeys?: number;
}

export interface PhraseMatch {
  readonly length: number;
  readonly meaning: Meaning;
}

type Says = Meaning | ((...numbers: number[]) => Meaning);

/**
 * One element of a phrase: the words that fit, or a number: `{n}` of keys there are, `{w}` of keys that are wanted,
 * `{m}` of money. Optional where it may be missing.
 */
interface Element {
  readonly optional: boolean;
  readonly number: 'n' | 'w' | 'm' | null;
  readonly words: ReadonlySet<string>;
}

/** Words that stand for one another, by a name in angle brackets. */
const sets: Readonly<Record<string, string>> = {
  my: 'the|my|his|her|their|our|your|its|this|that|a|any|another',
  key: 'key|fob|remote|keyfob|card',
  keys: 'keys|fobs|remotes|cards',
  any: 'key|keys|fob|fobs|remote|remotes|one|ones',
  is: 'is|are|was|were|has|have|had|got|gone|went|been|being|just|all|now|both',
  lost: 'lost|lose|misplaced|mislaid|dropped|flushed|drowned|missing',
  gone: 'lost|gone|missing|misplaced|vanished|disappeared',
  stolen: 'stolen|stole|nicked|pinched|swiped|snatched|robbed|took',
  broke: 'broke|broken|snapped|bent|split|sheared',
  works: 'left|works|work|working|remaining|remain|here|ok|fine',
  need: 'need|needs|want|wants|make|cut|like|order|get|require|requires',
  new: 'new|more|extra|further|additional|other',
  in: 'in|inside|into',
  car: 'car|van|truck|vehicle|boot|trunk|glovebox|seat|hatch|cab',
  dead: 'dead|flat|low|died|empty',
};

/** `a|b` is a choice, `[a]` may be missing, `<name>` is a set of words, `{n}` a number. The longest phrase wins. */
const table: readonly (readonly [string, Says])[] = [
  // How it starts.
  ['push [to] start|button', { ignition: 'push' }],
  ['push|pushstart|pushbutton|keyless|prox|proximity', { ignition: 'push' }],
  ['keyless go|start|entry', { ignition: 'push' }],
  ['start|starter|stop button', { ignition: 'push' }],
  ['start stop [button]', { ignition: 'push' }],
  ['button [to] start|starts', { ignition: 'push' }],
  ['smart|proximity key|fob', { ignition: 'push' }],
  ['turn|turns [<my>] key|start', { ignition: 'turn' }],
  ['turn key start', { ignition: 'turn' }],
  ['key turns', { ignition: 'turn' }],
  ['turnkey|turn', { ignition: 'turn' }],
  ['key start|ignition', { ignition: 'turn' }],
  ['ignition|bladed|normal|ordinary|regular|plain|metal|conventional key', { ignition: 'turn' }],
  ['[normal|ordinary|regular] key in the ignition', { ignition: 'turn' }],

  // Whether it is open.
  ['unlocked|open', { access: 'open' }],
  ['[car|it] <is> [left|been] open|unlocked', { access: 'open' }],
  ['doors|door|car [<is>] [left] open|unlocked', { access: 'open' }],
  ['left [it|the] [car|door|doors] open|unlocked', { access: 'open' }],
  ['locked [out|up]', { access: 'locked' }],
  ['[car|it] <is> [all] locked', { access: 'locked' }],
  ['doors|door|car [<is>] [all] locked', { access: 'locked' }],
  ['will not|wont|cant|cannot [get] [it] open', { access: 'locked' }],
  ['boot|trunk|hood|bonnet|window|hatch|sunroof [<is>] open|up|down|ajar', {}],
  ['are you open', {}],

  // Locked inside, and danger.
  ['<key>|<keys> [<is>] [still|left|locked|shut] inside', { why: 'keysInside', access: 'locked' }],
  [
    '<key>|<keys> [<is>] [still|left|locked|shut] <in>|on [<my>] <car>',
    { why: 'keysInside', access: 'locked' },
  ],
  ['locked|shut|left|put [<my>] <key>|<keys> <in> [<my>] <car>', { why: 'keysInside', access: 'locked' }],
  ['locked|shut [<my>] <key>|<keys> <in> [it]', { why: 'keysInside', access: 'locked' }],
  ['locked with [<my>] <key>|<keys> inside', { why: 'keysInside', access: 'locked' }],
  ['locked with [<my>] <key>|<keys> <in>|on [<my>] <car>', { why: 'keysInside', access: 'locked' }],
  ['[and] [<my>] <key>|<keys> [<is>] too|as|with [well|her|him|it]', { why: 'keysInside', access: 'locked' }],
  [
    'baby|babies|child|children|kid|kids|toddler|infant|grandson|granddaughter|dog|dogs|cat|puppy|pet|animal|somebody|someone [<is>] [locked|trapped|stuck|shut|asleep|alone|left] <in> [<my>|with] [<car>|it|there]',
    { access: 'locked', danger: true },
  ],

  // Why they call.
  ['spare|spares|copy|duplicate|dupe|backup [<key>|<keys>]', { why: 'spare' }],
  ['copy of [<my>] [<key>|<keys>]', { why: 'spare' }],
  ['second|another|extra|additional|backup|2nd|third|3rd|further <key>|<keys>|one', { why: 'spare' }],
  ['<need> [<my>|a] another|second|third|backup', { why: 'spare' }],
  ['add|program|learn a|one|1 [new|more] <key>', { why: 'spare' }],
  ['key [<is>] <broke> [off] [in] [the] [ignition|lock|door]', { why: 'broken' }],
  ['blade [<is>] <broke>|come|came [off]', { why: 'broken' }],
  ['<broke> [off] [<my>] key', { why: 'broken' }],
  ['<broke> [off] [in] [the] [ignition|lock|door]', { why: 'broken' }],
  ['does|do|will|would not start|fire|run', { why: 'noStart' }],
  ['doesnt|dont|wont|wouldnt|didnt|cant|not start|fire|run', { why: 'noStart' }],
  ['turns|cranks over', {}],
  ['flat|dead cell|fob|remote', { why: 'flatCell' }],
  ['flat|dead|low battery|cell in [<my>] <key>', { why: 'flatCell' }],
  ['flat|dead fob|remote|key battery|cell', { why: 'flatCell' }],
  ['<key> battery|cell [<is>] [<dead>]', { why: 'flatCell' }],
  ['battery|cell [<is>] <dead> [in] [<my>] <key>', { why: 'flatCell' }],
  ['<key> [<is>] <dead>|stopped|intermittent [working]', { why: 'flatCell' }],
  ['smart|proximity key|fob [<is>] <dead>', { ignition: 'push', why: 'flatCell' }],
  ['<is> dead', { why: 'flatCell' }],
  ['worn|broken|missing|torn|sticky button|buttons', { why: 'wornButtons' }],
  ['button|buttons [<is>] worn|broken|gone|missing|torn|dead|sticky|stuck', { why: 'wornButtons' }],
  [
    '[one] button|buttons of|on [one|<my>] <key> [<is>] worn|broken|gone|missing|torn|dead|sticky',
    { why: 'wornButtons' },
  ],
  ['cracked|broken|smashed case|shell|fob [on|of] [<my>] [<key>]', { why: 'crackedCase' }],
  ['case|shell|fob [<is>] cracked|broken|smashed', { why: 'crackedCase' }],
  ['broken|loose|snapped [ring] loop', { why: 'brokenLoop' }],
  ['loop [is] broken|broke|gone|snapped|loose [off]', { why: 'brokenLoop' }],

  // Lost and stolen.
  ['lost|missing|misplaced', { why: 'lost' }],
  ['stolen|stole|nicked|pinched|thieves|thief|burgled|robbed|mugged', { why: 'stolen' }],
  ['<stolen> [<my>] <key>|<keys>', { why: 'stolen' }],
  ['thieves|thief|someone|somebody <stolen> [<my>] <key>|<keys>', { why: 'stolen' }],
  ['<stolen> with [<my>] <key>|<keys> <in> it', { why: 'stolen' }],
  ['akl', { why: 'lost', keys: { working: 0 } }],
  ['<lost> both [<my>|of] [them|<my>] [<key>|<keys>]', { why: 'lost', keys: { lost: 2, working: 0 } }],
  ['both [of] [<my>|them] [<key>|<keys>] [<is>] <gone>', { why: 'lost', keys: { lost: 2, working: 0 } }],
  ['both [<key>|<keys>] [<is>] stolen|nicked', { why: 'stolen', keys: { lost: 2, working: 0 } }],
  ['<lost> all|every|everything [of] [<my>] [<key>|<keys>|them]', { why: 'lost', keys: { working: 0 } }],
  ['all [of] [<my>] <key>|<keys>|them [<is>] <gone>', { why: 'lost', keys: { working: 0 } }],
  ['all <gone>', { why: 'lost', keys: { working: 0 } }],
  [
    '<lost> [<my>] only|last|one <key>|one [i|we] [had|have|ever]',
    { why: 'lost', keys: { lost: 1, working: 0 } },
  ],
  ['<lost> [<my>] only|last [one]', { why: 'lost', keys: { lost: 1, working: 0 } }],
  ['only|last <key>|one [<is>] <gone>', { why: 'lost', keys: { lost: 1, working: 0 } }],
  ['only|last <key>|one [<is>] stolen|nicked', { why: 'stolen', keys: { lost: 1, working: 0 } }],
  [
    'only [ever] [had] [one] <key> [and|but] [it] [<is>] <gone>',
    { why: 'lost', keys: { lost: 1, working: 0 } },
  ],
  ['only ever one <key> [and|but] [it|its] [<is>] <gone>', { why: 'lost', keys: { lost: 1, working: 0 } }],
  ['that|it [<is>] [<my>] last|only one|<key>', { why: 'lost', keys: { lost: 1, working: 0 } }],
  ['<lost> {n} of|out [of] [<my>] {n} [<key>|<keys>]', (lost, all) => ofAll('lost', lost, all)],
  ['{n} of|out [of] [<my>] {n} [<key>|<keys>] [<is>] <gone>', (lost, all) => ofAll('lost', lost, all)],
  ['{n} [<key>|<keys>] [<is>] <gone> [out] of|from {n}', (lost, all) => ofAll('lost', lost, all)],
  [
    '{n} of|out [of] [<my>] {n} [<key>|<keys>] [<is>] stolen|nicked',
    (lost, all) => ofAll('stolen', lost, all),
  ],
  ['<lost> {n} [<key>|<keys>]', (lost) => ({ why: 'lost', keys: { lost } })],
  ['{n} [<key>|<keys>] [<is>] <gone>', (lost) => ({ why: 'lost', keys: { lost } })],
  ['{n} [<key>|<keys>] [<is>] stolen|nicked', (lost) => ({ why: 'stolen', keys: { lost } })],
  ['<lost> [<my>] <key>', { why: 'lost', keys: { lost: 1 } }],
  ['<key> [<is>] <gone>', { why: 'lost', keys: { lost: 1 } }],
  ['<lost> mine', { why: 'lost', keys: { lost: 1 } }],
  ['<lost> it', { why: 'lost' }],
  ['cant|cannot|couldnt find [<my>] <key>', { why: 'lost', keys: { lost: 1 } }],
  ['cant|cannot|couldnt find [<my>] <keys>', { why: 'lost' }],
  ['<lost> [<my>] <keys>', { why: 'lost' }],
  ['[<my>] <keys> [<is>] <gone>', { why: 'lost' }],
  ['replace [<my>] <gone> <key>|one', { why: 'lost', keys: { lost: 1 } }],

  // What is there.
  ['no|zero|without <key>|<keys> [<works>|at] [all]', { keys: { working: 0 } }],
  ['without|no [a|any] <key>|<keys>', { keys: { working: 0 } }],
  ['dont|doesnt|havent|hasnt|not [have|has|got] [have|got] [a|any] <key>|<keys>', { keys: { working: 0 } }],
  ['have|has|got a|one <key>', { keys: { working: 1 } }],
  ['have|has|got none', { keys: { working: 0 } }],
  ['spare [<key>] <works>|at [home|me]', { keys: { working: 1 } }],
  ['have|has|got [<my>] spare|other|second [<key>|one]', { keys: { working: 1 } }],
  ['both [of] [<my>|them] [<key>|<keys>] work|works|working', { keys: { working: 2 } }],
  [
    'has|have|got|with|still [has|have|got] {n} [working|good] [<key>|<keys>] [only|<works>]',
    (working) => ({ keys: { working } }),
  ],
  ['{n} of|out [of] [<my>] {n} [<key>|<keys>] <works>', (working, all) => workingOf(working, all)],
  [
    'have|has|got|still [have|has|got] {n} of|out [of] [<my>] {n} [<key>|<keys>]',
    (working, all) => workingOf(working, all),
  ],
  ['{n} [<key>|<keys>] <works>', (working) => ({ keys: { working } })],
  ['{n} working|good [<key>|<keys>] [left]', (working) => ({ keys: { working } })],
  ['just|only [the] {n} [<key>|<keys>] [<works>]', (working) => ({ keys: { working } })],
  ['[now] just|only the one [<key>] [<works>]', { keys: { working: 1 } }],
  ['{n} <key>|<keys>', (working) => ({ keys: { working }, inPassing: true })],
  ['no [other|others|spare|spares|second|more] [<key>|<keys>] [either]', { noOther: true }],
  ['no other|others|spare|spares [<key>|<keys>] [either]', { noOther: true }],
  ['only|just [have|has|got] [<my>] valet [<key>] [<works>]', { keys: { working: 1 }, valet: true }],
  [
    'only <key>|one [i|we|he|she|they] have|has|got|left [is] [a|the] valet [<key>]',
    { keys: { working: 1 }, valet: true },
  ],
  ['valet [<key>] only|left', { keys: { working: 1 }, valet: true }],

  // What is wanted.
  ['<need> [me|us] {w} [<new>] [<key>|<keys>] [made|cut]', wants],
  ['[<need>] {w} <new> [<key>|<keys>]', wants],
  ['{w} <key>|<keys> <need>|needed|wanted|required', wants],
  [
    '[<need>] [<my>] {w} [of] spare|spares|copies|extra|extras [<key>|<keys>]',
    (wanted) => ({ ...wants(wanted), why: 'spare' }),
  ],

  // What else they ask for.
  [
    '<need> [<my>] [it|them|one|old|lost|stolen|missing|other] [one|<key>|<keys>] erased|deleted|wiped|removed|blocked|disabled|cancelled',
    { erase: true },
  ],
  ['erase|delete|wipe|block|disable|cancel [<my>] [old|other] [one|<key>|<keys>|it|them]', { erase: true }],
  [
    'erase|delete|wipe|block|disable|cancel [<my>] lost|missing [one|<key>|<keys>]',
    { erase: true, why: 'lost' },
  ],
  ['erase|delete|wipe|block|disable|cancel [<my>] stolen [one|<key>|<keys>]', { erase: true, why: 'stolen' }],
  [
    'used|refurbished|reconditioned|recycled|secondhand one|<key>|<keys> [would|will|is] [do|fine|ok]',
    { used: true },
  ],
  ['used|refurbished|reconditioned|recycled|secondhand would|will|is do|fine|ok', { used: true }],
  [
    'another|other|different|else firm|company|shop|place|locksmith|dealer|dealership|guy [says|said|asks|asked|wants|wanted|quoted|charges|offered|quote] [me|us] {m}',
    (rival) => ({ rival }),
  ],
  [
    'someone|somebody else says|said|asks|asked|wants|wanted|quoted|charges|offered [me|us] {m}',
    (rival) => ({ rival }),
  ],
  ['quoted [me|us] {m} [elsewhere]', (rival) => ({ rival })],
  ['{m} elsewhere', (rival) => ({ rival })],
  [
    'quote|offer|price of {m} [from|elsewhere] [someone|somebody|another|a] [else|firm]',
    (rival) => ({ rival }),
  ],
];

function wants(wanted: number): Meaning {
  return wanted > mostKeysWanted ? { askKeys: wanted } : { keys: { wanted } };
}

function ofAll(why: Why, lost: number, all: number): Meaning {
  return { why, keys: all >= lost ? { lost, working: all - lost } : { lost } };
}

function workingOf(working: number, all: number): Meaning {
  return all > working ? { why: 'lost', keys: { working, lost: all - working } } : { keys: { working } };
}

const compiled = table.map(([pattern, says]) => ({ elements: pattern.split(' ').map(readElement), says }));

const deny = new Set(
  'not no isnt arent wasnt werent dont doesnt didnt havent hasnt hadnt never nothing nor without'.split(' '),
);
/** What may stand between a negation and what it denies. */
const between = new Set('been any it really yet the a an my actually even all got to'.split(' '));

/**
 * The phrases that begin at `at`, the longest first, one of each length; of equal ones the first in the table. A negation
 * before a phrase turns it round.
 */
export function matchPhrases(tokens: readonly Token[], at: number): PhraseMatch[] {
  const found = new Map<number, PhraseMatch>();
  for (const match of [...plainPhrases(tokens, at), ...deniedPhrases(tokens, at)])
    if (!found.has(match.length)) found.set(match.length, match);
  return [...found.values()].sort((a, b) => b.length - a.length);
}

function plainPhrases(tokens: readonly Token[], at: number): PhraseMatch[] {
  return compiled.flatMap(({ elements, says }) => {
    const match = matchElements(elements, 0, tokens, at, []);
    return match && match.length > 0
      ? [{ length: match.length, meaning: typeof says === 'function' ? says(...match.numbers) : says }]
      : [];
  });
}

/** A negation turns what has an opposite, and takes away what has none. */
function deniedPhrases(tokens: readonly Token[], at: number): PhraseMatch[] {
  if (!deny.has(tokens[at]?.word ?? '')) return [];
  let skipped = 1;
  while (between.has(tokens[at + skipped]?.word ?? '') && !tokens[at + skipped]?.afterBreak) skipped += 1;
  if (tokens[at + skipped]?.afterBreak) return [];
  return plainPhrases(tokens, at + skipped).flatMap(({ length, meaning }) => {
    const { ignition, access, why, danger } = meaning;
    if (!ignition && !access && !danger && (!why || why === 'spare')) return [];
    return [
      {
        length: length + skipped,
        meaning: {
          ...(ignition && { ignition: ignition === 'push' ? ('turn' as const) : ('push' as const) }),
          ...(access && !why && { access: access === 'open' ? ('locked' as const) : ('open' as const) }),
        },
      },
    ];
  });
}

interface ElementsMatch {
  readonly length: number;
  readonly numbers: readonly number[];
}

/** Longest match of the elements from `element` on; an optional element is tried both ways. No phrase goes over a comma. */
function matchElements(
  elements: readonly Element[],
  element: number,
  tokens: readonly Token[],
  at: number,
  numbers: readonly number[],
  taken = 0,
): ElementsMatch | undefined {
  const wanted = elements[element];
  if (!wanted) return { length: 0, numbers };
  const token = taken > 0 && tokens[at]?.afterBreak ? undefined : tokens[at];
  const value = token && wanted.number ? amountOf(wanted.number, token) : undefined;
  const fits = token !== undefined && (wanted.number ? value !== undefined : wanted.words.has(token.word));
  const next = fits
    ? matchElements(
        elements,
        element + 1,
        tokens,
        at + 1,
        value === undefined ? numbers : [...numbers, value],
        taken + 1,
      )
    : undefined;
  const with_ = next && { length: next.length + 1, numbers: next.numbers };
  if (!wanted.optional) return with_;
  const without = matchElements(elements, element + 1, tokens, at, numbers, taken);
  return with_ && with_.length >= (without?.length ?? 0) ? with_ : without;
}

/** Keys there are: up to eight. Keys wanted: up to twenty-four. Neither is an abbreviated year. Money: 20 and more. */
function amountOf(kind: 'n' | 'w' | 'm', { word, abbreviated }: Token): number | undefined {
  if (kind === 'm') {
    const amount = /^\d{2,4}$/.test(word) ? Number(word) : undefined;
    return amount !== undefined && amount >= 20 ? amount : undefined;
  }
  // 'Has a' tells of anything; a count of keys that there are is a number.
  if (kind === 'n' && word === 'a') return undefined;
  const times = /^x(\d)$/.exec(word)?.[1];
  const value = abbreviated || /^0\d/.test(word) ? undefined : numberOf(times ?? word);
  return value !== undefined && value <= (kind === 'n' ? 8 : 24) ? value : undefined;
}

function readElement(text: string): Element {
  const optional = text.startsWith('[');
  const bare = optional ? text.slice(1, -1) : text;
  const number = /^\{([nwm])\}$/.exec(bare)?.[1] as Element['number'] | undefined;
  const words = bare
    .split('|')
    .flatMap((word) => (word.startsWith('<') ? (sets[word.slice(1, -1)] ?? word).split('|') : [word]));
  return { optional, number: number ?? null, words: new Set(words) };
}
