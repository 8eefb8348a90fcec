import type { PersonActor } from '@/core/kinds/actor';
import { done, failed, type Result } from '@/core/kinds/result';
import { said } from '@/core/procedure/document/step-words';
import { type StepDone, stepsDone } from '@/core/run/beside';
import { decided, drives, isFree, type Lease, renewed, wanted } from '@/core/run/lease';
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
import { database, transact } from '../database';
import { withOwnWords } from '../editing/texts';
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
export async function readRun(_actor: PersonActor, id: string, after: number): Promise<RunRead | undefined> {
  const [run, events, ground] = await together(
    database(),
    (db) => findRun(db, id),
    (db) => listRunEvents(db, id, after),
    async (db) => (after === 0 ? readRunGround(db, id) : undefined),
  );
  if (!run) return undefined;
  const { state: _, ...row } = run;
  return { run: row, events, ...(ground && { basis: ground.basis }) };
}

/** What was done in a run so far, the earliest first. */
export async function readStepsDone(
  _actor: PersonActor,
  { id, startedAt }: RunRow,
): Promise<readonly StepDone[]> {
  const [events, ground] = await together(
    database(),
    (db) => listRunEvents(db, id, 0),
    (db) => readRunGround(db, id),
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
export async function readRightUses(_actor: PersonActor, jobId: string) {
  return listRightUses(database(), jobId);
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
  jobId: string,
  runs: readonly RunRow[],
): Promise<readonly StepMark[]> {
  const db = database();
  const marks: StepMark[] = [];
  for (const { id, state } of runs) {
    if (state.marks.length === 0) continue;
    const ground = await readRunGround(db, id);
    for (const mark of state.marks) {
      const say = ground?.bound.nodes.get(mark.node)?.step.say;
      marks.push({ ...mark, step: say === undefined ? 'At the end' : said(say) });
    }
  }
  return withOwnWords(
    db,
    actor,
    jobId,
    marks.sort((a, b) => a.atMs - b.atMs),
  );
}

/** A device drives on, asks to, hands over, keeps it, or leaves. */
export async function changeLease(
  actor: PersonActor,
  id: string,
  { device, want }: LeaseInput,
): Promise<Result<LeaseRead>> {
  return transact(async (db) => {
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
    if (want === 'drive' && lease?.driver.device === device && (await isTimed(db, run, actor.at)))
      await stayInUse(db, actor);
    const now = lease === run.lease ? run : ((await findRun(db, id)) ?? run);
    return done({
      lease,
      drives: drives(lease, device, run.nowMs),
      driverName: now.driverName,
      askedName: now.askedName,
      lastSeq: run.lastSeq,
      nowMs: run.nowMs,
    });
  });

  function after({ lease, nowMs, state }: RunRow): Lease | null {
    const driver = { device, personId: actor.personId };
    switch (want) {
      case 'drive':
        return isFree(lease, device, nowMs) ? renewed(lease, driver, nowMs) : lease;
      case 'ask':
        return wanted(lease, driver, nowMs, state.command !== null);
      case 'give':
      case 'keep':
        return decided(lease, device, want === 'give', nowMs);
      case 'leave':
        return lease?.driver.device === device ? null : lease;
    }
  }
}

/** A wait past its longest time, or a step that takes longer than this, keeps no screen open. */
const graceMs = 5 * 60_000;

/** Whether somebody waits at the car, or has both hands full: nobody touches the screen then. */
async function isTimed(db: Db, { id, state: { begun } }: RunRow, at: Date): Promise<boolean> {
  if (!begun) return false;
  const ground = await readRunGround(db, id);
  const node = ground?.bound.nodes.get(begun.node);
  const wait = ground && node && waitOf(ground.basis, node);
  return at.getTime() - begun.atMs <= (wait?.longestSeconds ?? 0) * 1000 + graceMs;
}

/** Whether others want to know of it: somebody else drives, or asks to. */
function speaks(before: Lease | null, now: Lease | null): boolean {
  return before?.driver.device !== now?.driver.device || before?.asked?.by.device !== now?.asked?.by.device;
}
