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
