import { v7 as uuid } from 'uuid';
import { findConflicts, type ObservedFact } from '@/core/catalogue/conflicts';
import { withFactSource } from '@/core/catalogue/fact-sources';
import type { Cells } from '@/core/catalogue/lists/description';
import { listOf } from '@/core/catalogue/lists/lists';
import { formatJobNumber } from '@/core/job/job';
import type { PersonActor } from '@/core/kinds/actor';
import { failed } from '@/core/kinds/result';
import { findApplication } from '@/data/catalogue';
import type { Db } from '@/data/db';
import { listEvidence, settleConflict } from '@/data/library/evidence';
import { findRow } from '@/data/library/rows';
import type { SettleConflictInput } from '@/inputs/library-inputs';
import { refusedFor } from '../duties';
import { editing, Refused, type SavedRow, store } from './edit-library';

const applications = listOf('applications');
/** How sure a fact is that jobs have shown. */
const shownByJobs = 0.97;

/**
 * Settles a fact that jobs contradict: keeps what the library says, corrects it, or splits the row's years so that both
 * are true. The jobs that speak against what then stands are not asked about again.
 */
export async function settle(actor: PersonActor, input: SettleConflictInput): Promise<SavedRow> {
  const mayNot = refusedFor(actor, 'editLibrary');
  if (mayNot) return mayNot;
  return editing(applications, async (db) => {
    const { applicationId, kind } = input;
    const application = await findApplication(db, applicationId);
    const row = await findRow(db, 'applications', applicationId);
    const evidence = await listEvidence(db, [applicationId]);
    const conflict = application && findConflicts([application], evidence).find((one) => one.kind === kind);
    if (!row || !conflict || conflict.value !== input.seen)
      throw new Refused(failed('This was settled or changed meanwhile. Nothing was stored.'));
    const against = conflict.found.flatMap(({ jobs }) => jobs);
    const close = (jobNumbers: readonly number[]) =>
      settleConflict(db, {
        applicationId,
        kind,
        jobNumbers,
        reason: input.reason,
        at: actor.at,
        personId: actor.personId,
      });
    if (input.how === 'keep') {
      await close(against.map(({ jobNumber }) => jobNumber));
      return { id: row.id };
    }
    const found = conflict.found.find(({ value }) => value === input.value);
    if (!found) throw new Refused(failed('No job found this.', 'value'));
    const source = found.jobs
      .map(({ jobNumber }) => formatJobNumber(jobNumber))
      .join(', ')
      .slice(0, 120);
    const corrected = withFact(row.cells, kind, found.value, source);
    const change = { reason: input.reason, source };
    if (input.how === 'correct') {
      // What jobs found before speaks against the new value; it was seen and weighed here.
      const others = [...conflict.confirming, ...against.filter(({ value }) => value !== found.value)];
      await close(others.map(({ jobNumber }) => jobNumber));
      return store(db, actor, applications, {
        id: row.id,
        before: row.cells,
        after: corrected,
        ...change,
      });
    }
    if (conflict.split === undefined || conflict.split.fromYear !== input.fromYear)
      throw new Refused(failed('The jobs do not part at this year.', 'fromYear'));
    await close(against.map(({ jobNumber }) => jobNumber));
    return splitYears(db, actor, row, corrected, {
      ...change,
      fromYear: conflict.split.fromYear,
      correctedIsLater: conflict.split.later === found.value,
    });
  });
}

function withFact(cells: Cells, kind: ObservedFact, value: string, source: string): Cells {
  const { [kind]: _, ...others } = cells;
  const factSources = withFactSource(cells.fact_sources, { kind, certainty: shownByJobs, source });
  return { ...others, ...(value === 'none' ? {} : { [kind]: value }), fact_sources: factSources };
}

/** Two rows from one: the first keeps what it said for its part of the years, the new one has what was found. */
async function splitYears(
  db: Db,
  actor: PersonActor,
  row: { readonly id: string; readonly cells: Cells },
  corrected: Cells,
  split: {
    readonly fromYear: number;
    readonly correctedIsLater: boolean;
    readonly source: string;
    readonly reason: string;
  },
): Promise<{ id: string }> {
  const { fromYear, correctedIsLater, source, reason } = split;
  const own = correctedIsLater ? until(row.cells, fromYear - 1) : from(row.cells, fromYear);
  const other = correctedIsLater ? from(corrected, fromYear) : until(corrected, fromYear - 1);
  await store(db, actor, applications, { id: row.id, before: row.cells, after: own, source, reason });
  return store(db, actor, applications, { id: uuid(), before: null, after: other, source, reason });
}

function until(cells: Cells, year: number): Cells {
  const { to_month: _, ...others } = cells;
  return { ...others, to_year: String(year) };
}

function from(cells: Cells, year: number): Cells {
  const { from_month: _, ...others } = cells;
  return { ...others, from_year: String(year) };
}
