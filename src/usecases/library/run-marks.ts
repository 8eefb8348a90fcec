import type { PersonActor } from '@/core/kinds/actor';
import { done, failed, type Result } from '@/core/kinds/result';
import type { BoundProcedure } from '@/core/procedure/bind/bound';
import { said } from '@/core/procedure/document/step-words';
import { boundOf } from '@/core/run/run-basis';
import { appendAudit } from '@/data/audit';
import { listOpenMarks, type OpenMark, settleMark } from '@/data/run-marks';
import { findRunBasis } from '@/data/runs';
import type { SettleMarkInput } from '@/inputs/library-inputs';
import { changeAs, readAs } from '../asking/read-as';

/** A mark with the sentence of the step that it is about. */
export interface MarkToSettle extends OpenMark {
  readonly step: string;
}

/** What runs said of texts and times of the procedures, and nobody has seen to yet. */
export async function readOpenMarks(actor: PersonActor): Promise<readonly MarkToSettle[]> {
  const db = readAs(actor);
  const marks = await listOpenMarks(db);
  const bound = new Map<string, BoundProcedure>();
  for (const id of new Set(marks.map(({ runId }) => runId))) {
    const basis = await findRunBasis(db, id);
    if (basis) bound.set(id, boundOf(basis));
  }
  return marks.map((mark) => {
    const say = bound.get(mark.runId)?.nodes.get(mark.node)?.step.say;
    return { ...mark, step: say === undefined ? 'At the end' : said(say) };
  });
}

/** Notes that a mark was seen to: the text was changed, or stays as it is. */
export async function settleRunMark(
  actor: PersonActor,
  { runId, eventId }: SettleMarkInput,
): Promise<Result<null>> {
  return changeAs(actor, async (db) => {
    if (!(await settleMark(db, { runId, eventId, at: actor.at, by: actor.personId })))
      return failed('Somebody has seen to it already.');
    await appendAudit(db, actor, {
      action: 'library.markSettled',
      subjectKind: 'library',
      subjectId: null,
      details: { run: runId, event: eventId },
    });
    return done(null);
  });
}
