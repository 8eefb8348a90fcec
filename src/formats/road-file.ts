import type { Ferry, Road, RoadNetwork } from '@/core/travel/roads';
import { parseInput } from '@/inputs/parse';
import { RoadFileRow } from '@/inputs/road-file-row';
import { type CsvLimits, fieldOfColumn, readCsv, withPoint, writeCsv } from './csv';

/** The columns of a file of roads. A road has a speed, a ferry a crossing and a timetable; distances in kilometres. */
export const roadFileColumns = [
  'kind',
  'from',
  'to',
  'km',
  'km_per_hour',
  'rush_percent',
  'minutes',
  'first',
  'last',
  'every_minutes',
] as const;

export interface RoadFileProblem {
  readonly line: number;
  readonly reason: string;
}

export interface RoadFileRead {
  readonly network: Omit<RoadNetwork, 'workshop'>;
  readonly problems: readonly RoadFileProblem[];
}

const limits: CsvLimits = { lines: 5000, signs: 500 };

/** Reads a file of roads; every name that a road or a ferry ends at is a node. */
export function readRoadFile(text: string): RoadFileRead {
  const table = readCsv(text, limits);
  const problems: RoadFileProblem[] = table.problems.map(({ line, reason }) => ({ line, reason }));
  const strange = table.columns.filter((name) => !(roadFileColumns as readonly string[]).includes(name));
  for (const name of strange)
    problems.push({
      line: 1,
      reason: `‘${name}’ is no column of a file of roads: ${roadFileColumns.join(', ')}.`,
    });
  const roads: Road[] = [];
  const ferries: Ferry[] = [];
  const joined = new Set<string>();
  for (const { line, cells } of strange.length === 0 ? table.rows : []) {
    const named = Object.fromEntries(
      Object.entries(cells).map(([name, cell]) => [
        fieldOfColumn(name),
        table.separator === ';' && name === 'km' ? withPoint(cell) : cell,
      ]),
    );
    const parsed = parseInput(RoadFileRow, named);
    if (!parsed.ok) {
      for (const { field, message } of parsed.problems)
        problems.push({ line, reason: `${field}: ${message}` });
      continue;
    }
    const wrong = addTo({ roads, ferries, joined }, parsed.value);
    if (wrong) problems.push({ line, reason: wrong });
  }
  if (roads.length + ferries.length === 0 && problems.length === 0)
    problems.push({ line: 1, reason: 'The file has no road in it.' });
  const nodes = [...new Set([...roads, ...ferries].flatMap(({ from, to }) => [from, to]))].sort();
  return { network: { nodes, roads, ferries }, problems };
}

/** A network as a file that reads the same again. */
export function writeRoadFile({ roads, ferries }: Pick<RoadNetwork, 'roads' | 'ferries'>): string {
  const text = (value: string | number) => String(value);
  return writeCsv([
    [...roadFileColumns],
    ...roads.map((road) => [
      'road',
      road.from,
      road.to,
      text(road.km),
      text(road.kmPerHour),
      text(road.rushPercent),
      '',
      '',
      '',
      '',
    ]),
    ...ferries.map((ferry) => [
      'ferry',
      ferry.from,
      ferry.to,
      text(ferry.km),
      '',
      '',
      text(ferry.minutes),
      ferry.first,
      ferry.last,
      text(ferry.everyMinutes),
    ]),
  ]);
}

/** Adds a row to what was read; or says why it is none. */
function addTo(
  { roads, ferries, joined }: { roads: Road[]; ferries: Ferry[]; joined: Set<string> },
  row: RoadFileRow,
): string | undefined {
  const { kind, from, to, km, kmPerHour, rushPercent = 0, minutes, first, last, everyMinutes } = row;
  if (from === to) return 'It ends where it begins.';
  const both = [kind, ...[from, to].sort()].join('\n');
  if (joined.has(both)) return `There is a ${kind} between these two already.`;
  if (kind === 'road') {
    if (kmPerHour === undefined) return 'A road wants km_per_hour.';
    roads.push({ from, to, km, kmPerHour, rushPercent });
  } else {
    if (minutes === undefined || first === undefined || last === undefined || everyMinutes === undefined)
      return 'A ferry wants minutes, first, last and every_minutes.';
    if (first >= '24:00' || last >= '24:00') return 'A ferry leaves before 24:00.';
    if (first > last) return 'The last ferry leaves before the first.';
    ferries.push({ from, to, km, minutes, first, last, everyMinutes });
  }
  joined.add(both);
  return undefined;
}
