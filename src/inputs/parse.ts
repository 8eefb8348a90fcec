import { type ClassConstructor, plainToInstance } from 'class-transformer';
import { type ValidationError, validateSync } from 'class-validator';
import { isUuid } from '@/core/kinds/is-uuid';
import { done, type Problem, type Result } from '@/core/kinds/result';

/**
 * Reads unknown data into `Input`. Unknown properties are refused, nested ones too.
 * Problems carry the path of the field (`keys.0.name`) and never its value.
 */
export function parseInput<Input extends object>(
  Class: ClassConstructor<Input>,
  data: unknown,
): Result<Input> {
  if (typeof data !== 'object' || data === null || Array.isArray(data)) {
    return { ok: false, problems: [{ message: `Expected an object, got ${kindOf(data)}.` }] };
  }
  const read = normalised(data, '', deepest);
  if (!read.ok) return read;
  const input = plainToInstance(Class, read.value, { exposeDefaultValues: true });
  const errors = validateSync(input, {
    whitelist: true,
    forbidNonWhitelisted: true,
    forbidUnknownValues: true,
    stopAtFirstError: true,
    validationError: { target: false, value: false },
  });
  return errors.length === 0
    ? done(input)
    : { ok: false, problems: errors.flatMap((error) => flatten(error, '')) };
}

/** How deep an input may be, how long its lists, and how long a text in it. */
const deepest = 10;
const longestList = 20_000;
const longestText = 100_000;

/**
 * Unknown data in the one form in which it is read: names that every object has are refused (a field `constructor` would
 * stand in the place of the class), so are texts with U+0000 and half signs, which no column takes; UUIDs are written
 * small, so that one is not taken for two.
 */
function normalised(data: unknown, path: string, depth: number): Result<unknown> {
  const refused = (message: string): Result<unknown> => ({ ok: false, problems: [{ field: path, message }] });
  if (typeof data === 'string') {
    if (data.length > longestText) return refused('This is too long.');
    if (data.includes('\0') || /\p{Cs}/u.test(data)) return refused('Letters and signs only.');
    return done(isUuid(data) ? data.toLowerCase() : data);
  }
  if (typeof data !== 'object' || data === null || data instanceof Date) return done(data);
  if (depth === 0) return refused('This is nested too deep.');
  const entries = Array.isArray(data) ? [...data.entries()] : Object.entries(data);
  if (entries.length > longestList) return refused('This has too many parts.');
  const read: [string, unknown][] = [];
  for (const [name, value] of entries) {
    const field = path === '' ? String(name) : `${path}.${name}`;
    if (!Array.isArray(data) && (name in Object.prototype || name === 'prototype'))
      return { ok: false, problems: [{ field, message: 'This field is not known here.' }] };
    // A list in a list would pass where a list of nested inputs is expected, with nothing of it checked.
    if (Array.isArray(data) && Array.isArray(value))
      return { ok: false, problems: [{ field, message: 'Expected no list here.' }] };
    const part = normalised(value, field, depth - 1);
    if (!part.ok) return part;
    read.push([String(name), part.value]);
  }
  return done(Array.isArray(data) ? read.map(([, value]) => value) : Object.fromEntries(read));
}

function flatten(error: ValidationError, path: string): Problem[] {
  const field = path + error.property;
  const own = Object.entries(error.constraints ?? {}).map(([kind, message]) => ({
    field,
    message: kind === 'whitelistValidation' ? 'This field is not known here.' : message,
  }));
  return [...own, ...(error.children ?? []).flatMap((child) => flatten(child, `${field}.`))];
}

function kindOf(data: unknown): string {
  if (data === null) return 'null';
  return Array.isArray(data) ? 'a list' : typeof data;
}
