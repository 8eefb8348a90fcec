import { type CutCheck, checkCut, cutTolerance } from '@/core/blade/cut/check-cut';
import { cuttingListOf } from '@/core/blade/cut/cutting-list';
import { gaugeSheet } from '@/core/blade/gauge-sheet';
import { type Blade, bittingRule, bladeOfKeyway } from '@/core/blade/spec';
import { unitWords } from '@/core/blade/unit';
import { parseBitting } from '@/core/catalogue/bitting';
import type { BladeCut } from '@/core/job/events/log';
import { formatJobNumber, type Job } from '@/core/job/job';
import type { PersonActor } from '@/core/kinds/actor';
import type { Purpose } from '@/core/kinds/purpose';
import { normal, seededRandom } from '@/core/kinds/random';
import { done, failed, type Result } from '@/core/kinds/result';
import { cuttingKind } from '@/core/quote/cut';
import { findJob } from '@/data/jobs';
import { findKeyway } from '@/data/keyways';
import { listVans } from '@/data/vans';
import { cuttingListCsv } from '@/formats/cutting-list';
import type { CheckCutInput, CutInput, CuttingListInput, ReadCutInput } from '@/inputs/blade-inputs';
import { nobody, readAs } from '../asking/read-as';
import { cutterOf } from '../outside';
import { applicationOf } from '../secrets/secrets';
import { drawForShop } from '../shop/draw-paper';
import { openSealed } from '../vault/vault';
import { openedFor } from './code-search';

const purposeOf: Record<BladeCut['where'], Purpose> = {
  workshop: 'cutInWorkshop',
  car: 'cutFromCode',
  ordered: 'orderCut',
};

export interface CuttingFile {
  readonly name: string;
  readonly type: string;
  readonly body: Uint8Array | string;
}

/** A bitting of a job as a list for a machine, or as a card with the blade at true scale; behind the gate of where it is cut. */
export async function cuttingList(
  actor: PersonActor,
  number: number,
  { bittingId, where, file }: CuttingListInput,
): Promise<Result<CuttingFile>> {
  const found = await meantFor(actor, number, bittingId, [purposeOf[where]], 'cutting.listed');
  if (!found.ok) return found;
  const { blade, bitting, name, keyway } = found.value;
  const { profile, widthMm, lengthMm } = keyway;
  const list = cuttingListOf(blade, bitting, {
    job: number,
    keyway: name,
    profile,
    tolerance: cutTolerance[blade.measure],
  });
  const stem = `${formatJobNumber(number)}-cutting-list`;
  if (file === 'csv') return done({ name: `${stem}.csv`, type: 'text/csv', body: cuttingListCsv(list) });
  if (file === 'json')
    return done({ name: `${stem}.json`, type: 'application/json', body: JSON.stringify(list, null, 2) });
  const drawing = gaugeSheet(
    `Cutting card ${formatJobNumber(number)} · ${name} · ${profile} · from the ${blade.stop}`,
    {
      blade,
      shape: { profile, widthMm, lengthMm },
      bitting,
      inUnit: (value) => unitWords(value, blade.measure, 'mm'),
    },
  );
  const title = `Cutting card ${formatJobNumber(number)}`;
  return done({
    name: `${stem}.pdf`,
    type: 'application/pdf',
    body: await drawForShop({ kind: 'gauge', title, drawing }),
  });
}

/** Sends a bitting to the machine of the job's van, where that holds the profile. */
export async function cutOnMachine(
  actor: PersonActor,
  { number, bittingId, cutId, where }: CutInput,
): Promise<Result<{ readonly tolerance: number }>> {
  const found = await meantFor(actor, number, bittingId, [purposeOf[where]], 'cutting.sent');
  if (!found.ok) return found;
  const { job, blade, bitting, keyway } = found.value;
  const machine = await machineOf(job);
  const cut = await machine.cut(
    { name: cutId, kind: cuttingKind(keyway.profile), blade, bitting },
    'calibrated',
  );
  return cut.ok ? done({ tolerance: machine.toleranceMm }) : failed(cut.reason, 'where');
}

