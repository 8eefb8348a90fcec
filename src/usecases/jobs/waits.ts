import { waitEnds } from '@/core/catalogue/wait';
import { carName } from '@/core/job/job';
import type { Actor } from '@/core/kinds/actor';
import { waitOf } from '@/core/run/run-basis';
import { listTimedRuns } from '@/data/runs';
import { readAs } from '../asking/read-as';
import { readRunGround } from './run-ground';

/** A wait that burns down at some car. Moments by the shop's clock. */
export interface OpenWait {
  readonly runId: string;
  readonly jobNumber: number;
  readonly car: string;
  readonly ends: string;
  readonly fromMs: number;
  readonly usualMs: number;
  readonly longestMs: number;
}

/** Every wait that burns down now, at whichever car, the one that is over first first. */
export async function listWaits(actor: Actor): Promise<readonly OpenWait[]> {
  const db = readAs(actor);
  const waits: OpenWait[] = [];
  for (const run of await listTimedRuns(db)) {
    const ground = await readRunGround(db, run.id, actor);
    const node = ground?.bound.nodes.get(run.begun.node);
    const wait = ground && node && waitOf(ground.basis, node);
    if (!wait) continue;
    waits.push({
      runId: run.id,
      jobNumber: run.jobNumber,
      car: carName(run),
      ends: waitEnds[wait.by],
      fromMs: run.begun.atMs,
      usualMs: run.begun.atMs + wait.usualSeconds * 1000,
      longestMs: run.begun.atMs + wait.longestSeconds * 1000,
    });
  }
  return waits.sort((a, b) => a.usualMs - b.usualMs);
}
