import { normal, pick, type Random, seededRandom } from '@/core/kinds/random';
import type { Ladder } from '@/core/pellet/ladder';
import { boundOf, finerRange, type Meter } from '@/core/pellet/meter';
import { type PelletAnswer, readPellet } from '@/core/pellet/read-pellet';

/** The ladder of the demo world. */
export const drillLadder: Ladder = {
  platform: 'Bobbin',
  tolerancePercent: 10,
  lockoutSeconds: 420,
  steps: [1000, 1200, 1800, 2700, 3900, 4700, 8200, 12_000, 22_000].map((ohms, at) => ({
    step: at + 1,
    ohms,
    fromYear: null,
    toYear: null,
    profile: null,
    replaced: null,
  })),
};

export const drillMeter: Meter = {
  name: 'Bench meter',
  accuracyPercent: 1,
  accuracyDigits: 3,
  counts: 2000,
  ranges: [200, 2000, 20_000, 200_000],
  leadOhms: 0.3,
};

/** The range a hand sets after a first look. */
const rangeSet = (meter: Meter, ohms: number) =>
  finerRange(meter, ohms * 1.3, Number.POSITIVE_INFINITY) ?? meter.ranges.at(-1) ?? ohms;

export interface DrawnPellet {
  readonly step: number;
  readonly faces: readonly (readonly number[])[];
}

/**
 * A pellet as it is met, by another hand than the model's: even within its tolerance and the meter's bound, contacts that
 * vary, one in fifteen dirty on a face, one in thirty with something across it.
 */
export function drawPellet(random: Random, ladder: Ladder, meter: Meter, readings: number): DrawnPellet {
  const step = pick(random, ladder.steps);
  const even = (half: number) => (2 * random() - 1) * half;
  const resistor = step.ohms * (1 + even(ladder.tolerancePercent / 100));
  const range = rangeSet(meter, resistor);
  const gain = even(boundOf(meter, resistor, range));
  const faces = [0, 1].map(() => {
    const dirt = random() < 1 / 15 ? 0.25 * random() * resistor : 0;
    const across = random() < 1 / 30 ? 20_000 + random() * 500_000 : Number.POSITIVE_INFINITY;
    const there = resistor + dirt;
    const bridged = Number.isFinite(across) ? (there * across) / (there + across) : there;
    return Array.from(
      { length: readings },
      () => bridged + meter.leadOhms + gain + normal(random, 0, 0.003 * bridged + 0.5),
    );
  });
  return { step: step.step, faces };
}

export function readDrawn(drawn: DrawnPellet, ladder: Ladder, meter: Meter): PelletAnswer {
  const range = rangeSet(meter, drawn.faces[0]?.[0] ?? 0);
  return readPellet({ ladder, steps: ladder.steps, meter, range, faces: drawn.faces });
}

/** The step whose value lies nearest to the mean, as a list on paper is read. */
export function nearestStep(drawn: DrawnPellet, ladder: Ladder): number {
  const all = drawn.faces.flat();
  const mean = all.reduce((sum, one) => sum + one, 0) / all.length;
  return ladder.steps.reduce((best, one) =>
    Math.abs(one.ohms - mean) < Math.abs(best.ohms - mean) ? one : best,
  ).step;
}

export interface PelletFigures {
  readonly pellets: number;
  /** Wrong steps taken: by nearest value, and where the decode calls one clear. */
  readonly nearestWrong: number;
  readonly clear: number;
  readonly clearWrong: number;
  /** The likeliest step is wrong, whatever is said of it. */
  readonly likeliestWrong: number;
}

/** Draws pellets and reads them both ways. */
export function pelletFigures(
  ladder: Ladder,
  meter: Meter,
  readings: number,
  pellets: number,
): PelletFigures {
  const random = seededRandom(`pellets ${meter.name} ${readings} ${ladder.tolerancePercent}`);
  let [nearestWrong, clear, clearWrong, likeliestWrong] = [0, 0, 0, 0];
  for (let at = 0; at < pellets; at += 1) {
    const drawn = drawPellet(random, ladder, meter, readings);
    const answer = readDrawn(drawn, ladder, meter);
    const right = answer.steps[0]?.step === drawn.step;
    nearestWrong += Number(nearestStep(drawn, ladder) !== drawn.step);
    likeliestWrong += Number(!right);
    if (answer.verdict !== 'clear') continue;
    clear += 1;
    clearWrong += Number(!right);
  }
  return { pellets, nearestWrong, clear, clearWrong, likeliestWrong };
}
