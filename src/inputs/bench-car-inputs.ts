import { IsBoolean, IsIn, IsOptional, IsUUID, Length } from 'class-validator';
import type { CarInput, TimedInput } from '@/core/benchcar/car/car-state';
import { deviceActs, places } from '@/core/benchcar/document/behaviour';
import { type PlantedFault, plantedFaults } from '@/core/benchcar/start/planted-faults';
import { type FieldSchema, items, nested, texts, textsByName, wholeIn, wholeUpTo } from './fields';

/** Which platform's car is wanted on the bench. */
export class BenchCarInput {
  @Length(1, 40, { message: 'Name a platform.' }) platform!: string;
}

/** Which kept trace. */
export class TraceInput {
  @IsUUID(undefined, { message: 'Name a trace.' }) id!: string;
}

/** The car's clock goes no further than six hours. */
const longestUs = 6 * 3_600_000_000;
export const moment = (what: string) => wholeUpTo(longestUs, what);

// What is done to a car comes by the thousand, so that each is checked by a table and not by a class of its own; the schema is made of
// the same table.

interface PartOf {
  readonly fits: (value: unknown) => boolean;
  readonly schema: FieldSchema['schema'];
  readonly optional?: boolean;
}

const whole = (from: number, to: number): PartOf => ({
  fits: (value) => Number.isSafeInteger(value) && (value as number) >= from && (value as number) <= to,
  schema: { type: 'integer', minimum: from, maximum: to },
});
const bytes = (most: number): PartOf => ({
  fits: (value) =>
    Array.isArray(value) && value.length >= 1 && value.length <= most && value.every(whole(0, 255).fits),
  schema: {
    type: 'array',
    minItems: 1,
    maxItems: most,
    items: { type: 'integer', minimum: 0, maximum: 255 },
  },
});
const word: PartOf = {
  fits: (value) => typeof value === 'string' && value.length >= 1 && value.length <= 40,
  schema: { type: 'string', minLength: 1, maxLength: 40 },
};
const one = (of: readonly string[]): PartOf => ({
  fits: (value) => typeof value === 'string' && of.includes(value),
  schema: { type: 'string', enum: [...of] },
});
const yesNo: PartOf = { fits: (value) => typeof value === 'boolean', schema: { type: 'boolean' } };
const optional = (part: PartOf): PartOf => ({ ...part, optional: true });
const object = (parts: Readonly<Record<string, PartOf>>): PartOf => ({
  fits: (value) =>
    typeof value === 'object' &&
    value !== null &&
    Object.keys(value).every((name) => Object.hasOwn(parts, name)) &&
    Object.entries(parts).every(([name, part]) => {
      const own = (value as Readonly<Record<string, unknown>>)[name];
      return own === undefined ? part.optional === true : part.fits(own);
    }),
  schema: {
    type: 'object',
    properties: Object.fromEntries(Object.entries(parts).map(([name, { schema }]) => [name, schema])),
    required: Object.keys(parts).filter((name) => !parts[name]?.optional),
    additionalProperties: false,
  },
});

const tag = whole(1, 999);
const somewhere = one(Object.keys(places));

/** What each kind of input carries. */
const carInputs: Readonly<Record<CarInput['kind'], Readonly<Record<string, PartOf>>>> = {
  frame: { frame: object({ id: whole(0, 0x7ff), data: bytes(8) }) },
  bytes: { bytes: bytes(256) },
  part: { part: word, to: word },
  move: { tag, to: somewhere },
  press: { tag, button: word },
  release: {},
  cell: { tag, to: one(['good', 'flat']) },
  supply: { on: yesNo },
  look: { at: somewhere },
  fetch: {},
  device: { does: one(Object.keys(deviceActs)), tag: optional(tag), from: optional(tag) },
};

const byKind = Object.fromEntries(
  Object.entries(carInputs).map(([kind, parts]) => [kind, object({ kind: one([kind]), ...parts })]),
);
const anyInput: PartOf = {
  fits: (value) => {
    const kind = (value as { readonly kind?: unknown } | null)?.kind;
    return typeof kind === 'string' && Object.hasOwn(byKind, kind) && byKind[kind]?.fits(value) === true;
  },
  schema: { oneOf: Object.values(byKind).map(({ schema }) => schema) },
};
const timedInput = object({ atUs: whole(0, longestUs), input: anyInput });
const mostInputs = 3000;

/** What is done to a car, in the order of its time. */
export const carInputList = (most: number): PropertyDecorator =>
  items(timedInput.fits, timedInput.schema, most, 'what is done to the car at its time');

class SetupInput {
  @Length(1, 40, { message: 'A seed of 1 to 40 characters.' }) seed!: string;
  @IsIn(['turn', 'push'], { message: 'Expected turn or push.' }) ignition!: 'turn' | 'push';
  @wholeIn(0, 8) knownKeys!: number;
  @wholeIn(0, 8) lostKeys!: number;
  @wholeIn(0, 8) blankKeys!: number;
  @textsByName(/^[a-z][A-Za-z]{0,29}$/, 12, 40, 'Expected facts with what they are.') facts!: Record<
    string,
    string
  >;
  @texts({ of: plantedFaults, most: 8, least: 0 }, `Some of: ${plantedFaults.join(', ')}.`)
  faults!: PlantedFault[];
  @IsBoolean({ message: 'Expected true or false.' }) byChance!: boolean;
}

/** A car on the bench and all that was done to it, in the order of time. */
export class BenchCarRunInput extends BenchCarInput {
  @nested(() => SetupInput, 'Expected what the car begins with.') setup!: SetupInput;
  @carInputList(mostInputs)
  inputs!: readonly TimedInput[];
  /** How far its time goes on after the last input. */
  @IsOptional() @moment('Up to when, in microseconds of the car’s clock, up to six hours?') untilUs?: number;
}

/** What a program asks of a car on the bench. */
export class BenchCarStepInput extends BenchCarRunInput {
  /** Whether the frames of other modules are told too. */
  @IsOptional() @IsBoolean({ message: 'Expected true or false.' }) background?: boolean;
  /** Outputs before that are left out. */
  @IsOptional() @moment('Since when, in microseconds of the car’s clock?') sinceUs?: number;
}
