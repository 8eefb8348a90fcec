import type { Meaning } from './phrases';
import { type KeysTold, type Lexicon, type LineReading, noKeysTold, type Read, type When } from './reading';
import { type Claim, type SpanContext, spansAt } from './spans';
import type { Token } from './tokens';

/** What the reading so far says; in it each field has one owner. */
export type Said = Omit<LineReading, 'unknown' | 'maybeNames' | 'safeText' | 'codes' | 'problems'> & {
  /** The words that said so. */
  readonly noOther?: string;
  readonly askKeys?: number;
  /** The count of working keys was said in passing. */
  readonly inPassing?: true;
  /** Years that no car has. */
  readonly problems: readonly string[];
};

export interface Reading {
  readonly said: Omit<Said, 'inPassing'>;
  /** Words that were not understood, in the order of the line. */
  readonly unknown: readonly Token[];
  /** Tokens that look like a key code or PIN. */
  readonly codes: readonly Token[];
}

interface State extends Reading {
  readonly said: Said;
  readonly score: number;
}

/** How many readings are followed side by side. */
const beam = 24;
const unknownCosts = 1;
const fillerCosts = 0.04;
/** A make by likeness that is not the make of the model. */
const otherMakeCosts = 3;

const fillers = new Set(
  (
    'vin a an the my his her their our your is are was were at in on for with has have had got of and or to from by it its ' +
    'i im we he she they car vehicle key keys please hi hello need needs want wants new make made cut near around about ' +
    'approx just only still can you do does up me there this that left'
  ).split(' '),
);

/**
 * The best whole reading of a line: of all ways to cut it into stretches with a meaning, the one with the highest score in
 * which no field has two owners. What is left over is not understood.
 */
export function bestReading(context: SpanContext, lexicon: Lexicon): Reading {
  const { tokens, line } = context;
  const reached: State[][] = Array.from({ length: tokens.length + 1 }, () => []);
  reached[0] = [{ said: { problems: [] }, unknown: [], codes: [], score: 0 }];
  for (const [at, token] of tokens.entries()) {
    const states = best(reached[at] ?? []);
    if (states.length === 0) continue;
    const spans = spansAt(context, at);
    for (const state of states) {
      for (const { length, score, claim } of spans) {
        const taken = tokens.slice(at, at + length);
        const words = line.slice(taken[0]?.start, taken.at(-1)?.end);
        const next = take(state, claim, words, taken);
        if (next) reached[at + length]?.push({ ...next, score: state.score + score });
      }
      const known = fillers.has(token.word);
      reached[at + 1]?.push({
        ...state,
        unknown: known ? state.unknown : [...state.unknown, token],
        score: state.score - (known ? fillerCosts : unknownCosts),
      });
    }
  }
  const [first] = best(
    (reached[tokens.length] ?? []).map((state) => ({ ...state, score: settled(state, lexicon) })),
  );
  const said = withoutPassing(first?.said ?? { problems: [] });
  return { said, unknown: first?.unknown ?? [], codes: first?.codes ?? [] };
}

/** 'Two fobs, one lost': a number in passing is of all keys there were, where some of them are lost. */
function withoutPassing({ inPassing, ...said }: Said): Reading['said'] {
  const { working, lost } = said.keys?.value ?? noKeysTold;
  if (!inPassing || !said.keys || working === null || lost === null || lost > working) return said;
  return { ...said, keys: { ...said.keys, value: { ...said.keys.value, working: working - lost } } };
}

/** Of equal readings the one that was found first: by the order of the spans. */
function best(states: readonly State[]): State[] {
  return [...states].sort((a, b) => b.score - a.score).slice(0, beam);
}

function settled({ said: { make, model }, score }: State, { models }: Lexicon): number {
  const owner = models.find(({ id }) => id === model?.value);
  return owner && make && make.how !== 'exact' && make.value !== owner.makeId
    ? score - otherMakeCosts
    : score;
}

/** The state with one more claim; undefined where its field has another owner already. */
function take(state: State, claim: Claim, words: string, taken: readonly Token[]): State | undefined {
  // A second number to call is left to be seen, and is no code.
  if (claim.kind === 'phone' && state.said.phone && state.said.phone.value !== claim.phone)
    return { ...state, unknown: [...state.unknown, ...taken] };
  const said = withClaim(state.said, claim, words);
  if (!said) return undefined;
  if (claim.kind !== 'code') return { ...state, said };
  return { ...state, said, codes: [...state.codes, ...taken.slice(taken.length - claim.words)] };
}

