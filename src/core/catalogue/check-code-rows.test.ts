import { describe, expect, it } from 'vitest';
import { formatBitting, parseBitting } from './bitting';
import { checkCodeRows } from './check-code-rows';
import { drawCodeRows } from './code-rows';

const spec = { spaces: 4, depths: 4, macs: 2, begins: [0], first: 10, count: 5 };
const reasons = (rows: readonly [number | undefined, string][]) =>
  checkCodeRows(
    rows.map(([number, bitting]) => ({ number, bitting: parseBitting(bitting) })),
    spec,
  ).map(({ line, column, reason }) => `${line} ${column}: ${reason}`);

describe('checkCodeRows', () => {
  it('lets every row of a drawn series through', () => {
    const drawn = drawCodeRows({ name: 'test', spaces: 8, depths: 4, macs: 2, count: 500 });
    const rows = drawn.map((bitting, at) => ({ number: at + 1, bitting }));
    expect(checkCodeRows(rows, { spaces: 8, depths: 4, macs: 2, begins: [0], first: 1, count: 500 })).toEqual(
      [],
    );
  });

  it.each([
    [[[9, '1234']], ['2 number: Expected 10 to 14.']],
    [[[undefined, '1234']], ['2 number: Expected 10 to 14.']],
    [
      [
        [10, '1212'],
        [10, '2323'],
      ],
      ['3 number: This number stands twice.'],
    ],
    [[[10, '123']], ['2 bitting: Expected 4 depths: a digit each, or numbers with hyphens between.']],
    [[[10, '12a4']], ['2 bitting: Expected 4 depths: a digit each, or numbers with hyphens between.']],
    [[[10, '1235']], ['2 bitting: Expected depths of 1 to 4.']],
    [[[10, '1142']], ['2 bitting: Neighbouring depths differ by more than 2.']],
  ] as [[number | undefined, string][], string[]][])('%j', (rows, expected) => {
    expect(reasons(rows)).toEqual(expected);
  });

  it('knows tracks of two rows: what stands in another row is no neighbour', () => {
    const rows = [{ number: 10, bitting: [1, 2, 4, 3] }];
    expect(checkCodeRows(rows, { ...spec, macs: 1 })).toHaveLength(1);
    expect(checkCodeRows(rows, { ...spec, macs: 1, begins: [0, 2] })).toEqual([]);
  });

  it('knows keyways of twelve depths', () => {
    const wide = { spaces: 6, depths: 12, macs: 11, count: 300 };
    const drawn = drawCodeRows({ name: 'wide', ...wide });
    expect(new Set(drawn.map(formatBitting)).size).toBe(300);
    expect(drawn.some((bitting) => bitting.includes(12))).toBe(true);
    const rows = drawn.map((bitting, at) => ({ number: at, bitting: parseBitting(formatBitting(bitting)) }));
    expect(checkCodeRows(rows, { ...wide, begins: [0], first: 0 })).toEqual([]);
  });
});
