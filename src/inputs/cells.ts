import { Transform } from 'class-transformer';
import { IsBoolean, IsIn, IsInt, IsNumber, IsOptional, Length, Matches, Max, Min } from 'class-validator';
import { rankSignForm } from '@/core/catalogue/platform';

type Decorator = (target: object, property: string) => void;

function all(...decorators: PropertyDecorator[]): Decorator {
  return (target, property) => {
    for (const decorate of decorators) decorate(target, property);
  };
}

const oneLine = /^[^\p{Cc}]*$/u;

/** Decorators for the cells of a file: text in, a value of the named kind out. */
export const cell = {
  text: (max = 120): Decorator =>
    all(
      Transform(({ value }) => (typeof value === 'string' ? value.trim() : value)),
      Length(1, max, { message: `Expected 1 to ${max} characters.` }),
      Matches(oneLine, { message: 'Expected one line of text, without control characters.' }),
    ),
  whole: (min: number, max: number): Decorator =>
    all(
      Transform(({ value }) => (/^-?\d+$/.test(value) ? Number(value) : value)),
      IsInt({ message: 'Expected a whole number.' }),
      Min(min, { message: `Expected ${min} or more.` }),
      Max(max, { message: `Expected ${max} or less.` }),
    ),
  decimal: (min: number, max: number): Decorator =>
    all(
      Transform(({ value }) => (/^-?\d+(\.\d+)?$/.test(value) ? Number(value) : value)),
      IsNumber({}, { message: 'Expected a number with a point.' }),
      Min(min, { message: `Expected ${min} or more.` }),
      Max(max, { message: `Expected ${max} or less.` }),
    ),
  /** An hour of a day; '24:00' ends one. */
  hour: (): Decorator =>
    all(Matches(/^(([01]\d|2[0-3]):[0-5]\d|24:00)$/, { message: 'Expected an hour such as 15:30.' })),
  /** A number of keys, or `cannotSay`. */
  count: (): Decorator =>
    all(
      Transform(({ value }) => (/^\d{1,2}$/.test(value) ? Number(value) : value)),
      IsIn([...Array(65).keys(), 'cannotSay'], { message: 'Expected 0 to 64, or cannotSay.' }),
    ),
  amount: (): Decorator =>
    all(Matches(/^\d{1,7}(\.\d{1,3})?$/, { message: 'Expected an amount such as 12.50.' })),
  yesNo: (): Decorator =>
    all(
      Transform(({ value }) => (value === 'yes' ? true : value === 'no' ? false : value)),
      IsBoolean({ message: 'Expected yes or no.' }),
    ),
  oneOf: (values: readonly string[]): Decorator =>
    all(IsIn(values as string[], { message: `Expected one of: ${values.join(', ')}.` })),
  /** Words separated by single spaces. */
  words: (max: number): Decorator =>
    all(
      Transform(({ value }) => (typeof value === 'string' ? value.trim().split(/\s+/).join(' ') : value)),
      Length(1, max, { message: `Expected 1 to ${max} characters.` }),
      Matches(oneLine, { message: 'Expected one line of text, without control characters.' }),
    ),
  /** Numbers separated by single spaces. */
  numbers: (max: number): Decorator =>
    all(
      Transform(({ value }) =>
        /^[\d. ]+$/.test(value)
          ? value
              .trim()
              .split(/ +/)
              .map((part: string) => String(Number(part)))
              .join(' ')
          : value,
      ),
      Length(1, max, { message: `Expected 1 to ${max} characters.` }),
      Matches(/^\d[\d. ]*$/, { message: 'Expected numbers separated by spaces.' }),
    ),
  makerId: (): Decorator =>
    all(
      Matches(/^([A-HJ-NPR-Z0-9]{3}|[A-HJ-NPR-Z0-9]{2}9[A-HJ-NPR-Z0-9]{3})$/, {
        message: 'Expected 3 characters of a VIN, or 6 with a 9 at the third.',
      }),
    ),
  rankSign: (): Decorator =>
    all(
      Matches(rankSignForm, {
        message: 'Expected a sign of a lamp or menu, or the colour of a head such as head: slate.',
      }),
    ),
  month: (): Decorator =>
    all(Matches(/^\d{4}-(0[1-9]|1[0-2])$/, { message: 'Expected a month such as 2016-05.' })),
  optional: (): Decorator => all(IsOptional()),
};
