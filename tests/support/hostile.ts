import { defaultMetadataStorage } from 'class-transformer/cjs/storage.js';
import { getMetadataStorage } from 'class-validator';
import fc from 'fast-check';
import { eventKinds } from '@/core/job/events/events';
import { hostileWords } from './hostile-words';

const hostileValues: readonly unknown[] = [
  ...hostileWords,
  undefined,
  null,
  true,
  0,
  -1,
  1.5,
  2_147_483_647,
  2_147_483_648,
  9_007_199_254_740_991,
  1e308,
  -1e308,
  [],
  [[]],
  [null],
  {},
  { constructor: { name: 'x' } },
  { toString: 1 },
  JSON.parse('{"__proto__": {"polluted": true}}'),
  { a: { b: { c: { d: { e: { f: { g: { h: { i: 1 } } } } } } } } },
  Array.from({ length: 200 }, () => ({})),
];

type Class = new () => object;

/** Values of a database that an input may name. */
export interface Known {
  readonly ids: readonly string[];
  /** Ids that fit a field, by its name. */
  readonly idsFor: Readonly<Record<string, readonly string[]>>;
  readonly jobs: readonly number[];
  /** Words that stand in the library. */
  readonly words: readonly string[];
  /** Parts of inputs fit too, and numbers are small: what is tried is the words. */
  readonly isTame?: boolean;
}

/**
 * Inputs of a class, made from its own checks: mostly values that pass, so that what lies behind the door is reached, and
 * among them hostile ones, missing and unknown fields.
 */
export function inputsOf(Class: Class, known: Known): fc.Arbitrary<Record<string, unknown>> {
  const valid = validOf(Class, known);
  const names = Object.keys(valid);
  const spoilt = fc.tuple(
    fc.record(valid),
    fc.array(fc.tuple(fc.constantFrom(...names, 'extra', 'constructor'), fc.constantFrom(...hostileValues)), {
      minLength: 1,
      maxLength: 2,
    }),
  );
  return fc.oneof(
    { weight: 3, arbitrary: fc.record(valid) },
    { weight: 2, arbitrary: spoilt.map(([input, parts]) => ({ ...input, ...Object.fromEntries(parts) })) },
  );
}

/** Inputs of a class whose every field passes its own checks. */
export function fittingInputsOf(Class: Class, known: Known): fc.Arbitrary<Record<string, unknown>> {
  return fc.record(validOf(Class, known));
}

function validOf(Class: Class, known: Known): Record<string, fc.Arbitrary<unknown>> {
  const fields = new Map<string, ReturnType<typeof checksOf>>();
  for (const check of checksOf(Class)) {
    const own = fields.get(check.propertyName) ?? [];
    own.push(check);
    fields.set(check.propertyName, own);
  }
  return Object.fromEntries([...fields].map(([name, checks]) => [name, fieldOf(Class, name, checks, known)]));
}

/** A whole input that is none. */
export const noInput: fc.Arbitrary<unknown> = fc.oneof(
  fc.constantFrom(...hostileValues),
  fc.anything({ withBigInt: false, maxDepth: 3 }),
);

function checksOf(Class: Class) {
  return getMetadataStorage().getTargetValidationMetadatas(Class, '', false, false);
}

