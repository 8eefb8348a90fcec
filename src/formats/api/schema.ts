/** Short ways to write the parts of a JSON Schema (2020-12). */
export type Schema = Readonly<Record<string, unknown>>;

export const text: Schema = { type: 'string' };
export const whole: Schema = { type: 'integer' };
export const number: Schema = { type: 'number' };
export const yesNo: Schema = { type: 'boolean' };
export const uuid: Schema = { type: 'string', format: 'uuid' };
export const moment: Schema = { type: 'string', format: 'date-time' };
export const share: Schema = { type: 'number', minimum: 0, maximum: 1 };

export function orNull(schema: Schema): Schema {
  return { anyOf: [schema, { type: 'null' }] };
}

export function oneOf(values: readonly string[]): Schema {
  return { type: 'string', enum: [...values] };
}

export function list(items: Schema): Schema {
  return { type: 'array', items };
}

/** An object of exactly these properties, all of them there but the optional ones. */
export function object(
  properties: Readonly<Record<string, Schema>>,
  optional: readonly string[] = [],
): Schema {
  return {
    type: 'object',
    properties,
    required: Object.keys(properties).filter((name) => !optional.includes(name)),
    additionalProperties: false,
  };
}
