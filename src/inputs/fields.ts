// The decorators below and class-transformer's need it, whichever module of inputs is read first.
import 'reflect-metadata/lite';
import { Transform, Type } from 'class-transformer';
import {
  ArrayMaxSize,
  IsArray,
  IsIn,
  IsInt,
  IsNumber,
  isInt,
  Length,
  Matches,
  Max,
  Min,
  ValidateBy,
  ValidateIf,
  ValidateNested,
} from 'class-validator';
import { isDay } from '@/core/kinds/local-time';

/** What a check of ours says of its field in JSON Schema; the schema of a request is made of it. */
export interface FieldSchema {
  readonly schema?: Readonly<Record<string, unknown>>;
  readonly orNull?: true;
  readonly orWords?: readonly string[];
  readonly optional?: true;
  readonly listOf?: () => new () => object;
  readonly nested?: () => new () => object;
  /** One of several classes, told apart by their kind; in a list or alone. */
  readonly byKind?: { readonly classes: Readonly<Record<string, new () => object>>; readonly list: boolean };
}

const saying = (field: FieldSchema) => ({ context: { field } });

/** Leaves out the checks of a field that is null. */
export function orNull(): PropertyDecorator {
  return ValidateIf((_, value) => value !== null, saying({ orNull: true }));
}

/** Leaves out the checks of a field that is one of these words. */
export function orWords(...words: readonly string[]): PropertyDecorator {
  return ValidateIf((_, value) => !words.includes(value), saying({ orWords: words }));
}

/** Checks a field only where others of its input say so; elsewhere it may be null or missing. */
export function onlyWhere<Input>(says: (input: Input) => boolean): PropertyDecorator {
  return ValidateIf((input) => says(input), saying({ orNull: true, optional: true }));
}

/** A list of nested inputs. */
export function listOf(Class: () => new () => object, most: number, what: string): PropertyDecorator {
  return together(
    IsArray({ message: `Expected ${what}.` }),
    ArrayMaxSize(most, { message: `Up to ${most} ${what}.` }),
    ValidateNested({ each: true, ...saying({ listOf: Class }) }),
    Type(Class),
  );
}

/** A nested input of one of several classes, told apart by its `kind`; with `most` a list of so many of them. */
export function byKind(
  classes: Readonly<Record<string, new () => object>>,
  most: number | null,
  what: string,
): PropertyDecorator {
  const kinds = Object.keys(classes);
  class AnyKind {
    kind!: string;
  }
  IsIn(kinds, { message: `Expected one of: ${kinds.join(', ')}.` })(AnyKind.prototype, 'kind');
  const type = Type(() => AnyKind, {
    keepDiscriminatorProperty: true,
    discriminator: {
      property: 'kind',
      subTypes: Object.entries(classes).map(([name, value]) => ({ name, value })),
    },
  });
  const told = saying({ byKind: { classes, list: most !== null } });
  return most === null
    ? together(notList(`Expected ${what}.`), ValidateNested({ message: `Expected ${what}.`, ...told }), type)
    : together(
        IsArray({ message: `Expected ${what}.` }),
        ArrayMaxSize(most, { message: `Up to ${most} ${what}.` }),
        ValidateNested({ each: true, ...told }),
        type,
      );
}

/**
 * Many small things in a list, each checked by one function; the first that does not fit is named by its place.
 * @param schema what one of them is
 */
export function items(
  fits: (value: unknown) => boolean,
  schema: FieldSchema['schema'],
  most: number,
  what: string,
): PropertyDecorator {
  const together: NonNullable<FieldSchema['schema']> = { type: 'array', maxItems: most, items: schema };
  return ValidateBy(
    {
      name: 'items',
      validator: {
        validate: (value) => Array.isArray(value) && value.length <= most && value.every(fits),
        defaultMessage: (told) => {
          const value: unknown = told?.value;
          if (!Array.isArray(value) || value.length > most) return `Up to ${most} of: ${what}.`;
          return `The ${value.findIndex((one) => !fits(one)) + 1}. is not ${what}.`;
        },
      },
    },
    saying({ schema: together }),
  );
}

/** Texts by their names: `{ bonnet: 'released' }`. */
export function textsByName(form: RegExp, most: number, longest: number, message: string): PropertyDecorator {
  return check(
    'textsByName',
    message,
    (value) =>
      typeof value === 'object' &&
      value !== null &&
      !Array.isArray(value) &&
      Object.keys(value).length <= most &&
      Object.entries(value).every(
        ([name, text]) =>
          name.length <= 40 &&
          form.test(name) &&
          typeof text === 'string' &&
          text.length >= 1 &&
          text.length <= longest,
      ),
    {
      type: 'object',
      maxProperties: most,
      propertyNames: { pattern: form.source },
      additionalProperties: { type: 'string', minLength: 1, maxLength: longest },
    },
  );
}

/** A text of a form, of at most `longest` characters: the length comes first, so that no pattern meets a longer one. */
export function shaped(form: RegExp, longest: number, message: string): PropertyDecorator {
  return check(
    'shaped',
    message,
    (value) => typeof value === 'string' && value.length <= longest && form.test(value),
    { type: 'string', pattern: form.source, maxLength: longest },
  );
}

/** A signature as strokes, 'x,y x,y;x,y …' in a box of 600 by 200; empty where nobody signed. */
export function strokes(): PropertyDecorator {
  return shaped(/^(?:\d{1,3},\d{1,3}(?:[ ;]\d{1,3},\d{1,3})*)?$/, 20_000, 'Sign again.');
}

/** The largest number a column of the database holds. */
const largest = 2_147_483_647;