/** What the gauge reads of a blade that the machine cut. */
export async function readCut(
  actor: PersonActor,
  { number, cutId, machine: state, attempt }: ReadCutInput,
): Promise<Result<{ readonly readings: readonly number[] }>> {
  const found = await cutOfJob(actor, number, cutId);
  if (!found.ok) return found;
  const { blade, bitting, keyway } = found.value;
  const kind = cuttingKind(keyway.profile);
  const cut = await cutterOf([kind]).cut({ name: cutId, kind, blade, bitting }, state);
  if (!cut.ok) return failed(cut.reason, 'cutId');
  const random = seededRandom(`gauge ${cutId} ${attempt}`);
  const noise = blade.measure === 'degrees' ? gaugeNoiseMm * degreesOfMm : gaugeNoiseMm;
  return done({
    readings: cut.value.map((depth) => Math.round((depth + normal(random, 0, noise)) * 100) / 100),
  });
}

/** What a hand at the gauge adds. */
const gaugeNoiseMm = 0.01;
const degreesOfMm = 60;

/** Holds readings of a blade against the bitting it was cut to; the bitting itself is not told. */
export async function checkCutBlade(
  actor: PersonActor,
  { number, cutId, readings }: CheckCutInput,
): Promise<Result<CutCheck>> {
  const found = await cutOfJob(actor, number, cutId);
  if (!found.ok) return found;
  const { blade, bitting, keyway } = found.value;
  const { spaces } = bittingRule(blade);
  if (readings.length !== spaces) return failed(`The keyway has ${spaces} spaces.`, 'readings');
  return done(checkCut(blade, keyway.recut, bitting, [readings]));
}

async function cutOfJob(actor: PersonActor, number: number, cutId: string): Promise<Result<Meant>> {
  const job = await findJob(readAs(actor), number);
  const cut = job?.log.cuts.find((one) => one.cutId === cutId);
  return cut
    ? meantFor(actor, number, cut.bittingId, ['seeSecret'], 'cutting.compared')
    : failed('There is no such blade on this job.', 'cutId');
}

interface Meant {
  readonly job: Job;
  readonly blade: Blade;
  readonly bitting: readonly number[];
  readonly name: string;
  readonly keyway: NonNullable<Awaited<ReturnType<typeof findKeyway>>>;
}

async function meantFor(
  actor: PersonActor,
  number: number,
  bittingId: string,
  purposes: readonly Purpose[],
  action: string,
): Promise<Result<Meant>> {
  const closed = await openedFor(actor, { number, keyway: undefined }, purposes, action, {
    secret: bittingId,
  });
  if (closed) return closed;
  const db = readAs(actor);
  const job = await findJob(db, number);
  const car = job && (await applicationOf(db, job));
  if (!job || !car) return failed('Choose the candidate first: its keyway decides how it is cut.');
  const sealed = (await openSealed(db, job.id)).get(bittingId);
  const bitting = sealed?.envelope.kind === 'bitting' ? parseBitting(sealed.value) : undefined;
  if (!bitting) return failed('Choose a bitting that is kept with the job.', 'bittingId');
  const { name } = car.keyway;
  const keyway = await findKeyway(db, name);
  if (!keyway) return failed('The library has no keyway of this name.');
  const found = bladeOfKeyway(keyway);
  if ('reason' in found) return failed(found.reason);
  const { spaces, depths } = bittingRule(found.blade);
  if (bitting.length !== spaces || bitting.some((depth) => depth > depths))
    return failed(`This bitting is none of ${name}: its spaces or depths do not fit.`, 'bittingId');
  return done({ job, blade: found.blade, bitting, name, keyway });
}

async function machineOf(job: Job) {
  const vans = await listVans(readAs(nobody));
  const van = vans.find(({ id }) => id === job.vanId) ?? vans[0];
  return cutterOf(van?.cuts ?? []);
}
