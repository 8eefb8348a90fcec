import type { MachineState } from '@/core/blade/cut/machine';
import { cutReading } from '@/core/blade/cut/shifted';
import { normal, seededRandom } from '@/core/kinds/random';
import type { CutOrder, Cutter } from './cutter';

const toleranceMm = 0.02;
/** A disc's degrees for what would be a mm. */
const degreesOfMm = 60;

const faults: Record<MachineState, { readonly shiftMm: number; readonly tooDeep: number }> = {
  calibrated: { shiftMm: 0, tooDeep: 0 },
  tooDeep: { shiftMm: 0, tooDeep: 0.14 },
  tooShallow: { shiftMm: 0, tooDeep: -0.14 },
  shifted: { shiftMm: 0.75, tooDeep: 0 },
};

/** A stand-in for the machine of a van: it cuts what it is told, a little off, and as it is set. */
export function simulatedCutter(cuts: readonly string[]): Cutter {
  return {
    cuts,
    toleranceMm,
    async cut({ name, kind, blade, bitting }: CutOrder, state) {
      if (!cuts.includes(kind))
        return {
          ok: false,
          reason: `This machine does not hold ${kind}: it cuts ${cuts.join(', ') || 'nothing'}.`,
        };
      const random = seededRandom(`cut ${name}`);
      const scale = blade.measure === 'degrees' ? degreesOfMm : 1;
      const { shiftMm, tooDeep } = faults[state];
      const removed = cutReading(blade, bitting, { shiftMm, tooDeep: tooDeep * scale });
      return {
        ok: true,
        value: removed.map((depth) =>
          depth > 0 ? Math.max(0, depth + normal(random, 0, (toleranceMm * scale) / 2)) : 0,
        ),
      };
    },
  };
}
