import type { Cells } from '@/core/catalogue/lists/description';
import { platformOf } from '@/core/catalogue/platform-cells';
import type { Behaviour } from './behaviour';
import { behaviourProblems } from './check-behaviour';

/** The lists that a platform's document has to agree with, and its own, each with the column that names the platform. */
export const behaviourColumns = {
  platforms: 'name',
  'platform-methods': 'platform',
  behaviours: 'platform',
} as const;

/** A row of a list, with its line where it comes of a file. */
interface BehaviourRow {
  readonly list: string;
  readonly line: number | null;
  readonly cells: Cells;
}

interface BehaviourRowProblem {
  readonly platform: string;
  readonly line: number | null;
  readonly reason: string;
}

/** Where documents disagree with the lists, or with themselves. */
export function behaviourRowProblems(rows: readonly BehaviourRow[]): readonly BehaviourRowProblem[] {
  const of = (list: keyof typeof behaviourColumns) => rows.filter((row) => row.list === list);
  const ways = of('platform-methods').map(({ cells }) => cells);
  return of('behaviours').flatMap(({ line, cells }) => {
    const platform = of('platforms').find((row) => row.cells.name === cells.platform);
    if (!platform || cells.body === undefined) return [];
    return behaviourProblems(JSON.parse(cells.body) as Behaviour, platformOf(platform.cells, ways)).map(
      ({ field, message }) => ({
        platform: cells.platform ?? '',
        line,
        reason: field === undefined ? message : `${field}: ${message}`,
      }),
    );
  });
}
