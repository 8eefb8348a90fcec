import type { Cells } from './lists/description';
import type { ListName } from './lists/lists';

export interface ImportProblem {
  readonly list: ListName;
  readonly line: number;
  readonly column?: string | undefined;
  readonly reason: string;
}

export interface StagedCounts {
  readonly added: number;
  readonly changed: number;
  readonly left: number;
}

export interface StagedChange {
  readonly line: number;
  readonly before: Cells | null;
  readonly after: Cells;
}

export const importStates = [
  'reading',
  'read',
  'storing',
  'stored',
  'refused',
  'cancelled',
  'failed',
] as const;
/** How far a file is on its way into the library. */
export type ImportState = (typeof importStates)[number];

/** What an import would do, by list. */
export interface ImportPreview {
  readonly lists: readonly {
    readonly list: ListName;
    readonly rows: number;
    readonly counts: StagedCounts;
  }[];
  /** The first rows that are added or changed. */
  readonly changes: readonly (StagedChange & { readonly list: ListName })[];
  readonly refused: number;
  /** The first refused rows, by line. */
  readonly problems: readonly ImportProblem[];
  /** Text cells that a spreadsheet would run as a formula. */
  readonly formulas: readonly ImportProblem[];
  /** What was found of the file: its separator, its encoding. */
  readonly remarks: readonly string[];
}

export interface ImportRow {
  readonly id: string;
  readonly list: ListName | 'library';
  readonly fileName: string;
  readonly state: ImportState;
  readonly rowsDone: number;
  readonly rowsTotal: number | null;
  readonly preview: ImportPreview | null;
  readonly startedAt: Date;
  readonly by: string;
}
