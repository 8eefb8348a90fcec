import type { PersonActor } from '@/core/kinds/actor';
import { done, failed, type Result } from '@/core/kinds/result';
import { said } from '@/core/procedure/document/step-words';
import { type StepDone, stepsDone } from '@/core/run/beside';
import {
  type Driver,
  decided,
  drives,
  isFree,
  isSameDriver,
  type Lease,
  renewed,
  wanted,
} from '@/core/run/lease';
import { type RunBasis, waitOf } from '@/core/run/run-basis';
import type { Mark } from '@/core/run/run-log';
import type { Db } from '@/data/db';
import { announceJob } from '@/data/live';
import {
  findRun,
  listRightUses,
  listRunEvents,
  lockRun,
  type RunEventRow,
  type RunRow,
  updateLease,
} from '@/data/runs';
import { together } from '@/data/together';
import type { LeaseInput } from '@/inputs/run-inputs';
import { changeAs, readAs } from '../asking/read-as';
import { stayInUse } from '../people/sessions';
import { readRunGround } from './run-ground';

export type { RunEventRow, RunRow } from '@/data/runs';

/** A run as a device takes it up: what it rests on, and what happened after a sequence. */
export interface RunRead {
  readonly run: Omit<RunRow, 'state'>;
  /** Left out where the device has it. */
  readonly basis?: RunBasis;
  readonly events: readonly RunEventRow[];
}

/** @param after the sequence that the device has; 0 brings what the run rests on, too */
export async function readRun(actor: PersonActor, id: string, after: number): Promise<RunRead | undefined> {
  const [run, events, ground] = await together(
    readAs(actor),
    (db) => findRun(db, id),
    (db) => listRunEvents(db, id, after),
    async (db) => (after === 0 ? readRunGround(db, id, actor) : undefined),
  );
  if (!run) return undefined;
  const { state: _, ...row } = run;
  return { run: row, events, ...(ground && { basis: ground.basis }) };
}

/** What was done in a run so far, the earliest first. */
export async function readStepsDone(
  actor: PersonActor,
  { id, startedAt }: RunRow,
): Promise<readonly StepDone[]> {
  const [events, ground] = await together(
    readAs(actor),
    (db) => listRunEvents(db, id, 0),
    (db) => readRunGround(db, id, actor),
  );
  return ground
    ? stepsDone(
        ground,
        startedAt.getTime(),
        events.map(({ event }) => event),
      )
    : [];
}

/** Licences that a job's runs used up, with how often. */
export async function readRightUses(actor: PersonActor, jobId: string) {
  return listRightUses(readAs(actor), jobId);
}

/** Who drives, after a device said what it wants. */
export interface LeaseRead {
  readonly lease: Lease | null;
  readonly drives: boolean;
  readonly driverName: string | null;
  readonly askedName: string | null;
  readonly lastSeq: number;
  readonly nowMs: number;
}

/** A mark of a run with the sentence of its step. */
export interface StepMark extends Mark {
  readonly step: string;
}

/** What was marked in the runs of a job, the earliest first. */
export async function readRunMarks(
  actor: PersonActor,
  runs: readonly RunRow[],
): Promise<readonly StepMark[]> {
  const db = readAs(actor);
  const marks: StepMark[] = [];
  for (const { id, state } of runs) {
    if (state.marks.length === 0) continue;
    const ground = await readRunGround(db, id, actor);
    for (const mark of state.marks) {
      const say = ground?.bound.nodes.get(mark.node)?.step.say;
      marks.push({ ...mark, step: say === undefined ? 'At the end' : said(say) });
    }
  }
  return marks.sort((a, b) => a.atMs - b.atMs);
}

/** A device drives on, asks to, hands over, keeps it, or leaves. */
export async function changeLease(
  actor: PersonActor,
  id: string,
  { device, want }: LeaseInput,
): Promise<Result<LeaseRead>> {
  const driver = { device, personId: actor.personId };
  return changeAs(actor, async (db) => {
    const run = await lockRun(db, id);
    if (!run) return failed('There is no such run.');
    const lease = run.endedAt ? null : after(run);
    if (lease !== run.lease) {
      await together(
        db,
        (db) => updateLease(db, id, lease),
        async (db) => {
          if (speaks(run.lease, lease)) await announceJob(db, run.jobNumber);
        },
      );
    }
    if (want === 'drive' && lease && isSameDriver(lease.driver, driver) && (await isTimed(db, run, actor.at)))
      await stayInUse(db, actor);
    const now = lease === run.lease ? run : ((await findRun(db, id)) ?? run);
    return done({
      lease,
      drives: drives(lease, driver, run.nowMs),
      driverName: now.driverName,
      askedName: now.askedName,
      lastSeq: run.lastSeq,
      nowMs: run.nowMs,
    });
  });

  function after({ lease, nowMs, state }: RunRow): Lease | null {
    switch (want) {
      case 'drive':
        return isFree(lease, driver, nowMs) ? renewed(lease, driver, nowMs) : lease;
      case 'ask':
        return wanted(lease, driver, nowMs, state.command !== null);
      case 'give':
      case 'keep':
        return decided(lease, driver, want === 'give', nowMs);
      case 'leave':
        return lease && isSameDriver(lease.driver, driver) ? null : lease;
    }
  }
}

/** A wait past its longest time, or a step that takes longer than this, keeps no screen open. */
const graceMs = 5 * 60_000;

/** Whether somebody waits at the car, or has both hands full: nobody touches the screen then. */
async function isTimed(db: Db, { id, state: { begun } }: RunRow, at: Date): Promise<boolean> {
  if (!begun) return false;
  const ground = await readRunGround(db, id, 'kept');
  const node = ground?.bound.nodes.get(begun.node);
  const wait = ground && node && waitOf(ground.basis, node);
  return at.getTime() - begun.atMs <= (wait?.longestSeconds ?? 0) * 1000 + graceMs;
}

/** Whether others want to know of it: somebody else drives, or asks to. */
function speaks(before: Lease | null, now: Lease | null): boolean {
  const isOther = (one: Driver | undefined, other: Driver | undefined) =>
    one && other ? !isSameDriver(one, other) : one !== other;
  return isOther(before?.driver, now?.driver) || isOther(before?.asked?.by, now?.asked?.by);
}
