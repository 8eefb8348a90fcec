import { ValidateBy, ValidateIf } from 'class-validator';

/** Leaves out the checks of a field that is null. */
export function orNull(): PropertyDecorator {
  return ValidateIf((_, value) => value !== null);
}

/** A text of a form, of at most `longest` characters: the length comes first, so that no pattern meets a longer one. */
export function shaped(form: RegExp, longest: number, message: string): PropertyDecorator {
  return ValidateBy(
    {
      name: 'shaped',
      validator: {
        validate: (value) => typeof value === 'string' && value.length <= longest && form.test(value),
      },
    },
    { message },
  );
}
