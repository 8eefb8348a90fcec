import { Transform } from 'class-transformer';
import { isInt, ValidateBy, ValidateIf } from 'class-validator';
import { isDay } from '@/core/kinds/local-time';

/** Leaves out the checks of a field that is null. */
export function orNull(): PropertyDecorator {
  return ValidateIf((_, value) => value !== null);
}

/** A text of a form, of at most `longest` characters: the length comes first, so that no pattern meets a longer one. */
export function shaped(form: RegExp, longest: number, message: string): PropertyDecorator {
  return check(
    'shaped',
    message,
    (value) => typeof value === 'string' && value.length <= longest && form.test(value),
  );
}

/** The largest number a column of the database holds. */
const largest = 2_147_483_647;

/** A whole number of 0 to what a column holds: a number of a job, a version, a count. */
export function whole(message: string, least = 0): PropertyDecorator {
  return check(
    'whole',
    message,
    (value) => typeof value === 'number' && isInt(value) && value >= least && value <= largest,
  );
}

/** A day that the calendar has, such as 2026-02-28. */
export function calendarDay(message: string): PropertyDecorator {
  return check('calendarDay', message, (value) => typeof value === 'string' && isDay(value));
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
  );
}

function check(name: string, message: string, validate: (value: unknown) => boolean): PropertyDecorator {
  return ValidateBy({ name, validator: { validate } }, { message });
}
