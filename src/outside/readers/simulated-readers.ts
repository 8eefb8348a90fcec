import type { FaceReadings } from '@/core/blade/readings';
import { type Blade, spacesOf } from '@/core/blade/spec';
import { normal, seededRandom } from '@/core/kinds/random';
import type { DepthGauge, HeldKey, PhotographReader } from './readers';

/** What a device makes of a mm, beside what the key is. */
const gaugeNoiseMm = 0.015;
const photographNoiseMm = 0.03;
/** How often the cable slips. */
const cableSlips = 0.04;
/** A disc's degrees for what would be a mm. */
const degreesOfMm = 20;

/** A stand-in for a depth gauge: the noise of a hand, and a cable that slips now and then. */
export const simulatedGauge: DepthGauge = {
  async read(key, face, space, attempt) {
    const random = seededRandom(`gauge ${key.name} ${face} ${space} ${attempt}`);
    if (random() < cableSlips)
      return { ok: false, reason: 'The gauge is not there: its cable slipped. Push it in and press again.' };
    const there = faceOf(key, face)[space - 1];
    return there === undefined
      ? { ok: false, reason: `This blade has no space ${space}.` }
      : { ok: true, value: rounded(there + noise(key.blade, normal(random, 0, gaugeNoiseMm))) };
  },
};

/** A stand-in for a reader by photograph: coarser, and blind where light glares on one space of a face. */
export const simulatedPhotograph: PhotographReader = {
  async read(key, faces, attempt) {
    const random = seededRandom(`photograph ${key.name} ${attempt}`);
    const spaces = spacesOf(key.blade).length;
    const first = Math.floor(random() * spaces);
    const value = Array.from({ length: faces }, (_, face): FaceReadings => {
      // Turned over, the light falls elsewhere.
      const glare = (first + 2 * face) % spaces;
      return faceOf(key, face).map((there, space) =>
        space === glare ? null : rounded(there + noise(key.blade, normal(random, 0, photographNoiseMm))),
      );
    });
    return { ok: true, value };
  },
};

/** A worn face of a key: what was cut, what was worn away, most at the tip. */
function faceOf({ name, blade, bitting }: HeldKey, face: number): number[] {
  const wear = seededRandom(`wear of ${name}`);
  const [bow, tip] = [0.05 * wear(), 0.22 * wear()];
  const seat = 0.04 * seededRandom(`seat of ${name} ${face}`)() - 0.02;
  return spacesOf(blade).map(
    ({ cuts, toTip }, space) =>
      (cuts[(bitting[space] ?? 1) - 1] ?? 0) + noise(blade, bow + tip * toTip ** 1.5 + seat),
  );
}

const noise = ({ measure }: Blade, mm: number) => (measure === 'degrees' ? mm * degreesOfMm : mm);
const rounded = (value: number) => Math.round(value * 100) / 100;
