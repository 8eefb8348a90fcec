import { gate, type Standing } from '@/core/authority/gate';
import { authorityStage, type Job } from '@/core/job/job';
import type { PersonActor } from '@/core/kinds/actor';
import type { Purpose } from '@/core/kinds/purpose';
import { type Failed, failed } from '@/core/kinds/result';
import { findSecondPerson, readAuthority } from '@/data/authority';
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
