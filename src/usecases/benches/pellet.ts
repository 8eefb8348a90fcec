import type { Actor } from '@/core/kinds/actor';
import { done, failed, type Result } from '@/core/kinds/result';
import { type Ladder, type LadderFilter, stepsFor } from '@/core/pellet/ladder';
import { type Meter, meterProblems, rangeFor } from '@/core/pellet/meter';
import { parseOhms } from '@/core/pellet/ohms-text';
import { type PelletAdvice, pelletAdvice } from '@/core/pellet/pellet-words';
import { type PelletAnswer, readPellet } from '@/core/pellet/read-pellet';
import { listMeters, type MeterRow } from '@/data/meters';
import { listLadders } from '@/data/pellets';
import type { MeterReadInput, PelletInput } from '@/inputs/pellet-inputs';
import { nobody, readAs } from '../asking/read-as';
import { ohmMeter } from '../outside';

export interface PelletBenchView {
  readonly ladders: readonly Ladder[];
  readonly meters: readonly MeterRow[];
}

/** What the bench measures by: the ladders of the library and the meters of the shop. */
export async function readPelletBench(actor: Actor): Promise<PelletBenchView> {
  const db = readAs(actor);
  const [ladders, meters] = await Promise.all([listLadders(db), listMeters(db)]);
  return { ladders, meters };
}

export interface PelletMeasured extends PelletAnswer {
  readonly advice: PelletAdvice;
  /** The steps that a key of this year and blade can have. */
  readonly open: readonly number[];
  /** What each typed reading was taken for, by face; null where the meter showed no end. */
  readonly read: readonly (readonly (number | null)[])[];
  /** Readings that are off the ladder by tens or thousands, with what may be meant; they are left out until they are settled. */
  readonly slips: readonly { readonly face: number; readonly reading: number; readonly maybeOhms: number }[];
}

/** The step of a pellet by what was measured of it; stores nothing. */
export async function measurePellet(_actor: Actor, input: PelletInput): Promise<Result<PelletMeasured>> {
  const ladder = await ladderOf(input);
  if (!ladder.ok) return ladder;
  const meter = await meterOf(input);
  if (!meter.ok) return meter;
  const filter: LadderFilter = { year: input.year ?? null, profile: input.profile ?? null };
  const steps = stepsFor(ladder.value, filter);
  if (steps.length === 0) return failed('No step of this ladder is of this year and blade.', 'year');
  const ohms = steps.map((one) => one.ohms);
  const range = input.range ?? rangeFor(meter.value, ohms, ladder.value.tolerancePercent);
  if (!meter.value.ranges.includes(range))
    return failed(`The meter has the ranges ${meter.value.ranges.join(', ')} Ω.`, 'range');
  const faces: (number | null)[][] = [];
  const slips: { face: number; reading: number; maybeOhms: number }[] = [];
  for (const [face, { readings }] of input.faces.entries()) {
    const read: (number | null)[] = [];
    for (const [at, text] of readings.entries()) {
      const typed = parseOhms(text, ohms);
      if (!typed)
        return failed('Expected a resistance: 3.3, 3k3, 3.3 kΩ or OL.', `faces.${face}.readings.${at}`);
      if (typed.kind === 'ohms' && typed.slip !== null)
        slips.push({ face, reading: at, maybeOhms: typed.ohms * typed.slip });
      else read.push(typed.kind === 'open' ? null : typed.ohms);
    }
    faces.push(read);
  }
  const answer = readPellet({ ladder: ladder.value, steps, meter: meter.value, range, faces });
  return done({
    ...answer,
    advice: pelletAdvice(answer, { steps }, filter),
    open: steps.map(({ step }) => step),
    read: faces,
    slips,
  });
}

/** The next value of the meter beside the bench. */
export async function readMeter(
  actor: Actor,
  { platform, key, face, at, meter: name }: MeterReadInput,
): Promise<Result<{ readonly ohms: number | null }>> {
  const ladders = await listLadders(readAs(actor));
  const ladder = ladders.find((one) => one.platform === platform);
  if (!ladder) return failed('The library has no ladder of this platform.', 'platform');
  const meter = (await listMeters(readAs(actor))).find((one) => one.name === name);
  const answer = await ohmMeter.read(
    { name: `${platform} ${key}`, ladder, leadOhms: meter?.leadOhms ?? 0 },
    face,
    at,
  );
  return answer.ok ? done({ ohms: answer.value }) : failed(answer.reason);
}

async function ladderOf({ platform, ladder }: PelletInput): Promise<Result<Ladder>> {
  if ((platform === undefined) === (ladder === undefined))
    return failed('Name a platform, or send a ladder whole.', 'platform');
  if (ladder) {
    const steps = new Set(ladder.steps.map(({ step }) => step));
    if (ladder.steps.length < 2 || steps.size !== ladder.steps.length)
      return failed('Expected two steps or more, each once.', 'ladder.steps');
    return done({
      platform: 'sent',
      lockoutSeconds: 0,
      tolerancePercent: ladder.tolerancePercent,
      steps: ladder.steps
        .map((step) => ({ ...step, fromYear: null, toYear: null, profile: null, replaced: null }))
        .sort((a, b) => a.ohms - b.ohms),
    });
  }
  const known = (await listLadders(readAs(nobody))).find((one) => one.platform === platform);
  return known ? done(known) : failed('The library has no ladder of this platform.', 'platform');
}

async function meterOf({ meter, whole }: PelletInput): Promise<Result<Meter>> {
  if ((meter === undefined) === (whole === undefined))
    return failed('Name a meter of the shop, or send one whole.', 'meter');
  if (whole) {
    const problems = meterProblems(whole);
    return problems.length > 0
      ? { ok: false, problems: problems.map((one) => ({ ...one, field: `whole.${one.field}` })) }
      : done({ ...whole, name: 'sent' });
  }
  const known = (await listMeters(readAs(nobody))).find(({ name }) => name === meter);
  return known ? done(known) : failed('The shop has no meter of this name.', 'meter');
}