function fieldOf(Class: Class, name: string, checks: ReturnType<typeof checksOf>, known: Known) {
  const find = (kind: string) => checks.find((check) => (check.name ?? check.type) === kind);
  const constraint = (kind: string, at = 0): unknown => find(kind)?.constraints?.[at];
  const each = checks.some((check) => check.each);
  const nested = find('nestedValidation');
  let valid: fc.Arbitrary<unknown>;
  if (nested) valid = nestedOf(Class, name, known);
  else if (find('isIn')) valid = fc.constantFrom(...(constraint('isIn') as unknown[]));
  else if (find('isBoolean')) valid = fc.boolean();
  else if (find('isUuid')) valid = idsOf(known, name);
  else if (find('whole'))
    valid =
      name === 'number'
        ? fc.constantFrom(...known.jobs)
        : known.isTame
          ? fc.integer({ min: 1, max: Math.min(12, Number(constraint('max') ?? 12)) })
          : fc.oneof(fc.integer({ min: 0, max: 40 }), fc.constantFrom(2_147_483_647));
  else if (known.isTame && find('decimals')) valid = fc.integer({ min: 1, max: 40 });
  else if (find('instant')) valid = fc.constantFrom(new Date().toISOString(), '2027-03-03T15:20:00Z');
  else if (find('calendarDay')) valid = fc.constantFrom('2026-12-03', '2028-02-29', '1999-12-31');
  else if (find('isInt') || find('isNumber'))
    valid = numberOf(constraint('min') as number, constraint('max') as number, Boolean(find('isInt')));
  else if (find('matches')) valid = shapedText(constraint('matches') as RegExp, known);
  else if (find('shaped')) valid = fc.constantFrom('', '1,1', '10,20 30,40;50,60');
  else valid = textOf(known, constraint('isLength'), constraint('isLength', 1) ?? constraint('maxLength'));
  if (each || find('isArray') || find('arrayMaxSize')) valid = fc.array(valid, { maxLength: 4 });
  const optional = find('conditionalValidation');
  return optional ? fc.option(valid, { freq: 4, nil: fc.sample(fc.constant(null), 1)[0] ?? null }) : valid;
}

function nestedOf(Class: Class, name: string, known: Known): fc.Arbitrary<unknown> {
  const found = defaultMetadataStorage.findTypeMetadata(Class, name);
  const kinds = eventKinds;
  const classes = new Set(kinds.map((kind) => found?.typeFunction({ object: { kind } }) as Class));
  return fc.oneof(
    ...[...classes].map((Own) => (known.isTame ? fittingInputsOf(Own, known) : inputsOf(Own, known))),
  );
}

function idsOf(known: Known, name: string): fc.Arbitrary<string> {
  const own = known.idsFor[name];
  if (known.isTame && own) return fc.constantFrom(...own);
  return fc.oneof(
    { weight: 20, arbitrary: fc.constantFrom(...(known.idsFor[name] ?? known.ids)) },
    { weight: 2, arbitrary: fc.constantFrom(...known.ids) },
    { weight: 1, arbitrary: fc.constantFrom(...known.ids).map((id) => id.toUpperCase()) },
    { weight: 1, arbitrary: fc.uuid() },
  );
}

function numberOf(min = -10, max = 10_000, whole = true): fc.Arbitrary<number> {
  const [low, high] = [Math.ceil(min), Math.floor(Math.min(max, 2_000_000_000))];
  return whole
    ? fc.integer({ min: low, max: Math.max(low, high) })
    : fc.double({ min, max: Math.max(min, Math.min(max, 1e9)), noNaN: true });
}

function shapedText(form: RegExp, known: Known): fc.Arbitrary<string> {
  // Patterns that only refuse control characters are met by any word.
  return /\\p\{/.test(form.source)
    ? fc.constantFrom('Ines Corvo', 'x', '', ...known.words)
    : fc.stringMatching(form);
}

function textOf(known: Known, least: unknown, most: unknown): fc.Arbitrary<string> {
  const shortest = typeof least === 'number' ? least : 0;
  const longest = typeof most === 'number' ? most : 60;
  const fits = (text: string) => text.padEnd(shortest, 'x').slice(0, longest);
  return fc.oneof(
    { weight: 4, arbitrary: fc.constantFrom(...known.words).map(fits) },
    { weight: 2, arbitrary: fc.string({ unit: 'grapheme', maxLength: Math.min(longest, 40) }).map(fits) },
    { weight: 1, arbitrary: fc.constantFrom('x'.repeat(shortest), 'x'.repeat(longest)) },
  );
}
