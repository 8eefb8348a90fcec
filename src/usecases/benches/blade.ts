import { type Decode, decodeBlade, tellsFrom } from '@/core/blade/decode';
import { readingProblems, seriesProblems } from '@/core/blade/readings';
import { axisOfKeyway, type BladeAxis, type SpecProblem, specProblems } from '@/core/blade/spec';
import type { Actor } from '@/core/kinds/actor';
import { done, type Failed, failed, type Result } from '@/core/kinds/result';
import { findKeyway } from '@/data/keyways';
import type { BladeUnit, DecodeInput } from '@/inputs/blade-inputs';
import { database } from '../database';

export interface Decoded extends Decode {
  /** Whether the likeliest is said to be it. */
  readonly tells: boolean;
}

const mmOf: Record<BladeUnit, number> = { mm: 1, thousandths: 0.0254 };

/** Decodes a key in hand by its readings; stores nothing and names no code. */
export async function decodeKey(_actor: Actor, input: DecodeInput): Promise<Result<Decoded>> {
  const scale = mmOf[input.unit];
  const found = await axisOf(input, scale);
  if (!found.ok) return found;
  const { axis, stop } = found.value;
  const faces = input.faces.map(({ readings }) =>
    readings.map((reading) => (reading === null ? null : reading * scale)),
  );
  const series = input.series?.map(({ bitting }) => bitting) ?? null;
  const problems = [
    ...specProblems(axis),
    ...readingProblems(axis, faces),
    ...(series === null ? [] : seriesProblems(axis, series)),
    ...(series?.length === 0 ? [{ field: 'series', message: 'A series has one bitting at least.' }] : []),
  ];
  if (problems.length > 0) return refused(problems);
  const decode = decodeBlade({ axis, stop, faces, series }, input.most);
  return done({ ...decode, tells: (decode.ranked[0]?.probability ?? 0) >= tellsFrom });
}

function refused(problems: readonly SpecProblem[]): Failed {
  return { ok: false, problems };
}

async function axisOf(
  { keyway, axis }: DecodeInput,
  scale: number,
): Promise<Result<{ readonly axis: BladeAxis; readonly stop: 'shoulder' | 'tip' }>> {
  if (keyway !== undefined && axis !== undefined)
    return failed('Name a keyway or send one whole, not both.', 'axis');
  if (axis) {
    const { spaces, depths, macs, stop } = axis;
    const mm = (values: readonly number[]) => values.map((value) => value * scale);
    return done({ axis: { spacesMm: mm(spaces), depthsMm: mm(depths), macs }, stop });
  }
  if (keyway === undefined) return failed('Name a keyway, or send one whole.', 'keyway');
  const known = await findKeyway(database(), keyway);
  if (!known) return failed('The library has no keyway of this name.', 'keyway');
  const found = axisOfKeyway(known);
  return 'reason' in found ? failed(found.reason, 'keyway') : done(found);
}
