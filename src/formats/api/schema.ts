import type { FromSchema, JSONSchema } from 'json-schema-to-ts';

/** A JSON Schema (2020-12). */
export type Schema = Readonly<Record<string, unknown>>;

// Short ways to write the parts of a schema. They keep what they are given as it stands, so that the type of an answer
// follows from its schema.
export const text = { type: 'string' } as const;
export const whole = { type: 'integer' } as const;
export const number = { type: 'number' } as const;
export const yesNo = { type: 'boolean' } as const;
export const uuid = { type: 'string', format: 'uuid' } as const;
export const moment = { type: 'string', format: 'date-time' } as const;
export const day = { type: 'string', format: 'date' } as const;
export const share = { type: 'number', minimum: 0, maximum: 1 } as const;
export const map = <const Values>(values: Values) =>
  ({ type: 'object', additionalProperties: values }) as const;

export function orNull<const One>(schema: One) {
  return { anyOf: [schema, { type: 'null' }] } as const;
}

export function oneOf<const Value extends string>(values: readonly Value[]) {
  return { type: 'string', enum: values } as const;
}

/** One of the keys of a table. */
export function keyOf<Table extends object>(table: Table) {
  return oneOf(Object.keys(table) as (keyof Table & string)[]);
}

export function list<const Items>(items: Items) {
  return { type: 'array', items } as const;
}

/** An object of exactly these properties, all of them there but the optional ones. */
export function object<
  const Properties extends object,
  const Optional extends keyof Properties & string = never,
>(properties: Properties, optional: readonly Optional[] = []) {
  const names = Object.keys(properties) as (keyof Properties & string)[];
  const required = names.filter((name) => !(optional as readonly string[]).includes(name)) as Exclude<
    keyof Properties & string,
    Optional
  >[];
  return { type: 'object', properties, required, additionalProperties: false } as const;
}

type Fixed<Value> = Value extends Date
  ? Date
  : Value extends readonly (infer Item)[]
    ? readonly Fixed<Item>[]
    : Value extends object
      ? { readonly [Name in keyof Value]: Fixed<Value[Name]> }
      : Value;

/** What a schema describes, before it is written as JSON: moments are dates. */
export type Answer<Of> = Of extends JSONSchema
  ? Fixed<
      FromSchema<Of, { deserialize: [{ pattern: { type: 'string'; format: 'date-time' }; output: Date }] }>
    >
  : never;
