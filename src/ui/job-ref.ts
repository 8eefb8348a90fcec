/** What an edit or an event needs of the job it belongs to. */
export interface JobRef {
  readonly number: number;
  readonly version: number;
  readonly lastSeq: number;
  readonly closed: boolean;
}
