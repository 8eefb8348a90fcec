import { ValidateIf } from 'class-validator';

/** Leaves out the checks of a field that is null. */
export function orNull(): PropertyDecorator {
  return ValidateIf((_, value) => value !== null);
}

/** Whether a text of an address is a UUID. */
export function isUuid(text: string): boolean {
  return /^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$/i.test(text);
}
