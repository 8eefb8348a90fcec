import { gate, type Standing } from '@/core/authority/gate';
import { authorityStage, type Job } from '@/core/job/job';
import type { PersonActor } from '@/core/kinds/actor';
import type { Purpose } from '@/core/kinds/purpose';
import { type Failed, failed } from '@/core/kinds/result';
import { findSecondPerson, isJobRefused, readAuthority } from '@/data/authority';
import type { Db } from '@/data/db';
import { readPlainCopyRule } from '@/data/shop';
import { together } from '@/data/together';

/** What a job has to show for this person now. Inside a transaction the rows are held until it ends. */
export async function standingOf(db: Db, actor: PersonActor, jobId: string, lock = false): Promise<Standing> {
  const [rows, beside] = await together(
    db,
    (db) => readAuthority(db, jobId, lock),
    (db) => readStandingBeside(db, actor, jobId),
  );
  return standingFrom(rows, actor, beside);
}

/** What the gate weighs beside the job's own rows. */
export interface StandingBeside {
  readonly secondPerson: boolean;
  readonly noteForPlainCopy: boolean;
}

export async function readStandingBeside(db: Db, actor: PersonActor, jobId: string): Promise<StandingBeside> {
  const [second, rule] = await together(
    db,
    async (db) =>
      actor.role === 'trainee' ? findSecondPerson(db, jobId, actor.personId, actor.at) : undefined,
    (db) => readPlainCopyRule(db),
  );
  return { secondPerson: second !== undefined, noteForPlainCopy: rule === 'note' };
}

export function standingFrom(
  { authority, doorNote, danger }: Pick<Job, 'authority' | 'doorNote' | 'danger'>,
  { role }: PersonActor,
  beside: StandingBeside,
): Standing {
  return {
    stage: authorityStage(authority),
    doorNote: doorNote !== null,
    danger: danger !== null,
    role,
    ...beside,
  };
}

/**
 * The one gate to what belongs to a job with secrets and is read: what a line said, what a car was told, what a run read,
 * photographs. It is shut where the job was refused, and where the purpose is not open to whoever asks. The handler that
 * reads names the purpose, too (`ofJob`), and a test holds both against each other.
 * @returns the refusal, or undefined where it may be read; for use inside the transaction that reads and writes the audit line
 */
export async function shutToReader(
  db: Db,
  actor: PersonActor,
  jobId: string,
  purpose: Purpose,
): Promise<Failed | undefined> {
  if (await isJobRefused(db, jobId)) return failed('The job was refused: its secrets stay sealed.');
  return closedGate(db, actor, jobId, purpose);
}

/** The refusal of the gate, or undefined where it is open; for use inside the transaction that acts. */
export async function closedGate(
  db: Db,
  actor: PersonActor,
  jobId: string,
  purpose: Purpose,
): Promise<Failed | undefined> {
  const found = gate(purpose, await standingOf(db, actor, jobId, true));
  return found.open ? undefined : failed(found.message);
}
