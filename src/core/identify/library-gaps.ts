import type { Application } from '@/core/catalogue/application';
import type { YearMonth } from '@/core/kinds/year-span';
import { monthNumber, rangeOf, spanOf } from './build-time';
import { tellKindNames, tellOf } from './tells';
import { overlap } from './year-strip';

export interface Overlap {
  readonly one: Application;
  readonly other: Application;
  /** The months that both cover. */
  readonly span: { readonly from: YearMonth; readonly to: YearMonth };
}

/**
 * Pairs of rows of one generation, market and ignition that cover the same months, need different things, and have no
 * mark or other tell by which anybody could say which it is.
 */
export function findOverlaps(applications: readonly Application[]): Overlap[] {
  const groups = new Map<string, Application[]>();
  for (const application of applications) {
    const key = [application.modelId, application.generation, application.market].join('|');
    const group = groups.get(key);
    if (group) group.push(application);
    else groups.set(key, [application]);
  }
  const found: Overlap[] = [];
  for (const group of groups.values()) {
    for (const [at, one] of group.entries()) {
      for (const other of group.slice(at + 1)) {
        if (!overlap(one, other) || canBeTold(one, other) || sameKey(one, other)) continue;
        const [a, b] = [rangeOf(one.span), rangeOf(other.span)];
        const span = spanOf(Math.max(a.from, b.from), Math.min(a.to, b.to));
        found.push({ one, other, span });
      }
    }
  }
  return found;
}

function canBeTold(one: Application, other: Application): boolean {
  return tellKindNames.some((kind) => {
    const [a, b] = [tellOf(one, kind), tellOf(other, kind)];
    return a !== null && b !== null && a !== b;
  });
}

function sameKey(one: Application, other: Application): boolean {
  return (
    one.blank === other.blank &&
    one.chip?.article === other.chip?.article &&
    one.remote?.article === other.remote?.article &&
    one.platform === other.platform &&
    one.pocket === other.pocket
  );
}

export interface Generation {
  readonly make: string;
  readonly model: string;
  readonly name: string;
  readonly market: string;
  readonly fromYear: number;
  readonly toYear: number;
}

export interface Gap {
  readonly generation: Generation;
  readonly span: { readonly from: YearMonth; readonly to: YearMonth };
}

/** The stretches of each generation's years that none of its rows covers. */
export function findGaps(generations: readonly Generation[], applications: readonly Application[]): Gap[] {
  const rows = new Map<string, Application[]>();
  for (const row of applications) {
    const key = [row.make, row.model, row.generation, row.market].join('|');
    const group = rows.get(key);
    if (group) group.push(row);
    else rows.set(key, [row]);
  }
  return generations.flatMap((generation) => {
    const own =
      rows.get([generation.make, generation.model, generation.name, generation.market].join('|')) ?? [];
    const ranges = own.map(({ span }) => rangeOf(span)).sort((a, b) => a.from - b.from);
    const gaps: Gap[] = [];
    let next = monthNumber({ year: generation.fromYear, month: null }, 'from');
    const last = monthNumber({ year: generation.toYear, month: null }, 'to');
    const add = (from: number, to: number) => {
      if (from <= to) gaps.push({ generation, span: spanOf(from, to) });
    };
    for (const { from, to } of ranges) {
      add(next, Math.min(from - 1, last));
      next = Math.max(next, to + 1);
    }
    add(next, last);
    return gaps;
  });
}
