import { describe, expect, it } from 'vitest';
import { checkCut } from '@/core/blade/cut/check-cut';
import type { MachineState } from '@/core/blade/cut/machine';
import { drillKeyways } from '../../../tests/support/blade-drill';
import { simulatedCutter } from './simulated-cutter';

const machine = simulatedCutter(['edge', 'disc', 'inside track', 'outside track']);

describe('the stand-in that cuts blades', () => {
  it('cuts so that a calibrated machine passes and one out of calibration never does', async () => {
    for (const { name, blade, series } of drillKeyways())
      for (const [at, bitting] of series.slice(0, 8).entries()) {
        const verdict = async (state: MachineState) => {
          const cut = await machine.cut({ name: `${name} ${at}`, kind: 'edge', blade, bitting }, state);
          if (!cut.ok) throw new Error(cut.reason);
          return checkCut(blade, ['deeper', 'deeper'], bitting, [cut.value]).verdict;
        };
        expect(await verdict('calibrated')).toBe('passes');
        if (bitting.filter((depth) => depth > 1).length < 3) continue;
        expect(await verdict('tooDeep')).toBe('newBlank');
        expect(await verdict('tooShallow')).not.toBe('passes');
        if (blade.cutter && blade.cutter.flatMm < 1.2) expect(await verdict('shifted')).not.toBe('passes');
      }
  });

  it('knows which profiles it holds, and cuts the same blade the same', async () => {
    const { blade, series } = drillKeyways()[0] ?? { blade: undefined, series: [] };
    if (!blade) throw new Error('the world has a keyway');
    const order = { name: 'one', kind: 'edge', blade, bitting: series[0] ?? [] };
    expect(await simulatedCutter(['disc']).cut(order, 'calibrated')).toMatchObject({
      ok: false,
      reason: expect.stringContaining('it cuts disc'),
    });
    expect(await machine.cut(order, 'calibrated')).toEqual(await machine.cut(order, 'calibrated'));
  });
});
