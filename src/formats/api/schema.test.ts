import Ajv2020 from 'ajv/dist/2020.js';
import addFormats from 'ajv-formats';
import { describe, expect, expectTypeOf, it } from 'vitest';
import { OpenJobInput } from '@/inputs/call-input';
import { IdentifyInput } from '@/inputs/identify-input';
import { KeyCountInput } from '@/inputs/key-inputs';
import { parseInput } from '@/inputs/parse';
import { emptyCall } from '../../../tests/support/calls';
import { requestSchema } from './request-schema';
import { type Answer, list, moment, object, oneOf, orNull, text, whole } from './schema';

const ajv = new Ajv2020({ strict: false });
addFormats.default(ajv);

describe('the schema of an answer', () => {
  const schema = object(
    {
      at: moment,
      kind: oneOf(['a', 'b']),
      rows: list(object({ name: text, size: orNull(whole) })),
      note: text,
    },
    ['note'],
  );

  it('gives the type of the answer', () => {
    expectTypeOf<Answer<typeof schema>>().toEqualTypeOf<{
      readonly at: Date;
      readonly kind: 'a' | 'b';
      readonly rows: readonly { readonly name: string; readonly size: number | null }[];
      readonly note?: string;
    }>();
  });

  it('wants every property but the optional ones', () => {
    expect(schema.required).toEqual(['at', 'kind', 'rows']);
  });
});

describe('the schema of a request', () => {
  const key = { presence: 'here' };
  const count = { keys: [key], known: 2, wanted: 1, maximum: 8, minimum: 0 };
  it.each<[string, new () => object, object, boolean]>([
    ['keys as they are told', KeyCountInput, count, true],
    ['a word where a count may be one', KeyCountInput, { ...count, known: 'cannotSay' }, true],
    ['another word', KeyCountInput, { ...count, known: 'several' }, false],
    [
      'a nested field that is not known',
      KeyCountInput,
      { ...count, keys: [{ ...key, colour: 'red' }] },
      false,
    ],
    ['too many keys', KeyCountInput, { ...count, keys: Array.from({ length: 25 }, () => key) }, false],
    ['a field that is missing', KeyCountInput, { ...count, wanted: undefined }, false],
    ['nothing at all where all is optional', IdentifyInput, {}, true],
    [
      'an answer without its value',
      IdentifyInput,
      { given: [{ kind: 'buildMonth', answer: 'skipped' }] },
      true,
    ],
    ['a certainty out of range', IdentifyInput, { certainty: 1 }, false],
    ['a call that says nothing', OpenJobInput, emptyCall, true],
    ['a day of the calendar', OpenJobInput, { ...emptyCall, day: '2027-03-03' }, true],
    ['a day that is none', OpenJobInput, { ...emptyCall, day: '2027-02-30' }, false],
    ['a field that is not known', OpenJobInput, { ...emptyCall, colour: 'red' }, false],
  ])('says of %s what the class says', (_, Class, data, ok) => {
    expect(parseInput(Class, JSON.parse(JSON.stringify(data))).ok).toBe(ok);
    expect(ajv.compile(requestSchema(Class))(JSON.parse(JSON.stringify(data)))).toBe(ok);
  });
});
