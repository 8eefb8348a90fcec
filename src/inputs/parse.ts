import { type ClassConstructor, plainToInstance } from 'class-transformer';
import { type ValidationError, validateSync } from 'class-validator';
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
  const input = plainToInstance(Class, data, { exposeDefaultValues: true });
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
