import { describe, expect, it } from 'vitest';
import { cuttingListOf } from '@/core/blade/cut/cutting-list';
import { drillKeyways } from '../../tests/support/blade-drill';
import { readCsv } from './csv';
import { cuttingListCsv, cuttingListSchema } from './cutting-list';

describe('a cutting list as files', () => {
  it('says the same in CSV as in JSON, for every keyway of the world', () => {
    for (const { name, blade, series } of drillKeyways()) {
      const list = cuttingListOf(blade, series[0] ?? [], {
        job: 7,
        keyway: name,
        profile: 'edge, one side',
        tolerance: 0.06,
      });
      const { rows } = readCsv(cuttingListCsv(list));
      const cut = blade.measure === 'degrees' ? 'cut_degrees' : 'cut_mm';
      expect(rows.map(({ cells }) => [cells.axis, cells.space, Number(cells.depth)])).toEqual(
        list.cuts.map(({ axis, space, depth }) => [String(axis), String(space), depth]),
      );
      expect(rows.map(({ cells }) => Number(cells[cut]))).toEqual(
        list.cuts.map((one) => Number(one.cut.toFixed(2))),
      );
    }
  });

  it('names every part of it in its schema', () => {
    const { blade, series } = drillKeyways()[0] ?? { blade: undefined, series: [] };
    if (!blade) throw new Error('the world has a keyway');
    const list = cuttingListOf(blade, series[0] ?? [], {
      job: 7,
      keyway: 'x',
      profile: 'edge',
      tolerance: 0.06,
    });
    expect(Object.keys(list).sort()).toEqual(Object.keys(cuttingListSchema.properties).sort());
    expect(Object.keys(list.cuts[0] ?? {}).sort()).toEqual(
      Object.keys(cuttingListSchema.properties.cuts.items.properties).sort(),
    );
  });
});
