import { ValidateBy } from 'class-validator';

const name = /^[a-z][A-Za-z0-9]{0,29}$/;
const kinds: readonly unknown[] = ['text', 'seconds', 'count'];

/** What a caller fills in, each with what it is. */
export function parametersByName(): PropertyDecorator {
  const schema = {
    type: 'object',
    maxProperties: 12,
    propertyNames: { pattern: name.source },
    additionalProperties: {
      type: 'object',
      properties: {
        is: { type: 'string', enum: kinds },
        says: { type: 'string', minLength: 1, maxLength: 120 },
      },
      required: ['is', 'says'],
      additionalProperties: false,
    },
  };
  return ValidateBy(
    { name: 'parametersByName', validator: { validate: areParameters } },
    { message: 'Expected parameters, each {is, says}.', context: { field: { schema } } },
  );
}

function areParameters(value: unknown): boolean {
  return (
    typeof value === 'object' &&
    value !== null &&
    !Array.isArray(value) &&
    Object.keys(value).length <= 12 &&
    Object.entries(value).every(([key, one]) => key.length <= 30 && name.test(key) && isParameter(one))
  );
}

function isParameter(value: unknown): boolean {
  if (typeof value !== 'object' || value === null || Object.keys(value).length !== 2) return false;
  const { is, says } = value as Readonly<Record<string, unknown>>;
  return kinds.includes(is) && typeof says === 'string' && says.length >= 1 && says.length <= 120;
}
