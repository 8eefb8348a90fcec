import { readFileSync } from 'node:fs';
import type { BenchPlatform } from '@/core/benchcar/document/bench-platform';
import type { CarSetup } from '@/core/benchcar/start/start-car';
import type { Cells } from '@/core/catalogue/lists/description';
import type { PlatformMethod } from '@/core/catalogue/platform';
import { bind } from '@/core/procedure/bind/bind';
import type { BoundProcedure } from '@/core/procedure/bind/bound';
import { proceduresOf } from '@/core/procedure/check/procedure-rows';
import { readArguments } from '@/core/procedure/document/arguments';
import type { Procedures } from '@/core/procedure/document/procedure';
import { readLibraryJson } from '@/formats/library-json';
import { setupFor } from './bench-operator';
import { worldBenchPlatforms } from './bench-platforms';
import { worldFile, worldList } from './world-lists';

/** The rows of the demo world's procedures, and of all that they have to agree with. */
export function worldProcedureRows(): { list: string; line: number | null; cells: Cells }[] {
  const read = readLibraryJson(readFileSync(worldFile('procedures.json'), 'utf8'));
  if (!read.ok) throw new Error('the procedures of the world cannot be read');
  const of = (name: string, rows: readonly Cells[]) =>
    rows.map((cells) => ({ list: name, line: null, cells }));
  return [
    ...of(
      'procedures',
      read.value.map(({ cells }) => cells),
    ),
    ...of('causes', worldList('causes')),
    ...of('platform-methods', worldList('platform-methods')),
  ];
}

export function worldProcedures(): Procedures {
  return proceduresOf(worldProcedureRows().filter((row) => row.list === 'procedures'));
}

/** A way of a platform with the procedure that leads through it. */
export interface WorldWay {
  readonly platform: BenchPlatform;
  readonly method: PlatformMethod;
  readonly procedure: string;
  readonly values: Readonly<Record<string, string>>;
}

export function worldWays(): WorldWay[] {
  const platforms = worldBenchPlatforms();
  return worldList('platform-methods').map((row) => {
    const platform = platforms.find((one) => one.platform.name === row.platform);
    const method = platform?.platform.methods.find(({ kind }) => kind === row.kind);
    if (!platform || !method) throw new Error(`no way ${row.platform} ${row.kind}`);
    return {
      platform,
      method,
      procedure: row.procedure ?? '',
      values: {
        ...readArguments(row.arguments),
        platform: platform.platform.name,
        leads: method.adapters.join(' > '),
        article: platform.behaviour.chips[0] ?? '',
      },
    };
  });
}

/** The tag of a head that comes with a new module, before it is unpacked. */
const headTag = 9;

/** A way with its procedure bound to keys, and the car that they lie at. */
export function boundWay(
  procedures: Procedures,
  { platform, method, procedure, values }: WorldWay,
  more: Partial<CarSetup> = {},
  learn = 1,
): { readonly bound: BoundProcedure; readonly setup: CarSetup } {
  const setup = setupFor(platform, method.kind, more);
  const known = Array.from({ length: setup.knownKeys }, (_, at) => at + 1);
  const news = Array.from({ length: learn }, (_, at) => setup.knownKeys + 1 + at);
  const bound = bind(procedures, procedure, {
    way: method.kind,
    plan: { known, learn: news, came: headTag },
    values,
  });
  if (!bound) throw new Error(`${procedure} names what is not there`);
  return { bound, setup };
}

/** How many keys a way has to learn so that the car starts. */
export function keysToLearn({ platform: { platform }, method }: WorldWay): number {
  return method.others === 'erase' ? Math.max(1, platform.slotsMinimum) : 1;
}
