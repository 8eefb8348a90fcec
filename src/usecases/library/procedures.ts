import type { Actor } from '@/core/kinds/actor';
import type { CauseBook } from '@/core/procedure/causes/causes';
import type { Procedure } from '@/core/procedure/document/procedure';
import {
  findCauseBook,
  listProcedures,
  listProcedureUses,
  listProcedureVersions,
  type ProcedureUse,
} from '@/data/procedures';
import { readAs } from '../asking/read-as';

export interface ProcedureView {
  readonly name: string;
  readonly procedure: Procedure;
  /** The ways that it leads through, and the procedures that it is done within. */
  readonly uses: readonly ProcedureUse[];
  readonly within: readonly string[];
  /** Every version that ever stood, the latest first. */
  readonly versions: readonly { readonly version: number; readonly body: Procedure }[];
  readonly book: CauseBook;
}

/** A procedure with all that hangs on it; undefined where there is none of this name. */
export async function readProcedure(actor: Actor, name: string): Promise<ProcedureView | undefined> {
  const db = readAs(actor);
  const procedures = await listProcedures(db);
  const procedure = procedures[name];
  if (!procedure) return undefined;
  return {
    name,
    procedure,
    uses: await listProcedureUses(db, name),
    within: Object.entries(procedures).flatMap(([other, { steps }]) =>
      steps.some((part) => part.kind === 'use' && part.procedure === name) ? [other] : [],
    ),
    versions: await listProcedureVersions(db, name),
    book: await findCauseBook(db),
  };
}

/** The names of the procedures that are parts of others. */
export async function readProcedureParts(actor: Actor): Promise<readonly string[]> {
  const procedures = await listProcedures(readAs(actor));
  return Object.entries(procedures).flatMap(([name, { way }]) => (way === null ? [name] : []));
}
