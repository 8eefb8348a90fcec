import type { Part, Procedure } from './procedure';

/** What differs between two versions, by step or end. */
export interface Difference {
  readonly of: string;
  readonly kind: 'added' | 'removed' | 'moved' | 'changed';
  /** For a change: each field with what it was and is, as JSON. */
  readonly fields: readonly {
    readonly field: string;
    readonly was: string | null;
    readonly is: string | null;
  }[];
}

/** What became of a procedure between two versions: its head, its steps and its ends. Nothing is said twice. */
export function differences(before: Procedure, after: Procedure): readonly Difference[] {
  const head = changed(
    'the procedure',
    { ...before, steps: [], ends: [] },
    { ...after, steps: [], ends: [] },
  );
  return [
    ...head,
    ...listDifferences(before.steps, after.steps),
    ...listDifferences(before.ends, after.ends),
  ];
}

type Item = Part | Procedure['ends'][number];

function listDifferences(before: readonly Item[], after: readonly Item[]): readonly Difference[] {
  const stays = before.filter(({ id }) => after.some((one) => one.id === id)).map(({ id }) => id);
  const order = after.filter(({ id }) => stays.includes(id)).map(({ id }) => id);
  const still = longestInOrder(order.map((id) => stays.indexOf(id))).map((at) => stays[at]);
  return [
    ...before
      .filter(({ id }) => !after.some((one) => one.id === id))
      .map(({ id }): Difference => ({ of: id, kind: 'removed', fields: [] })),
    ...after.flatMap((item): Difference[] => {
      const was = before.find(({ id }) => id === item.id);
      if (!was) return [{ of: item.id, kind: 'added', fields: [] }];
      const moved: Difference[] = still.includes(item.id) ? [] : [{ of: item.id, kind: 'moved', fields: [] }];
      return [...moved, ...changed(item.id, was, item)];
    }),
  ];
}

function changed(of: string, before: object, after: object): readonly Difference[] {
  const was = new Map(Object.entries(before).map(([name, value]) => [name, JSON.stringify(value)]));
  const is = new Map(Object.entries(after).map(([name, value]) => [name, JSON.stringify(value)]));
  const fields = [...new Set([...was.keys(), ...is.keys()])]
    .filter((field) => was.get(field) !== is.get(field))
    .map((field) => ({ field, was: was.get(field) ?? null, is: is.get(field) ?? null }));
  return fields.length === 0 ? [] : [{ of, kind: 'changed', fields }];
}

/** The longest run of rising numbers in a list: what did not move among what did. */
function longestInOrder(numbers: readonly number[]): readonly number[] {
  const best: number[][] = [];
  for (const number of numbers) {
    const before = best.filter((run) => (run.at(-1) ?? -1) < number).sort((a, b) => b.length - a.length)[0];
    best.push([...(before ?? []), number]);
  }
  return best.sort((a, b) => b.length - a.length)[0] ?? [];
}
