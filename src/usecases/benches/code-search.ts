import { readSeries } from '@/core/blade/packed';
import {
  codesFound,
  depthCounts,
  differentIn,
  type Fitting,
  indexBittings,
  type NextSpace,
  nextSpace,
  parseWanted,
  searchBittings,
  type Wanted,
  wantedProblems,
} from '@/core/blade/search';
import { formatJobNumber, type Job } from '@/core/job/job';
import type { Actor, PersonActor } from '@/core/kinds/actor';
import type { Purpose } from '@/core/kinds/purpose';
import { done, type Failed, failed, type Result } from '@/core/kinds/result';
import { appendAudit } from '@/data/audit';
import { findApplication } from '@/data/catalogue';
import { listPackedRows, listSeriesOf, type SeriesRow } from '@/data/code-rows';
import type { Db } from '@/data/db';
import { lockJob } from '@/data/job-writes';
import { findJob } from '@/data/jobs';
import { findKeyway } from '@/data/keyways';
import type { SearchInput } from '@/inputs/blade-inputs';
import { changeAs, nobody, readAs } from '../asking/read-as';
import { closedGate } from '../editing/gates';

/** What fits, by series; the codes themselves only with the right to the car. */
export interface CodeSearch {
  readonly fits: number;
  /** Of so many codes. */
  readonly of: number;
  readonly series: readonly { readonly name: string; readonly fits: number; readonly of: number }[];
  /** Different bittings among them, in the spaces that the lock holds. */
  readonly different: number;
  readonly next: NextSpace | null;
  /** The first of them; null while they are closed. */
  readonly codes: readonly SearchedCode[] | null;
  /** What keeps the codes closed; null where they are open. */
  readonly closed: string | null;
}

export interface SearchedCode {
  readonly series: string;
  readonly code: string;
  readonly bitting: readonly number[];
}

/** So many codes are shown at most. */
const mostShown = 200;

/** A series as it is searched. */
interface Searched {
  readonly name: string;
  readonly fitting: Fitting;
  /** What stands for the code at a place. */
  readonly codeAt: (place: number) => string;
}

/** Searches series for what is known of a bitting: how many fit, and behind the gate which. */
export async function searchCodes(actor: Actor, input: SearchInput): Promise<Result<CodeSearch>> {
  const wanted = readWanted(input.wanted);
  if (!wanted.ok) return wanted;
  const found = await searchedSeries(input, wanted.value);
  if (!found.ok) return found;
  const all = found.value;
  const fits = all.reduce((sum, { fitting }) => sum + fitting.count, 0);
  const counts = summed(all.map(({ fitting }) => depthCounts(fitting)));
  const spaces = input.wanted.map((_, space) => space + 1);
  const holds = input.holds ?? spaces;
  if (holds.some((space) => !spaces.includes(space)))
    return failed(`The keyway has ${spaces.length} spaces.`, 'holds');
  const told = {
    fits,
    of: all.reduce((sum, { fitting }) => sum + fitting.index.packed.count, 0),
    series: all.map(({ name, fitting }) => ({ name, fits: fitting.count, of: fitting.index.packed.count })),
    different: differentIn(
      all.map(({ fitting }) => fitting),
      holds,
    ),
    next: nextSpace(counts, fits, wanted.value),
  };
  const closed = await closedCodes(actor, input, fits);
  if (closed !== null) return done({ ...told, codes: null, closed });
  const codes = all.flatMap(({ name, fitting, codeAt }) =>
    codesFound(fitting, mostShown).map(({ place, bitting }) => ({
      series: name,
      code: codeAt(place),
      bitting,
    })),
  );
  return done({ ...told, codes: codes.slice(0, mostShown), closed: null });
}

/** What is known of each space, as it is written. */
export function readWanted(written: readonly string[]): Result<Wanted> {
  const wanted = written.map(parseWanted);
  const bad = wanted.indexOf(undefined);
  return bad < 0
    ? done(wanted.map((depths) => depths ?? null))
    : failed(
        `Space ${bad + 1}: expected a depth, several with strokes between, or nothing.`,
        `wanted.${bad}`,
      );
}

