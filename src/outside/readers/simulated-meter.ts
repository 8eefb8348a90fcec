import { normal, pick, seededRandom } from '@/core/kinds/random';
import type { OhmMeter } from './readers';

/** Values before the tips lie still. */
const unsteady = 5;
/** Keys whose second face is dirty, and those whose pellet is cracked. */
const dirtyKey = 4;
const crackedKey = 5;

/**
 * A stand-in for a meter on a cable: it wanders before the tips lie still, then stays within a hand's tremble. Demo key 4 is
 * dirty on its second face, demo key 5 has a cracked pellet.
 */
export const simulatedMeter: OhmMeter = {
  async read({ name, ladder, leadOhms }, face, at) {
    const made = seededRandom(`pellet ${name}`);
    const step = pick(made, ladder.steps);
    const resistor = step.ohms * (1 + ((2 * made() - 1) * ladder.tolerancePercent) / 200);
    const key = Number(name.split(' ').at(-1));
    if (key === crackedKey) return { ok: true, value: null };
    const dirt = key === dirtyKey && face === 1 ? 0.21 * resistor : 0;
    const random = seededRandom(`meter ${name} ${face} ${at}`);
    const there = resistor + dirt + leadOhms;
    if (at < unsteady)
      return { ok: true, value: random() < 0.3 ? null : there * (1 + (0.3 * random()) / (at + 1)) };
    return { ok: true, value: Math.round(normal(random, there, 0.0006 * there)) };
  },
};
