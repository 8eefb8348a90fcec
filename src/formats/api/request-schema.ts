import 'reflect-metadata/lite';
import { getMetadataStorage } from 'class-validator';
import { targetConstructorToSchema } from 'class-validator-jsonschema';
import type { FieldSchema } from '@/inputs/fields';
import { orNull, type Schema } from './schema';

type InputClass = new () => object;

/**
 * The schema of a request from the class that reads it, so that one place says what may be sent. What the library cannot
 * know of our own checks, they carry with them (`FieldSchema`).
 * @param own schemas of single fields that say more than their class
 */
export function requestSchema(Class: InputClass, own: Readonly<Record<string, Schema>> = {}): Schema {
  const { properties = {} } = targetConstructorToSchema(Class);
  const metas = getMetadataStorage().getTargetValidationMetadatas(Class, '', false, false);
  const fields = [...new Set(metas.map(({ propertyName }) => propertyName))];
  const read = fields.map((field) => {
    const checks = metas.filter(({ propertyName }) => propertyName === field);
    const told = checks.flatMap(({ context }): FieldSchema[] => (context?.field ? [context.field] : []));
    const optional = checks.some(({ name }) => name === 'isOptional') || told.some((one) => one.optional);
    return { field, optional, schema: own[field] ?? schemaOf(properties[field] as Schema, told) };
  });
  return {
    type: 'object',
    properties: Object.fromEntries(read.map(({ field, schema }) => [field, schema])),
    required: read.filter(({ optional }) => !optional).map(({ field }) => field),
    additionalProperties: false,
  };
}

function anyOf(classes: Readonly<Record<string, InputClass>>): Schema {
  return { oneOf: Object.values(classes).map((Class) => requestSchema(Class)) };
}

function schemaOf(plain: Schema, told: readonly FieldSchema[]): Schema {
  const own = told.map(({ schema, listOf, nested, byKind }) => ({
    ...schema,
    ...(listOf && { items: requestSchema(listOf()) }),
    ...(nested && requestSchema(nested())),
    ...(byKind && (byKind.list ? { items: anyOf(byKind.classes) } : anyOf(byKind.classes))),
  }));
  // What the library says of a nested class is a name that leads nowhere here.
  const { $ref: _, ...known } = plain as Schema & { readonly $ref?: string };
  const all: Schema = Object.assign({}, known, ...own);
  const words = told.flatMap((one) => one.orWords ?? []);
  const wide = words.length > 0 ? { anyOf: [all, { type: 'string', enum: words }] } : all;
  return told.some((one) => one.orNull) ? orNull(wide) : wide;
}
