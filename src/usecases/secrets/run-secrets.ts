import { runSecrets } from '@/core/authority/run-secrets';
import { purposeOfSource } from '@/core/authority/secrets';
import { formatJobNumber } from '@/core/job/job';
import type { PersonActor } from '@/core/kinds/actor';
import { done, failed, type Result } from '@/core/kinds/result';
import { isFree } from '@/core/run/lease';
import { lockJob } from '@/data/job-writes';
import { findJob } from '@/data/jobs';
import { announceJob } from '@/data/live';
import { findRun } from '@/data/runs';
import { isSecret } from '@/data/secrets';
import type { RunSecretInput } from '@/inputs/run-inputs';
import { changeAs } from '../asking/read-as';
import { closedGate } from '../editing/gates';
import { openSealed } from '../vault/vault';
import { sealedWith } from './secrets';

/** So many secrets hang on one job; whoever guesses comes to an end. */
const mostSecrets = 60;

/**
 * Seals with its job what a run read or was told, before anything rests on it: by its name it is used for the next key too. It comes
 * from the device that drives, under an id of its own: the same id again is the same secret. What it says is held against nothing,
 * so that the answer tells nothing of what is sealed already; and nothing takes the place of a board that was read.
 */
export async function keepRunSecret(
  actor: PersonActor,
  runId: string,
  { id, device, of, value }: RunSecretInput,
): Promise<Result<{ readonly id: string }>> {
  return changeAs(actor, async (db) => {
    const found = await findRun(db, runId);
    if (!found || !(await lockJob(db, found.jobNumber))) return failed('There is no such run.');
    const run = await findRun(db, runId);
    const job = await findJob(db, found.jobNumber);
    if (!run || !job || job.closed) return failed(`${formatJobNumber(found.jobNumber)} is closed.`);
    if (!isFree(run.lease, { device, personId: actor.personId }, run.nowMs))
      return failed('Another device drives this run.');
    const { kind, source } = runSecrets[of];
    const closed = await closedGate(db, actor, job.id, purposeOfSource(source));
    if (closed) return closed;
    const sealed = await openSealed(db, job.id);
    if (sealed.has(id)) return done({ id });
    if (await isSecret(db, id)) return failed('Another secret has this id.', 'id');
    if (sealed.size >= mostSecrets) return failed(`Up to ${mostSecrets} secrets on one job.`);
    if (
      of === 'board' &&
      [...sealed.values()].some(
        ({ envelope, value: kept }) => envelope.kind === 'keyData' && kept.startsWith('board:'),
      )
    )
      return failed('A backup of this board is kept already, and stays as it was read.');
    const text = kind === 'pin' ? value.trim() : `${of}:${value}`;
    const kept = await sealedWith(db, actor, job, { id, kind, source, value: text });
    if (kept.ok) await announceJob(db, job.number);
    return kept;
  });
}
