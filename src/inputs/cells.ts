import { Transform } from 'class-transformer';
import { IsBoolean, IsIn, IsInt, IsNumber, IsOptional, Length, Matches, Max, Min } from 'class-validator';

type Decorator = (target: object, property: string) => void;

function all(...decorators: PropertyDecorator[]): Decorator {
  return (target, property) => {
    for (const decorate of decorators) decorate(target, property);
  };
}

/** Decorators for the cells of a file: text in, a value of the named kind out. */
export const cell = {
  text: (max = 120): Decorator => all(Length(1, max, { message: `Expected 1 to ${max} characters.` })),
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
  optional: (): Decorator => all(IsOptional()),
};
