/** What is wrong with a procedure, by the step where it stands. */
export interface StepProblem {
  /** The id of the step or end; null for the procedure as a whole. */
  readonly step: string | null;
  readonly message: string;
}