async function searchedSeries(
  { keyway, series: named, whole }: SearchInput,
  wanted: Wanted,
): Promise<Result<Searched[]>> {
  if ((keyway === undefined) === (whole === undefined))
    return failed('Name a keyway, or send a series whole.', 'keyway');
  if (whole) {
    const { depths, bittings, codes } = whole;
    const problems = wantedProblems(wanted, wanted.length, depths);
    if (codes.length !== bittings.length) return failed('A code stands for each bitting.', 'whole.codes');
    if (problems.length > 0) return { ok: false, problems };
    const read = readSeries({ spaces: wanted.length, depths, macs: null, begins: [0] }, bittings);
    if ('problem' in read) return failed(read.problem.message, `whole.bittings.${read.problem.field}`);
    const index = indexBittings(read.packed, depths);
    return done([
      { name: 'sent', fitting: searchBittings(index, wanted), codeAt: (place) => codes[place] ?? '' },
    ]);
  }
  const db = readAs(nobody);
  const known = keyway === undefined ? undefined : await findKeyway(db, keyway);
  if (!known || keyway === undefined) return failed('The library has no keyway of this name.', 'keyway');
  const problems = wantedProblems(wanted, known.spaces, known.depths);
  if (problems.length > 0) return { ok: false, problems };
  const meant = await namedSeries(db, keyway, named);
  if (!meant.ok) return meant;
  const searched: Searched[] = [];
  for (const series of meant.value) {
    const { numbers, packed } = await listPackedRows(db, series);
    const fitting = searchBittings(indexBittings(packed, known.depths), wanted);
    searched.push({
      name: series.name,
      fitting,
      codeAt: (place) => `${series.prefix}${numbers[place] ?? ''}`,
    });
  }
  return done(searched);
}

/** The series of a keyway that are named; all of them where none is. */
export async function namedSeries(
  db: Db,
  keyway: string,
  named: readonly string[] | undefined,
): Promise<Result<SeriesRow[]>> {
  const own = await listSeriesOf(db, keyway);
  const stranger = named?.find((name) => !own.some((one) => one.name === name));
  return stranger === undefined
    ? done(own.filter(({ name }) => named?.includes(name) ?? true))
    : failed(`The keyway has no series ${stranger}.`, 'series');
}

function summed(all: readonly (readonly (readonly number[])[])[]): number[][] {
  const [first = []] = all;
  return first.map((depths, space) =>
    depths.map((_, depth) => all.reduce((sum, counts) => sum + (counts[space]?.[depth] ?? 0), 0)),
  );
}

/** Why the codes stay closed; null where they may be shown, which is then on record. */
async function closedCodes(
  actor: Actor,
  { job: number, keyway }: SearchInput,
  fits: number,
): Promise<string | null> {
  if (number === undefined) return 'Codes want a job and the right to its car.';
  if (actor.kind !== 'person') return 'Codes are for people who are signed in; no token opens them.';
  const refused = await openedFor(actor, { number, keyway }, ['searchCodes'], 'codes.searched', { fits });
  return refused?.problems[0]?.message ?? null;
}

/** Passes the gate of an open job for its own car, which is then on record; or says what keeps it closed. */
export function openedFor(
  actor: PersonActor,
  { number, keyway }: { readonly number: number; readonly keyway: string | undefined },
  purposes: readonly Purpose[],
  action: string,
  details: Readonly<Record<string, unknown>> = {},
): Promise<Failed | undefined> {
  return changeAs(actor, async (db) => {
    const job = (await lockJob(db, number)) ? await findJob(db, number) : undefined;
    if (!job) return failed(`There is no job ${formatJobNumber(number)}.`, 'job');
    if (job.closed) return failed('The job is closed.', 'job');
    for (const purpose of purposes) {
      const closed = await closedGate(db, actor, job.id, purpose);
      if (closed) return closed;
    }
    const other = await otherKeyway(db, job, keyway);
    if (other) return other;
    await appendAudit(db, actor, { action, subjectKind: 'job', subjectId: job.id, details });
    return undefined;
  });
}

/** A job opens the codes of its own car. */
async function otherKeyway(db: Db, job: Job, keyway: string | undefined): Promise<Failed | undefined> {
  if (keyway === undefined) return undefined;
  const car = job.applicationId === null ? undefined : await findApplication(db, job.applicationId);
  if (!car) return failed('Choose the candidate first: its keyway decides the series.');
  return car.keyway.name === keyway
    ? undefined
    : failed(`The car of this job has the keyway ${car.keyway.name}.`);
}