function withClaim(said: Said, claim: Claim, words: string): Said | undefined {
  switch (claim.kind) {
    case 'code':
      return said;
    case 'noYear':
      return { ...said, problems: [...said.problems, claim.message] };
    case 'name':
      return owned(said, claim.match.name.kind, { value: claim.match.name.id, words, how: claim.match.how });
    case 'year': {
      const { year, yearTo, how } = claim;
      const next = owned(said, 'year', { value: year, words, how });
      if (!next || yearTo === undefined) return next;
      return said.year ? undefined : { ...next, yearTo: { value: yearTo, words, how } };
    }
    case 'distance':
      return owned(said, 'distanceKm', { value: claim.km, words, how: 'exact' });
    case 'buttons':
      return owned(said, 'buttons', { value: claim.buttons, words, how: 'exact' });
    case 'vin':
      return owned(said, 'vin', { value: claim.vin, words, how: claim.mended ? 'similar' : 'exact' });
    case 'phone':
      return owned(said, 'phone', { value: claim.phone, words, how: 'exact' });
    case 'street':
      return owned(said, 'street', { value: words, words, how: 'exact' });
    case 'when':
      return withWhen(said, claim.when, words);
    case 'meaning':
      return withMeaning(said, claim.meaning, words);
  }
}

type Field =
  | 'make'
  | 'model'
  | 'place'
  | 'year'
  | 'distanceKm'
  | 'buttons'
  | 'vin'
  | 'phone'
  | 'street'
  | 'ignition'
  | 'access'
  | 'rival';

/** A field with its one owner; undefined where it says something else already. */
function owned<Key extends Field>(said: Said, field: Key, read: NonNullable<Said[Key]>): Said | undefined {
  const before = said[field];
  if (before && before.value !== read.value) return undefined;
  return before ? said : { ...said, [field]: read };
}

function withMeaning(before: Said, meaning: Meaning, words: string): Said | undefined {
  let said: Said | undefined = before;
  const { ignition, access, rival, why, keys } = meaning;
  if (ignition) said = owned(said, 'ignition', { value: ignition, words, how: 'exact' });
  if (said && access) said = owned(said, 'access', { value: access, words, how: 'exact' });
  if (said && rival !== undefined) said = owned(said, 'rival', { value: rival, words, how: 'exact' });
  if (said && why && (!said.why || said.why.value === 'spare'))
    said = { ...said, why: { value: why, words, how: 'exact' } };
  if (said && keys) said = withKeys(said, keys, meaning, words);
  if (!said) return undefined;
  const { danger, erase, used, valet, noOther, askKeys } = meaning;
  return {
    ...said,
    ...(danger && { danger: { value: true, words, how: 'exact' } }),
    ...(erase && { erase: { value: true, words, how: 'exact' } }),
    ...(used && { used: { value: true, words, how: 'exact' } }),
    ...(valet && { valet: { value: true, words, how: 'exact' } }),
    ...(noOther && { noOther: words }),
    ...(askKeys !== undefined && { askKeys }),
  };
}

/** Counts merge; one said in passing gives way to a plainer one, and two plain ones that differ cannot both be read. */
function withKeys(
  said: Said,
  told: Partial<KeysTold>,
  { inPassing }: Meaning,
  words: string,
): Said | undefined {
  const value = said.keys?.value ?? noKeysTold;
  const merged = { ...value };
  for (const field of ['working', 'lost', 'wanted'] as const) {
    const [before, now] = [value[field], told[field] ?? null];
    if (now === null || now === before) continue;
    if (before === null || (field === 'working' && said.inPassing)) merged[field] = now;
    else if (!inPassing) return undefined;
  }
  const passing =
    told.working === undefined ? said.inPassing : inPassing && (value.working === null || said.inPassing);
  const { inPassing: _, ...rest } = said;
  return {
    ...rest,
    ...(passing && { inPassing: true }),
    keys: { value: merged, words: said.keys ? `${said.keys.words} ${words}` : words, how: 'exact' },
  };
}

function withWhen(said: Said, told: Partial<When>, words: string): Said | undefined {
  if (Object.keys(told).length === 0) return said;
  const before: Read<When> | undefined = said.when;
  const value = before?.value ?? { urgent: false, day: null, from: null, by: null };
  return {
    ...said,
    when: {
      value: {
        urgent: value.urgent || told.urgent === true,
        day: value.day ?? told.day ?? null,
        from: value.from ?? told.from ?? null,
        by: value.by ?? told.by ?? null,
      },
      words: before ? `${before.words} ${words}` : words,
      how: 'exact',
    },
  };
}
