import { runSecrets } from '@/core/authority/run-secrets';
import { purposeOfSource } from '@/core/authority/secrets';
import { formatJobNumber } from '@/core/job/job';
import type { PersonActor } from '@/core/kinds/actor';
import { done, failed, type Result } from '@/core/kinds/result';
import { lockJob } from '@/data/job-writes';
import { findJob } from '@/data/jobs';
import { announceJob } from '@/data/live';
import { findRun } from '@/data/runs';
import type { RunSecretInput } from '@/inputs/run-inputs';
import { transact } from '../database';
import { closedGate } from '../editing/gates';
import { openSealed } from '../vault/vault';
import { sealedWith } from './secrets';

/**
 * Seals with its job what a run read or was told, before anything rests on it: by its name it is used for the next key too.
 * @returns its id; the same one again gives the id that it has
 */
export async function keepRunSecret(
  actor: PersonActor,
  runId: string,
  { of, value }: RunSecretInput,
): Promise<Result<{ readonly id: string }>> {
  return transact(async (db) => {
    const run = await findRun(db, runId);
    if (!run || !(await lockJob(db, run.jobNumber))) return failed('There is no such run.');
    const job = await findJob(db, run.jobNumber);
    if (!job || job.closed) return failed(`${formatJobNumber(run.jobNumber)} is closed.`);
    const { kind, source } = runSecrets[of];
    const closed = await closedGate(db, actor, job.id, purposeOfSource(source));
    if (closed) return closed;
    const text = kind === 'pin' ? value.trim() : `${of}:${value}`;
    for (const [id, { envelope, value: kept }] of await openSealed(db, job.id))
      if (envelope.kind === kind && kept === text) return done({ id });
    const sealed = await sealedWith(db, actor, job, { kind, source, value: text });
    if (sealed.ok) await announceJob(db, job.number);
    return sealed;
  });
}
