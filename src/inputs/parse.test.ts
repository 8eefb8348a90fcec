import 'reflect-metadata/lite';
import { Type } from 'class-transformer';
import { IsInt, IsString, Length, ValidateNested } from 'class-validator';
import { describe, expect, it } from 'vitest';
import { parseInput } from './parse';

class Inner {
  @IsInt({ message: 'Type a whole number.' })
  count!: number;
}

class Outer {
  @IsString({ message: 'Type a name.' })
  @Length(1, 5, { message: 'Up to 5 characters.' })
  name!: string;

  @ValidateNested({ each: true })
  @Type(() => Inner)
  items: Inner[] = [];
}

describe('parseInput', () => {
  it('reads what fits', () => {
    expect(parseInput(Outer, { name: 'fox', items: [{ count: 2 }] })).toEqual({
      ok: true,
      value: { name: 'fox', items: [{ count: 2 }] },
    });
  });

  const refused: readonly [string, unknown, string | undefined][] = [
    ['nothing', null, undefined],
    ['a list', [], undefined],
    ['a word', 'name', undefined],
    ['a missing field', {}, 'name'],
    ['a wrong kind', { name: 5 }, 'name'],
    ['an extra field', { name: 'fox', role: 'proprietor' }, 'role'],
    ['an extra nested field', { name: 'fox', items: [{ count: 1, price: 0 }] }, 'items.0.price'],
    ['a nested wrong kind', { name: 'fox', items: [{ count: '1' }] }, 'items.0.count'],
    ['a nested list of words', { name: 'fox', items: ['x'] }, 'items.0'],
  ];
  it.each(refused)('refuses %s and names the field', (_what, data, field) => {
    const result = parseInput(Outer, data);
    expect(result.ok).toBe(false);
    if (!result.ok) expect(result.problems[0]?.field).toBe(field);
  });

  it('does not let a payload reach the prototype', () => {
    const result = parseInput(Outer, JSON.parse('{"name":"fox","__proto__":{"polluted":true}}'));
    expect(({} as Record<string, unknown>).polluted).toBeUndefined();
    if (result.ok) expect((result.value as unknown as Record<string, unknown>).polluted).toBeUndefined();
  });

  it('never repeats the value', () => {
    const result = parseInput(Outer, { name: 'secret words' });
    expect(JSON.stringify(result)).not.toContain('secret words');
  });
});

describe('the door', () => {
  class Words {
    @IsString({ message: 'A text.' }) words!: string;
  }
  class Parts {
    @ValidateNested({ each: true }) @Type(() => Words) parts!: Words[];
  }
  const refused = (Class: new () => object, data: unknown) => {
    const read = parseInput(Class, data);
    return read.ok ? 'taken' : `${read.problems[0]?.field}: ${read.problems[0]?.message}`;
  };

  it.each([
    [{ words: 'a\0b' }, 'words: Letters and signs only.'],
    [{ words: '\ud800' }, 'words: Letters and signs only.'],
    [{ words: 'é🗝️' }, 'taken'],
    [{ words: 'x'.repeat(100_001) }, 'words: This is too long.'],
    [{ words: 'x', constructor: { name: 'y' } }, 'constructor: This field is not known here.'],
    [JSON.parse('{"words":"x","__proto__":{"y":1}}'), '__proto__: This field is not known here.'],
    [{ words: 'x', toString: 'y' }, 'toString: This field is not known here.'],
    [
      { words: { a: { b: { c: { d: { e: { f: { g: { h: { i: { j: 1 } } } } } } } } } } },
      'words.a.b.c.d.e.f.g.h.i: This is nested too deep.',
    ],
  ])('answers %j', (data, answer) => {
    expect(refused(Words, data)).toBe(answer);
  });

  it.each([
    [{ parts: [{ words: 'x' }] }, 'taken'],
    [{ parts: [[]] }, 'parts.0: Expected no list here.'],
    [{ parts: [[{ words: 'x' }]] }, 'parts.0: Expected no list here.'],
    [{ parts: Array.from({ length: 20_001 }, () => ({ words: 'x' })) }, 'parts: This has too many parts.'],
  ])('knows no list in a list, nor one too long: %#', (data, answer) => {
    expect(refused(Parts, data)).toBe(answer);
  });

  it('writes a UUID small, so that one is not taken for two', () => {
    const read = parseInput(Words, { words: 'ABCDEF01-2345-6789-ABCD-EF0123456789' });
    expect(read.ok && read.value.words).toBe('abcdef01-2345-6789-abcd-ef0123456789');
  });
});
