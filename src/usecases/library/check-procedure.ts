import type { Actor } from '@/core/kinds/actor';
import { done, type Problem, type Result } from '@/core/kinds/result';
import { bind } from '@/core/procedure/bind/bind';
import { procedureProblems } from '@/core/procedure/check/check-procedure';
import type { Procedure } from '@/core/procedure/document/procedure';
import { findCauseBook, listProcedures } from '@/data/procedures';
import { ProcedureInput } from '@/inputs/documents/procedure-input';
import type { ProcedureCheckInput } from '@/inputs/library-inputs';
import { parseInput } from '@/inputs/parse';
import { database } from '../database';

/** What is wrong with a procedure that somebody writes, by step. */
export interface CheckedProcedure {
  readonly problems: readonly {
    /** The id of the step or end; null for the procedure as a whole. */
    readonly step: string | null;
    /** The field within it, where the form of one is wrong. */
    readonly field: string | null;
    readonly message: string;
  }[];
  /** Its steps with all that is done in between, for one new key; null while something is wrong. */
  readonly steps: number | null;
}

/** Checks a procedure against itself and against what the library knows; stores nothing. */
export async function checkProcedure(
  _actor: Actor,
  { name, body }: ProcedureCheckInput,
): Promise<Result<CheckedProcedure>> {
  const read = parseInput(ProcedureInput, body);
  if (!read.ok) return done({ problems: read.problems.map((problem) => atStep(body, problem)), steps: null });
  const procedure = body as unknown as Procedure;
  const db = database();
  const procedures = { ...(await listProcedures(db)), [name]: procedure };
  const { causes } = await findCauseBook(db);
  const known = new Set(causes.map((cause) => cause.name));
  const problems = procedureProblems(name, procedure, procedures, known).map((problem) => ({
    ...problem,
    field: null,
  }));
  if (problems.length > 0) return done({ problems, steps: null });
  const bound = bind(procedures, name, {
    way: procedure.way ?? 'add',
    plan: { known: [1, 2], learn: [3], came: 9 },
    values: {},
  });
  return done({ problems, steps: bound?.nodes.size ?? null });
}

/** A problem of the form, at the step where it stands: `steps.3.refused` is told of the fourth step. */
function atStep(
  body: Readonly<Record<string, unknown>>,
  { field = '', message }: Problem,
): CheckedProcedure['problems'][number] {
  const [list, at, ...rest] = field.split('.');
  const parts = list === 'steps' || list === 'ends' ? body[list] : undefined;
  const part: unknown = Array.isArray(parts) ? parts[Number(at)] : undefined;
  const id = typeof part === 'object' && part !== null && 'id' in part ? part.id : undefined;
  return typeof id === 'string' && id.length <= 30
    ? { step: id, field: rest.join('.') || null, message }
    : { step: null, field: field || null, message };
}
