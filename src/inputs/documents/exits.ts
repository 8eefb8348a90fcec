import { ValidateBy } from 'class-validator';
import type { FieldSchema } from '../fields';

// Where a procedure goes on: an id, a way back that is counted, or causes to be looked for. The three are told apart by what they have.

const id = { type: 'string', pattern: '^[a-z][A-Za-z0-9-]{0,29}$', maxLength: 30 };
export const idForm = /^[a-z][A-Za-z0-9-]{0,29}$/;
const back = {
  type: 'object',
  properties: { to: id, atMost: { type: 'integer', minimum: 1, maximum: 9 }, otherwise: id },
  required: ['to', 'atMost', 'otherwise'],
  additionalProperties: false,
};
const targetSchema = { anyOf: [id, back] };
const troubleSchema = {
  type: 'object',
  properties: {
    causes: {
      type: 'array',
      minItems: 1,
      maxItems: 20,
      items: {
        type: 'object',
        properties: {
          cause: { type: 'string', minLength: 1, maxLength: 40 },
          prior: { type: 'number', exclusiveMinimum: 0, maximum: 1 },
          back: targetSchema,
        },
        required: ['cause', 'prior', 'back'],
        additionalProperties: false,
      },
    },
    otherwise: targetSchema,
  },
  required: ['causes', 'otherwise'],
  additionalProperties: false,
};

/** Where it goes on. */
export const target = () =>
  checked('target', 'Expected an id, or {to, atMost, otherwise} for a way back.', isTarget, targetSchema);

/** Where it goes on after an answer, or the causes that may be behind it. */
export const exit = () =>
  checked(
    'exit',
    'Expected an id, {to, atMost, otherwise}, or {causes, otherwise}.',
    (value) => isTarget(value) || isTrouble(value),
    { anyOf: [...targetSchema.anyOf, troubleSchema] },
  );

/** Ends of another procedure with where each leads. */
export const targetsByName = () =>
  checked(
    'targetsByName',
    'Expected ends with where each leads.',
    (value) =>
      isObject(value) &&
      Object.keys(value).length <= 12 &&
      Object.entries(value).every(([name, to]) => isId(name) && isTarget(to)),
    {
      type: 'object',
      maxProperties: 12,
      propertyNames: { pattern: idForm.source },
      additionalProperties: targetSchema,
    },
  );

function isObject(value: unknown): value is Readonly<Record<string, unknown>> {
  return typeof value === 'object' && value !== null && !Array.isArray(value);
}

function has(value: unknown, ...names: readonly string[]): value is Readonly<Record<string, unknown>> {
  return (
    isObject(value) && Object.keys(value).length === names.length && names.every((name) => name in value)
  );
}

function isId(value: unknown): boolean {
  return typeof value === 'string' && value.length <= 30 && idForm.test(value);
}

function isTarget(value: unknown): boolean {
  if (!has(value, 'to', 'atMost', 'otherwise')) return isId(value);
  const { atMost } = value;
  return (
    isId(value.to) &&
    isId(value.otherwise) &&
    Number.isInteger(atMost) &&
    (atMost as number) >= 1 &&
    (atMost as number) <= 9
  );
}

function isTrouble(value: unknown): boolean {
  if (!has(value, 'causes', 'otherwise') || !Array.isArray(value.causes)) return false;
  return (
    isTarget(value.otherwise) &&
    value.causes.length >= 1 &&
    value.causes.length <= 20 &&
    value.causes.every(
      (one) =>
        has(one, 'cause', 'prior', 'back') &&
        typeof one.cause === 'string' &&
        one.cause.length >= 1 &&
        one.cause.length <= 40 &&
        typeof one.prior === 'number' &&
        one.prior > 0 &&
        one.prior <= 1 &&
        isTarget(one.back),
    )
  );
}

function checked(
  name: string,
  message: string,
  validate: (value: unknown) => boolean,
  schema: NonNullable<FieldSchema['schema']>,
): PropertyDecorator {
  return ValidateBy({ name, validator: { validate } }, { message, context: { field: { schema } } });
}
