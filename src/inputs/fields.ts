import { IsOptional, Length, ValidateIf } from 'class-validator';

type Decorator = (target: object, property: string) => void;

/** A text of 1 to `max` characters, or null. */
export function textOrNull(max: number): Decorator {
  const length = Length(1, max, { message: `Up to ${max} characters.` });
  const optional = IsOptional();
  return (target, property) => {
    optional(target, property);
    length(target, property);
  };
}

/** Leaves out the checks of a field that is null. */
export function orNull(): PropertyDecorator {
  return ValidateIf((_, value) => value !== null);
}
