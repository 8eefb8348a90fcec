import { type Decode, decodeBlade, tellsFrom } from '@/core/blade/decode';
import { type PackedBittings, readSeries } from '@/core/blade/packed';
import { readingProblems } from '@/core/blade/readings';
import {
  type Blade,
  bittingRule,
  bladeOfKeyway,
  type Measure,
  type SpecProblem,
  specProblems,
} from '@/core/blade/spec';
import type { BittingRule } from '@/core/catalogue/bitting';
import type { Actor } from '@/core/kinds/actor';
import { done, type Failed, failed, type Result } from '@/core/kinds/result';
import { listPackedRows, listSeriesOf } from '@/data/code-rows';
import { findKeyway } from '@/data/keyways';
import type { BladeInput, BladeUnit, DecodeInput } from '@/inputs/blade-inputs';
import { nobody, readAs } from '../asking/read-as';

export interface Decoded extends Decode {
  /** What wear and residuals are in. */
  readonly measure: Measure;
  /** Whether the likeliest is said to be it. */
  readonly tells: boolean;
}

const mmOf: Record<BladeUnit, number> = { mm: 1, thousandths: 0.0254, degrees: 1 };
const measureOf: Record<BladeUnit, Measure> = { mm: 'mm', thousandths: 'mm', degrees: 'degrees' };

/** Decodes a key in hand by its readings; stores nothing and names no code. */
export async function decodeKey(_actor: Actor, input: DecodeInput): Promise<Result<Decoded>> {
  const found = await bladeOf(input);
  if (!found.ok) return found;
  const blade = found.value;
  if (blade.measure !== measureOf[input.unit])
    return failed(
      blade.measure === 'degrees'
        ? 'This blade is a disc: it is read in degrees.'
        : 'Only a disc is read in degrees.',
      'unit',
    );
  const scale = mmOf[input.unit];
  const faces = input.faces.map(({ readings }) =>
    readings.map((reading) => (reading === null ? null : reading * scale)),
  );
  const impossible = specProblems(blade);
  if (impossible.length > 0)
    return refused(impossible.map(({ field, message }) => ({ field: `blade.${field}`, message })));
  const rule = bittingRule(blade);
  const problems = readingProblems(blade, faces);
  if (problems.length > 0) return refused(problems);
  const series = await seriesOf(input, rule);
  if (!series.ok) return series;
  const decode = decodeBlade({ blade, faces, series: series.value }, input.most);
  return done({
    ...decode,
    // The places of the shop's own rows stay here: they are as good as codes.
    ranked: input.codeSeries ? decode.ranked.map((one) => ({ ...one, index: null })) : decode.ranked,
    measure: blade.measure,
    tells: (decode.ranked[0]?.probability ?? 0) >= tellsFrom,
  });
}

/** The series that a bitting is known to be of, where one is named or sent. */
async function seriesOf(
  { keyway, codeSeries, series }: DecodeInput,
  rule: BittingRule,
): Promise<Result<PackedBittings | null>> {
  if (codeSeries !== undefined && series !== undefined)
    return failed('Name a series or send one, not both.', 'series');
  if (series) {
    const read = readSeries(rule, series);
    return 'problem' in read
      ? failed(read.problem.message, `series.${read.problem.field}`)
      : done(read.packed);
  }
  if (codeSeries === undefined) return done(null);
  const own = keyway === undefined ? [] : await listSeriesOf(readAs(nobody), keyway);
  const named = own.find(({ name }) => name === codeSeries);
  if (!named) return failed('The keyway has no series of this name.', 'codeSeries');
  const { packed } = await listPackedRows(readAs(nobody), named);
  return packed.count === 0 ? failed('The shop has no rows of this series.', 'codeSeries') : done(packed);
}

function refused(problems: readonly SpecProblem[]): Failed {
  return { ok: false, problems };
}

async function bladeOf({ keyway, blade, unit }: DecodeInput): Promise<Result<Blade>> {
  if (keyway !== undefined && blade !== undefined)
    return failed('Name a keyway or send a blade whole, not both.', 'blade');
  if (blade) return done(sentWhole(blade, unit));
  if (keyway === undefined) return failed('Name a keyway, or send a blade whole.', 'keyway');
  const known = await findKeyway(readAs(nobody), keyway);
  if (!known) return failed('The library has no keyway of this name.', 'keyway');
  const found = bladeOfKeyway(known);
  return 'reason' in found ? failed(found.reason, 'keyway') : done(found.blade);
}

/** A blade that came with a request, in mm. */
export function sentWhole({ rows, macs, stop, flat, angle }: BladeInput, unit: BladeUnit): Blade {
  const scale = mmOf[unit];
  const measure = measureOf[unit];
  const scaled = (values: readonly number[]) => values.map((value) => value * scale);
  return {
    rows: rows.map(({ spaces, depths }) => ({ spacesMm: scaled(spaces), cuts: scaled(depths) })),
    measure,
    stop,
    macs,
    cutter:
      flat === undefined || angle === undefined || measure === 'degrees'
        ? null
        : { flatMm: flat * scale, angleDeg: angle },
  };
}
