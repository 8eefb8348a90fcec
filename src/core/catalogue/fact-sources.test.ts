import { describe, expect, it } from 'vitest';
import { testApplication } from '../../../tests/support/applications';
import { drawCodeRows } from './code-rows';
import { differences } from './conflicts';
import { readFactSources, withFactSource, writeFactSources } from './fact-sources';

describe('sources of single facts', () => {
  it('are read and written alike', () => {
    const text = 'chip: 0.97 K-1042 at the car | pocket: 0.9 Handbook';
    const sources = readFactSources(text);
    expect(sources).toEqual([
      { kind: 'chip', certainty: 0.97, source: 'K-1042 at the car' },
      { kind: 'pocket', certainty: 0.9, source: 'Handbook' },
    ]);
    expect(writeFactSources(sources ?? [])).toBe(text);
  });

  it.each([
    'chip',
    'chip: 0.97',
    'chip: 2 K-1',
    'colour: 0.9 K-1',
    'chip: 0.9 a | chip: 0.9 b',
    'chip: 0.9 a: b',
    '',
  ])('%j is none', (text) => {
    expect(readFactSources(text)).toBeUndefined();
  });

  it('are replaced fact by fact, with the signs of the list taken out of words', () => {
    const changed = withFactSource('chip: 0.9 a | pocket: 0.8 b', {
      kind: 'chip',
      certainty: 0.97,
      source: 'K-1: x | y',
    });
    expect(readFactSources(changed)).toEqual([
      { kind: 'pocket', certainty: 0.8, source: 'b' },
      { kind: 'chip', certainty: 0.97, source: expect.not.stringMatching(/[:|]/) },
    ]);
    expect(withFactSource(undefined, { kind: 'blank', certainty: 0.9, source: 'c' })).toBe('blank: 0.9 c');
  });
});

describe('what was found and differs', () => {
  it('is named by fact, with both values; what agrees or nobody can compare is left out', () => {
    const application = testApplication({ blank: 'BLANK-1', pocket: null });
    expect(
      differences(application, [
        { kind: 'blank', value: 'BLANK-2' },
        { kind: 'pocket', value: 'none' },
        { kind: 'modelYear', value: '2019' },
        { kind: 'toolEntry', value: 'Somebody' },
      ]),
    ).toEqual([{ kind: 'blank', library: 'BLANK-1', found: 'BLANK-2' }]);
  });
});

describe('the rows of a code series', () => {
  const spec = { name: 'Q', spaces: 8, depths: 4, macs: 2, count: 2000 };

  it('are different, within the maximum adjacent cut, and the same at each drawing', () => {
    const rows = drawCodeRows(spec);
    expect(new Set(rows).size).toBe(2000);
    for (const row of rows) {
      const depths = [...row].map(Number);
      expect(depths.length).toBe(8);
      expect(depths.every((depth) => depth >= 1 && depth <= 4)).toBe(true);
      expect(depths.every((depth, at) => at === 0 || Math.abs(depth - (depths[at - 1] ?? 0)) <= 2)).toBe(
        true,
      );
      expect(new Set(depths).size).toBeGreaterThan(1);
    }
    expect(drawCodeRows(spec)).toEqual(rows);
    expect(drawCodeRows({ ...spec, name: 'R' })).not.toEqual(rows);
  });

  it('cannot be more than the keyway has', () => {
    expect(() => drawCodeRows({ ...spec, spaces: 3, depths: 2, count: 100 })).toThrow(
      /expected 100 bittings/,
    );
  });
});
