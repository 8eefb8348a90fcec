import { randomUUID } from 'node:crypto';
import type { BladeShape } from '@/core/blade/drawing-kinds';
import type { PackedBittings } from '@/core/blade/packed';
import type { FaceReadings } from '@/core/blade/readings';
import { type Blade, bittingRule, bladeOfKeyway } from '@/core/blade/spec';
import { drawCodeRows } from '@/core/catalogue/code-rows';
import type { Recut } from '@/core/catalogue/lists/keys';
import { type CarLock, locksOfCar } from '@/core/catalogue/locks';
import type { Actor, PersonActor } from '@/core/kinds/actor';
import { seededRandom } from '@/core/kinds/random';
import { done, failed, type Result } from '@/core/kinds/result';
import { appendAudit } from '@/data/audit';
import { findBitting, findSeries, listHeldSeries, listPackedRows, listSeriesOf } from '@/data/code-rows';
import { findKeyway, type LockFact, listKeywayNames, listLockFacts, listLocksOf } from '@/data/keyways';
import type { DeviceInput } from '@/inputs/blade-inputs';
import { changeAs, nobody, readAs } from '../asking/read-as';
import { depthGauge, photographReader } from '../outside';
import type { JobView } from '../view/job-view';

/** A keyway as the bench works with it. */
export interface BenchKeyway {
  readonly name: string;
  readonly shape: BladeShape;
  /** Why it cannot be decoded, instead of the blade. */
  readonly blade: Blade | { readonly reason: string };
  /** Of each row of cuts: whether it can be cut again. */
  readonly recut: readonly Recut[];
  /** Those of which the shop has rows. */
  readonly series: readonly { readonly name: string; readonly count: number }[];
}

export interface BladeBenchView {
  readonly keyways: readonly string[];
  readonly keyway: BenchKeyway | undefined;
}

/** What the bench shows: all keyways by name, and the chosen one whole. */
export async function readBladeBench(actor: Actor, name: string | undefined): Promise<BladeBenchView> {
  const keyways = await listKeywayNames(readAs(actor));
  const chosen = name ?? keyways[0];
  return { keyways, keyway: chosen === undefined ? undefined : await readBenchKeyway(actor, chosen) };
}

/** A keyway of the library for the bench; undefined where there is none of this name. */
export async function readBenchKeyway(actor: Actor, name: string): Promise<BenchKeyway | undefined> {
  const db = readAs(actor);
  const known = await findKeyway(db, name);
  if (!known) return undefined;
  const found = bladeOfKeyway(known);
  const { profile, widthMm, lengthMm } = known;
  return {
    name,
    shape: { profile, widthMm, lengthMm },
    blade: 'blade' in found ? found.blade : found,
    recut: known.recut,
    series: await listHeldSeries(db, name),
  };
}

export interface JobBlade {
  readonly keyway: BenchKeyway | undefined;
  readonly locks: readonly CarLock[];
  /** What other jobs found of the locks of this generation. */
  readonly found: readonly LockFact[];
}

/** The keyway of a job's car and the locks that it has; undefined while the candidate is not chosen. */
export async function readJobBlade(
  actor: Actor,
  { application, job }: JobView,
): Promise<JobBlade | undefined> {
  if (!application) return undefined;
  const db = readAs(actor);
  const [keyway, locks, found] = await Promise.all([
    readBenchKeyway(actor, application.keyway.name),
    listLocksOf(db, application.id),
    listLockFacts(db, application.id),
  ]);
  return { keyway, locks: locksOfCar(locks, job.call.ignition ?? application.ignition), found };
}

/**
 * The bittings of a series without their codes, in an order of this request alone: where one stands says nothing of its code.
 */
export async function readShuffledBittings(
  actor: PersonActor,
  name: string,
): Promise<PackedBittings | undefined> {
  const packed = await changeAs(actor, async (db) => {
    const series = await findSeries(db, name);
    if (!series) return undefined;
    await appendAudit(db, actor, {
      action: 'series.bittingsRead',
      subjectKind: 'series',
      subjectId: series.id,
      details: { series: series.name },
    });
    return (await listPackedRows(db, series)).packed;
  });
  if (!packed) return undefined;
  const { count, spaces, depths } = packed;
  const random = seededRandom(randomUUID());
  for (let at = count - 1; at > 0; at -= 1) {
    const other = Math.floor(random() * (at + 1));
    for (let space = 0; space < spaces; space += 1) {
      const [a, b] = [at * spaces + space, other * spaces + space];
      const held = depths[a] ?? 0;
      depths[a] = depths[b] ?? 0;
      depths[b] = held;
    }
  }
  return packed;
}

/** Readings that a device gives: one of the gauge, or all faces of a photograph. */
export async function readWithDevice(
  actor: Actor,
  { keyway, device, key, face, space, attempt }: DeviceInput,
): Promise<Result<{ readonly faces: readonly FaceReadings[] }>> {
  const db = readAs(actor);
  const known = await findKeyway(db, keyway);
  if (!known) return failed('The library has no keyway of this name.', 'keyway');
  const found = bladeOfKeyway(known);
  if ('reason' in found) return failed(found.reason, 'keyway');
  const { blade } = found;
  const name = `${keyway} ${key}`;
  const bitting = await demoBitting(name, keyway, blade);
  const held = { name, blade, bitting };
  if (device === 'photograph') {
    const answer = await photographReader.read(held, known.profile === 'edge, one side' ? 1 : 2, attempt);
    return answer.ok ? done({ faces: answer.value }) : failed(answer.reason);
  }
  const answer = await depthGauge.read(held, face, space, attempt);
  if (!answer.ok) return failed(answer.reason);
  const readings = bitting.map((_, at) => (at + 1 === space ? answer.value : null));
  return done({ faces: face === 0 ? [readings] : [readings.map(() => null), readings] });
}

/** The cuts of a demo key: of the keyway's series, where the shop has rows of one. */
async function demoBitting(name: string, keyway: string, blade: Blade): Promise<readonly number[]> {
  const db = readAs(nobody);
  const [series] = await listSeriesOf(db, keyway);
  const at = series && series.first + Math.floor(seededRandom(`demo key ${name}`)() * series.count);
  const bitting = series && at !== undefined ? await findBitting(db, series.id, at) : undefined;
  if (bitting) return bitting;
  const { spaces, depths, macs } = bittingRule(blade);
  const [drawn = []] = drawCodeRows({
    name: `demo key ${name}`,
    spaces,
    depths,
    macs: macs ?? depths,
    count: 1,
  });
  return drawn;
}
