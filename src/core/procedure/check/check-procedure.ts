import type { Procedure, Procedures } from '../document/procedure';
import { flowProblems } from './check-flow';
import { formProblems } from './check-form';
import type { StepProblem } from './step-problem';

/**
 * All that is wrong with a procedure, by step: first as it is written; where that is right, as it is walked.
 * @param others the procedures that it may use, by name
 * @param causes the causes that the library knows; null where they are not looked at
 */
export function procedureProblems(
  name: string,
  procedure: Procedure,
  others: Procedures,
  causes: ReadonlySet<string> | null,
): readonly StepProblem[] {
  const procedures = { ...others, [name]: procedure };
  const written = formProblems(procedures, procedure, causes);
  return written.length > 0 ? written : flowProblems(procedures, name);
}
