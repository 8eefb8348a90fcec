import { v7 as uuid } from 'uuid';
import { changedFields } from '@/core/job/changes';
import { sectionName } from '@/core/job/field-names';
import { formatJobNumber, type Job } from '@/core/job/job';
import type { Actor } from '@/core/kinds/actor';
import { done, type Failed, failed } from '@/core/kinds/result';
import { appendAudit } from '@/data/audit';
import type { Db } from '@/data/db';
import { insertHistory, listHistory } from '@/data/job-history';
import { takeVersion } from '@/data/job-writes';
import { findJob, getJobOrThrow } from '@/data/jobs';
import { announceJob } from '@/data/live';
import { together } from '@/data/together';
import type { JobEdit } from '@/inputs/job-inputs';
import { changeOrUndoAs } from '../asking/read-as';
import { guardTexts } from './guard-texts';

/** Somebody changed the job after this screen was shown: nothing was stored, and here is what they changed. */
export interface Stale extends Failed {
  readonly stale: {
    /** The version there is now. */
    readonly version: number;
    readonly changes: readonly { readonly by: string; readonly at: Date; readonly section: string }[];
    /** The section as it stands now. */
    readonly theirs: Readonly<Record<string, unknown>>;
  };
}

export type Edited = { readonly ok: true; readonly value: { readonly version: number } } | Failed | Stale;

/** A part of the job that is edited as one, as flat values for comparing and showing. */
export interface Section {
  readonly name: string;
  readonly read: (job: Job) => Readonly<Record<string, unknown>>;
}

/**
 * Edits one section of an open job in one transaction: takes the next version, lets `change` store, and writes the
 * history and audit lines. A stale version is refused with both states.
 * @param change stores the edit that it is given, whose texts hold no secret; a failure it returns undoes everything
 */
export function editJob<Edit extends JobEdit>(
  actor: Actor,
  edit: Edit,
  section: Section,
  change: (db: Db, job: Job, edit: Edit) => Promise<Failed | undefined>,
): Promise<Edited> {
  return changeOrUndoAs(actor, (db) => editJobIn(db, actor, edit, section, change));
}

/** The same in the transaction of the caller, who undoes it where it fails. */
export async function editJobIn<Edit extends JobEdit>(
  db: Db,
  actor: Actor,
  edit: Edit,
  section: Section,
  change: (db: Db, job: Job, edit: Edit) => Promise<Failed | undefined>,
): Promise<Edited> {
  const taken = await takeVersion(db, edit.number, edit.version);
  if (!taken) {
    const job = await findJob(db, edit.number);
    return job
      ? staleAnswer(db, job, edit.version, section)
      : failed(`There is no job ${formatJobNumber(edit.number)}.`);
  }
  const { id, version } = taken;
  const before = await getJobOrThrow(db, id);
  if (before.closed) return failed(`${formatJobNumber(edit.number)} is closed and cannot be changed.`);
  const guarded = await guardTexts(db, actor, before.id, edit);
  if (!guarded.ok) return guarded;
  const { compared } = guarded.value;
  const refused = await change(db, before, guarded.value.input);
  if (refused) return refused;
  const after = await getJobOrThrow(db, id);
  const changes = changedFields(section.read(before), section.read(after));
  await together(
    db,
    (db) => insertHistory(db, actor, { id: uuid(), jobId: id, version, section: section.name, changes }),
    (db) => announceJob(db, before.number),
    (db) =>
      appendAudit(db, actor, {
        action: `job.${section.name}`,
        subjectKind: 'job',
        subjectId: id,
        details: {
          version,
          fields: changes.map(({ field }) => field),
          ...(compared > 0 ? { compared } : {}),
        },
      }),
  );
  return done({ version });
}

async function staleAnswer(db: Db, job: Job, seen: number, section: Section): Promise<Stale> {
  const history = await listHistory(db, job.id, seen);
  const last = history.at(-1);
  return {
    ok: false,
    problems: [
      { message: `${last?.by ?? 'Somebody'} changed this job meanwhile. Nothing of yours was stored.` },
    ],
    stale: {
      version: job.version,
      changes: history.map(({ by, at, section: name }) => ({ by, at, section: sectionName(name) })),
      theirs: await section.read(job),
    },
  };
}