/** A whole number of 0 to what a column holds: a number of a job, a version, a count. */
export function whole(message: string, least = 0): PropertyDecorator {
  return check(
    'whole',
    message,
    (value) => typeof value === 'number' && isInt(value) && value >= least && value <= largest,
    { type: 'integer', minimum: least, maximum: largest },
  );
}

/** A whole number that may be larger than a column holds, exact as JavaScript has them. */
export function wholeUpTo(most: number, message: string): PropertyDecorator {
  return check(
    'wholeUpTo',
    message,
    (value) => typeof value === 'number' && Number.isSafeInteger(value) && value >= 0 && value <= most,
    { type: 'integer', minimum: 0, maximum: most },
  );
}

/** A whole number of a range, with one word for whatever is wrong with it. */
export function wholeIn(
  from: number,
  to: number,
  message = `A whole number, ${from} to ${to}.`,
): PropertyDecorator {
  return together(IsInt({ message }), Min(from, { message }), Max(to, { message }));
}

/** A number of a range, with one word for whatever is wrong with it. */
export function numberIn(from: number, to: number, message: string): PropertyDecorator {
  return together(IsNumber({}, { message }), Min(from, { message }), Max(to, { message }));
}

/** The shop's own sentences: up to `most`, each of up to 200 characters. */
export function sentences(most: number): PropertyDecorator {
  return together(
    IsArray({ message: 'Expected lines.' }),
    ArrayMaxSize(most, { message: `Up to ${most} lines.` }),
    Length(1, 200, { each: true, message: 'Up to 200 characters a line.' }),
    Matches(/\S/, { each: true, message: 'A line says something.' }),
  );
}

function together(...checks: readonly PropertyDecorator[]): PropertyDecorator {
  return (target, property) => {
    for (const check of checks) check(target, property);
  };
}

/**
 * A number with so many decimals at most. The library's own check of decimals throws at numbers that JavaScript writes with
 * an exponent, such as 1e-7.
 */
export function decimals(most: number, message: string): PropertyDecorator {
  return check(
    'decimals',
    message,
    (value) => typeof value === 'number' && Number.isFinite(value) && Number(value.toFixed(most)) === value,
    { type: 'number' },
  );
}

/** A day that the calendar has, such as 2026-02-28. */
export function calendarDay(message: string): PropertyDecorator {
  return check('calendarDay', message, (value) => typeof value === 'string' && isDay(value), {
    type: 'string',
    format: 'date',
  });
}

const firstInstant = Date.UTC(1970, 0, 2);
const lastInstant = Date.UTC(2200, 0, 1);

/** An instant as a text such as 2027-03-03T15:20:00Z, read into a date of this age of the world. */
export function instant(message: string): PropertyDecorator {
  const read = Transform(({ value }) =>
    typeof value === 'string' && /^\d{4}-\d{2}-\d{2}T[\d:.]{5,18}(Z|[+-]\d{2}:\d{2})$/.test(value)
      ? new Date(value)
      : value,
  );
  const within = check(
    'instant',
    message,
    (value) => value instanceof Date && value.getTime() >= firstInstant && value.getTime() < lastInstant,
    { type: 'string', format: 'date-time' },
  );
  return (target, property) => {
    read(target, property);
    within(target, property);
  };
}

/** One value, and no list of them: a list of nested inputs would pass where one is expected. */
export function notList(message: string): PropertyDecorator {
  return check(
    'notList',
    message,
    (value) => typeof value === 'object' && value !== null && !Array.isArray(value),
    { type: 'object' },
  );
}

function check(
  name: string,
  message: string,
  validate: (value: unknown) => boolean,
  schema: NonNullable<FieldSchema['schema']>,
): PropertyDecorator {
  return ValidateBy({ name, validator: { validate } }, { message, ...saying({ schema }) });
}

/** A list of finite numbers, each of a range; with `gaps` a number that is not known is null. */
export function numbers({ most, from, to, gaps = false }: NumbersRange, message: string): PropertyDecorator {
  const number = { type: 'number', minimum: from, maximum: to };
  return check(
    'numbers',
    message,
    (value) =>
      Array.isArray(value) &&
      value.length >= 1 &&
      value.length <= most &&
      value.every(
        (one) =>
          (gaps && one === null) ||
          (typeof one === 'number' && Number.isFinite(one) && one >= from && one <= to),
      ),
    {
      type: 'array',
      minItems: 1,
      maxItems: most,
      items: gaps ? { anyOf: [number, { type: 'null' }] } : number,
    },
  );
}

/** A list of texts, each of up to `longest` characters, or one of these words. */
export function texts(
  { most, longest = 120, least = 1, of }: TextsRange,
  message: string,
): PropertyDecorator {
  return check(
    'texts',
    message,
    (value) =>
      Array.isArray(value) &&
      value.length >= least &&
      value.length <= most &&
      value.every((one) => typeof one === 'string' && one.length <= longest && (!of || of.includes(one))),
    {
      type: 'array',
      minItems: least,
      maxItems: most,
      items: of ? { type: 'string', enum: [...of] } : { type: 'string', maxLength: longest },
    },
  );
}

interface TextsRange {
  readonly most: number;
  readonly longest?: number;
  readonly least?: number;
  readonly of?: readonly string[];
}

interface NumbersRange {
  readonly most: number;
  readonly from: number;
  readonly to: number;
  readonly gaps?: boolean;
}

/** One nested input, of a class of its own. */
export function nested(Class: () => new () => object, what: string): PropertyDecorator {
  const checks = [
    notList(what),
    ValidateNested({ message: what, ...saying({ nested: Class }) }),
    Type(Class),
  ];
  return (target, property) => {
    for (const check of checks) check(target, property);
  };
}
