import type { Cells } from '@/core/catalogue/lists/description';
import type { Recut } from '@/core/catalogue/lists/keys';
import { type KeywayProblem, type KeywaySpec, keywayProblems, loneDepths, ofAxis } from './keyway';

/** The lists that a keyway's metal lies in, each with the column that names the keyway. */
export const metalColumns = {
  keyways: 'name',
  'keyway-spaces': 'keyway',
  'keyway-depths': 'keyway',
} as const;
/** Beside these the locks that hold its spaces: all that must not contradict each other. */
export const keywayColumns = { ...metalColumns, locks: 'keyway' } as const;
export type KeywayList = keyof typeof keywayColumns;
export const keywayLists = Object.keys(keywayColumns) as KeywayList[];

export function isKeywayList(list: string): list is KeywayList {
  return list in keywayColumns;
}

/** A row of one of the lists, with its line where it comes of a file. */
export interface KeywayRow {
  readonly list: KeywayList;
  readonly line: number | null;
  readonly cells: Cells;
}

/** A contradiction with the row and column where it stands. */
export interface KeywayRowProblem {
  readonly list: KeywayList;
  readonly keyway: string;
  /** Of the file, where one of the keyway's rows comes of it. */
  readonly line: number | null;
  readonly column: string;
  readonly reason: string;
}

const listOf = { keyway: 'keyways', space: 'keyway-spaces', depth: 'keyway-depths' } as const;
const columnOf = { keyway: 'macs', space: 'at_mm', depth: 'cut_mm' } as const;

/** The keyways of rows, by name; rows of a keyway that is not among them are left out. */
export function keywaysOf(rows: readonly KeywayRow[]): Map<string, KeywaySpec> {
  const of = (list: KeywayList, keyway: string) =>
    rows.filter((row) => row.list === list && row.cells.keyway === keyway).map(({ cells }) => cells);
  return new Map(
    rows
      .filter(({ list }) => list === 'keyways')
      .map(({ cells }) => {
        const { name = '' } = cells;
        return [name, specOf(cells, of('keyway-spaces', name), of('keyway-depths', name))];
      }),
  );
}

function specOf(cells: Cells, spaces: readonly Cells[], depths: readonly Cells[]): KeywaySpec {
  const number = (value: string | undefined) => (value === undefined ? null : Number(value));
  const place = ({ axis, number: at }: Cells) => ({ axis: Number(axis), number: Number(at) });
  const spec: KeywaySpec = {
    profile: cells.profile ?? '',
    stop: cells.stop === 'tip' ? 'tip' : 'shoulder',
    spaces: Number(cells.spaces),
    depths: Number(cells.depths),
    widthMm: Number(cells.blade_width_mm),
    lengthMm: number(cells.blade_length_mm),
    thicknessMm: number(cells.blade_thickness_mm),
    angleDeg: number(cells.cut_angle_deg),
    flatMm: number(cells.flat_mm),
    macs: number(cells.macs),
    // Where nobody says: one row of cuts, and a disc is never cut again.
    recut: (cells.recut?.split(' ') ?? [cells.profile === 'disc' ? 'never' : 'deeper']) as Recut[],
    spaceRows: spaces.map((row) => ({ ...place(row), atMm: Number(row.at_mm) })),
    depthRows: depths.map((row) => ({ ...place(row), mm: number(row.cut_mm), deg: number(row.cut_deg) })),
  };
  const inOrder = <Row extends { readonly axis: number; readonly number: number }>(all: readonly Row[]) =>
    [...new Set(all.map(({ axis }) => axis))].sort().flatMap((axis) => ofAxis(all, axis));
  return { ...spec, spaceRows: inOrder(spec.spaceRows), depthRows: inOrder(spec.depthRows) };
}

/**
 * Contradictions of all keyways among the rows, with the row they stand in.
 * @param whole whether they come as a whole, so that a single depth is no beginning but all there is
 */
export function keywayRowProblems(rows: readonly KeywayRow[], whole: boolean): KeywayRowProblem[] {
  return [...keywaysOf(rows)].flatMap(([keyway, spec]) => [
    ...[...keywayProblems(spec), ...(whole ? loneDepths(spec) : [])].map((problem) =>
      placed(keyway, problem, rows),
    ),
    ...lockProblems(keyway, spec, rows),
  ]);
}

/** Locks that hold spaces which their keyway has not. */
function lockProblems(
  keyway: string,
  { spaces }: KeywaySpec,
  rows: readonly KeywayRow[],
): KeywayRowProblem[] {
  return rows.flatMap(({ list, line, cells }) => {
    const beyond = cells.spaces?.split(' ').find((space) => Number(space) > spaces);
    if (list !== 'locks' || cells.keyway !== keyway || beyond === undefined) return [];
    const car = [cells.make, cells.model, cells.market, cells.generation].join(' ');
    return [
      {
        list,
        keyway,
        line,
        column: 'spaces',
        reason: `${keyway}, ${cells.lock} of ${car}, space ${beyond}: This keyway has ${spaces} spaces.`,
      },
    ];
  });
}

function placed(
  keyway: string,
  { of, axis, number, reason }: KeywayProblem,
  rows: readonly KeywayRow[],
): KeywayRowProblem {
  const own = rows.filter(({ list, cells }) => cells[keywayColumns[list]] === keyway);
  const row = own.find(
    ({ list, cells }) =>
      list === listOf[of] && (of === 'keyway' || (cells.axis === `${axis}` && cells.number === `${number}`)),
  );
  const axisWords = own.some(({ cells }) => cells.axis === '2') ? ` of axis ${axis}` : '';
  const where = of === 'keyway' ? keyway : `${keyway}, ${of} ${number}${axisWords}`;
  return {
    list: listOf[of],
    keyway,
    line: row?.line ?? own.find(({ line }) => line !== null)?.line ?? null,
    column: of === 'depth' && row?.cells.cut_mm === undefined ? 'cut_deg' : columnOf[of],
    reason: `${where}: ${reason}`,
  };
}
