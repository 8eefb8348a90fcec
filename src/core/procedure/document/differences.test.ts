import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { differences } from './differences';
import type { DoStep, Procedure } from './procedure';

const step = (id: string, say = id): DoStep => ({
  kind: 'do',
  id,
  say,
  where: 'car',
  hands: 'none',
  acts: [],
});
const procedure = (steps: readonly DoStep[]): Procedure => ({
  about: 'x',
  way: null,
  parameters: {},
  restores: {},
  steps,
  ends: [{ id: 'done', kind: 'success', say: 'done' }],
});
const told = (before: readonly DoStep[], after: readonly DoStep[]) =>
  differences(procedure(before), procedure(after)).map(({ of, kind }) => `${kind} ${of}`);

describe('the difference of two versions', () => {
  const [a, b, c, d] = [step('a'), step('b'), step('c'), step('d')];
  it.each([
    ['nothing', [a, b, c], [a, b, c], []],
    ['one more', [a, b], [a, c, b], ['added c']],
    ['one less', [a, b, c], [a, c], ['removed b']],
    ['one moved, not all others', [a, b, c, d], [d, a, b, c], ['moved d']],
    ['another sentence', [a, b], [a, step('b', 'else')], ['changed b']],
    ['moved and changed', [a, b, c], [b, c, step('a', 'else')], ['moved a', 'changed a']],
  ])('says %s', (_, before, after, expected) => {
    expect(told(before, after)).toEqual(expected);
  });

  it('names fields with what they were and are', () => {
    const [found] = differences(procedure([a]), { ...procedure([a]), about: 'y' });
    expect(found).toEqual({
      of: 'the procedure',
      kind: 'changed',
      fields: [{ field: 'about', was: '"x"', is: '"y"' }],
    });
  });

  it('names each step that is not alike, and no other', () => {
    const ids = fc.uniqueArray(fc.constantFrom('a', 'b', 'c', 'd', 'e', 'f'), { maxLength: 6 });
    fc.assert(
      fc.property(ids, ids, (before, after) => {
        const found = told(
          before.map((id) => step(id)),
          after.map((id) => step(id)),
        );
        for (const id of before) expect(found.includes(`removed ${id}`)).toBe(!after.includes(id));
        for (const id of after) expect(found.includes(`added ${id}`)).toBe(!before.includes(id));
        const moved = found.filter((one) => one.startsWith('moved')).map((one) => one.slice(6));
        const rest = (list: readonly string[], other: readonly string[]) =>
          list.filter((id) => other.includes(id) && !moved.includes(id));
        expect(rest(after, before)).toEqual(rest(before, after));
      }),
    );
  });
});
