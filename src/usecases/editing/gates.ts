import { gate, type Standing } from '@/core/authority/gate';
import { authorityStage } from '@/core/job/job';
import type { PersonActor } from '@/core/kinds/actor';
import type { Purpose } from '@/core/kinds/purpose';
import { type Failed, failed } from '@/core/kinds/result';
import { findSecondPerson, readAuthority } from '@/data/authority';
import type { Db } from '@/data/db';
import { readPlainCopyRule } from '@/data/shop';

/** What a job has to show for this person now. Inside a transaction the rows are held until it ends. */
export async function standingOf(db: Db, actor: PersonActor, jobId: string, lock = false): Promise<Standing> {
  const { authority, doorNote, danger } = await readAuthority(db, jobId, lock);
  const second =
    actor.role === 'trainee' ? await findSecondPerson(db, jobId, actor.personId, actor.at) : undefined;
  return {
    stage: authorityStage(authority),
    doorNote: doorNote !== null,
    danger: danger !== null,
    noteForPlainCopy: (await readPlainCopyRule(db)) === 'note',
    role: actor.role,
    secondPerson: second !== undefined,
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
