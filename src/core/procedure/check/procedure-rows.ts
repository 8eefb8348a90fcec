import type { Cells } from '@/core/catalogue/lists/description';
import { wayOf } from '@/core/catalogue/platform-cells';
import { isStep, isTrouble, type Procedure, type Procedures } from '../document/procedure';
import { exitsOf } from '../document/step-exits';
import { procedureProblems } from './check-procedure';
import { wayProblems } from './check-way';

/** The lists that procedures have to agree with, and their own. */
export const procedureLists = ['procedures', 'causes', 'platform-methods'] as const;
type ProcedureList = (typeof procedureLists)[number];

/** A row of a list, with its line where it comes of a file. */
interface ProcedureRow {
  readonly list: string;
  readonly line: number | null;
  readonly cells: Cells;
}

export interface ProcedureRowProblem {
  readonly list: ProcedureList;
  readonly line: number | null;
  readonly column: string;
  readonly reason: string;
}

/** The procedures that rows of their list hold, by name. */
export function proceduresOf(rows: readonly { readonly cells: Cells }[]): Procedures {
  return Object.fromEntries(
    rows.flatMap(({ cells }) =>
      cells.name === undefined || cells.body === undefined
        ? []
        : [[cells.name, JSON.parse(cells.body) as Procedure] as const],
    ),
  );
}

/**
 * Where procedures disagree with themselves, with what they name, and with the ways that they lead through.
 * @param names of procedures, causes and platforms that were touched: only what has to do with them is looked at; null for all
 */
export function procedureRowProblems(
  rows: readonly ProcedureRow[],
  names: readonly string[] | null = null,
): readonly ProcedureRowProblem[] {
  const of = (list: ProcedureList) => rows.filter((row) => row.list === list);
  const procedures = proceduresOf(of('procedures'));
  const causes = new Set(of('causes').flatMap(({ cells }) => cells.name ?? []));
  const touched = names && touchedBy(procedures, names);
  return [
    ...of('procedures').flatMap(({ line, cells: { name = '' } }) => {
      const procedure = procedures[name];
      if (!procedure || touched?.has(name) === false) return [];
      return procedureProblems(name, procedure, procedures, causes).map(({ step, message }) => ({
        list: 'procedures' as const,
        line,
        column: 'body',
        reason: `${name}: ${step === null ? '' : `${step}: `}${message}`,
      }));
    }),
    ...of('platform-methods').flatMap(({ line, cells }) => {
      const { procedure, platform = '', kind } = cells;
      if (procedure === undefined) return [];
      if (touched && !touched.has(procedure) && !names.includes(platform)) return [];
      return wayProblems(procedures, wayOf(cells), procedure, cells.arguments).map((reason) => ({
        list: 'platform-methods' as const,
        line,
        column: 'procedure',
        reason: `${platform}, ${kind}: ${reason}`,
      }));
    }),
  ];
}

/** The procedures of these names, those that name a cause of them, and all within which one of those is done. */
function touchedBy(procedures: Procedures, names: readonly string[]): ReadonlySet<string> {
  const touched = new Set(names);
  for (const [name, { steps }] of Object.entries(procedures)) {
    const exits = steps.filter(isStep).flatMap((step) => Object.values(exitsOf(step)));
    const named = exits.some(
      (exit) => isTrouble(exit) && exit.causes.some(({ cause }) => names.includes(cause)),
    );
    if (named) touched.add(name);
  }
  for (let size = -1; size !== touched.size; ) {
    size = touched.size;
    for (const [name, { steps }] of Object.entries(procedures))
      if (steps.some((part) => !isStep(part) && touched.has(part.procedure))) touched.add(name);
  }
  return touched;
}
