import { readSeries, unpackBitting } from '@/core/blade/packed';
import { type Candidate, cutOrderOf } from '@/core/blade/progression/chains';
import {
  fewestBlanks,
  fewestTries,
  figuresOf,
  leastCost,
  type PlanFigures,
  type TryPlan,
} from '@/core/blade/progression/plans';
import { type SpaceToRead, spaceToRead } from '@/core/blade/progression/space-to-read';
import { fittingCodes, indexBittings, searchBittings, wantedProblems } from '@/core/blade/search';
import { type Blade, bittingRule, bladeOfKeyway, specProblems } from '@/core/blade/spec';
import { formatBitting } from '@/core/catalogue/bitting';
import { type Recut, recuts } from '@/core/catalogue/lists/keys';
import type { Actor } from '@/core/kinds/actor';
import { done, type Failed, failed, type Result } from '@/core/kinds/result';
import { listPackedRows } from '@/data/code-rows';
import { findKeyway } from '@/data/keyways';
import type { ProgressionInput } from '@/inputs/blade-inputs';
import { nobody, readAs } from '../asking/read-as';
import { sentWhole } from './blade';
import { namedSeries, openedFor, readWanted } from './code-search';

/** A plan with its figures, and its steps in the order of trying. */
export interface PlannedTries extends PlanFigures {
  readonly steps: readonly { readonly bitting: readonly number[]; readonly blank: number }[];
}

export interface Progression {
  readonly candidates: number;
  /** Whether the blanks at hand are enough for the plan with the fewest; null where nobody says how many there are. */
  readonly enough: boolean | null;
  /** The space whose reading saves the most blanks; null where none saves any. */
  readonly read: SpaceToRead | null;
  readonly fewestBlanks: PlannedTries;
  /** As many bittings as the fewest blanks, of which none can be cut from another: fewer blanks cannot do. */
  readonly antichain: readonly (readonly number[])[];
  readonly fewestTries: PlannedTries;
  readonly leastCost: PlannedTries & { readonly bound: number };
}

/** So many candidates are planned for at most. */
export const mostCandidates = 5000;

/** In which order to try the candidates of a partial reading, on which blanks; for a job with person, papers and plate shown. */
export async function planProgression(actor: Actor, input: ProgressionInput): Promise<Result<Progression>> {
  const closed = await closedProgression(actor, input);
  if (closed) return closed;
  const found = await candidatesOf(input);
  if (!found.ok) return found;
  const { blade, recut, candidates } = found.value;
  const order = cutOrderOf(blade, recut, candidates);
  const costs = { blank: input.blankMinor, tried: input.tryMinor };
  const planned = (plan: TryPlan): PlannedTries => ({
    ...figuresOf(plan, candidates, costs),
    steps: plan.order.map((candidate, at) => ({
      bitting: candidates[candidate]?.bitting ?? [],
      blank: (plan.blanks[at] ?? 0) + 1,
    })),
  });
  const fewest = fewestBlanks(order, candidates);
  const tries = fewestTries(order, candidates);
  const cheapest = leastCost(order, candidates, costs, [fewest, tries]);
  return done({
    candidates: candidates.length,
    enough: input.blanksAtHand === undefined ? null : fewest.antichain.length <= input.blanksAtHand,
    read: spaceToRead(blade, recut, candidates),
    fewestBlanks: planned(fewest),
    antichain: fewest.antichain.map((candidate) => candidates[candidate]?.bitting ?? []),
    fewestTries: planned(tries),
    leastCost: { ...planned(cheapest), bound: cheapest.bound },
  });
}

export function tooMany(candidates: number): Failed | undefined {
  return candidates > mostCandidates
    ? failed(
        `${candidates} candidates are too many to plan for: up to ${mostCandidates}. Read one space more first.`,
        'wanted',
      )
    : undefined;
}

interface Found {
  readonly blade: Blade;
  readonly recut: readonly Recut[];
  readonly candidates: readonly Candidate[];
}

async function candidatesOf(input: ProgressionInput): Promise<Result<Found>> {
  const found = await metalOf(input);
  if (!found.ok) return found;
  const { blade, recut } = found.value;
  const bittings = input.candidates
    ? namedCandidates(blade, input.candidates)
    : await fittingCandidates(blade, input);
  if (!bittings.ok) return bittings;
  const many = tooMany(bittings.value.length);
  if (many) return many;
  const { probabilities } = input;
  if (probabilities && probabilities.length !== bittings.value.length)
    return failed('A probability for each candidate.', 'probabilities');
  const sum = probabilities?.reduce((all, one) => all + one, 0) ?? bittings.value.length;
  if (sum <= 0) return failed('One candidate at least has to be possible.', 'probabilities');
  return done({
    blade,
    recut,
    candidates: bittings.value.map((bitting, at) => ({
      bitting,
      probability: (probabilities?.[at] ?? 1) / sum,
    })),
  });
}

async function metalOf({
  keyway,
  blade,
  recut,
}: ProgressionInput): Promise<Result<Omit<Found, 'candidates'>>> {
  if ((keyway === undefined) === (blade === undefined))
    return failed('Name a keyway, or send a blade whole.', 'keyway');
  if (blade) {
    const whole = sentWhole(blade, 'mm');
    const impossible = specProblems(whole);
    if (impossible.length > 0)
      return {
        ok: false,
        problems: impossible.map(({ field, message }) => ({ field: `blade.${field}`, message })),
      };
    if (recut?.length !== whole.rows.length || recut.some((word) => !isRecut(word)))
      return failed('deeper or never for each row of cuts.', 'recut');
    return done({ blade: whole, recut: recut.filter(isRecut) });
  }
  const known = keyway === undefined ? undefined : await findKeyway(readAs(nobody), keyway);
  if (!known) return failed('The library has no keyway of this name.', 'keyway');
  const found = bladeOfKeyway(known);
  return 'reason' in found
    ? failed(found.reason, 'keyway')
    : done({ blade: found.blade, recut: known.recut });
}

const isRecut = (word: string): word is Recut => (recuts as readonly string[]).includes(word);

export function namedCandidates(blade: Blade, written: readonly string[]): Result<(readonly number[])[]> {
  const read = readSeries(bittingRule(blade), written);
  if ('problem' in read) return failed(read.problem.message, `candidates.${read.problem.field}`);
  const bittings = written.map((_, at) => unpackBitting(read.packed, at));
  const seen = new Set<string>();
  for (const [at, bitting] of bittings.entries()) {
    if (seen.has(bitting.join())) return failed(`Row ${at + 1} stands twice.`, `candidates.${at}`);
    seen.add(bitting.join());
  }
  return done(bittings);
}

/** The different bittings of the keyway's series that fit what was read. */
export async function fittingCandidates(
  blade: Blade,
  {
    keyway,
    series: named,
    wanted: written,
  }: { readonly keyway?: string; readonly series?: string[]; readonly wanted?: string[] },
): Promise<Result<(readonly number[])[]>> {
  if (keyway === undefined || written === undefined)
    return failed('Send the candidates, or what is known of the spaces of a keyway.', 'candidates');
  const wanted = readWanted(written);
  if (!wanted.ok) return wanted;
  const { spaces, depths } = bittingRule(blade);
  const problems = wantedProblems(wanted.value, spaces, depths);
  if (problems.length > 0) return { ok: false, problems };
  const db = readAs(nobody);
  const meant = await namedSeries(db, keyway, named);
  if (!meant.ok) return meant;
  const bittings = new Map<string, readonly number[]>();
  for (const series of meant.value) {
    const { packed } = await listPackedRows(db, series);
    for (const place of fittingCodes(searchBittings(indexBittings(packed, depths), wanted.value))) {
      const bitting = unpackBitting(packed, place);
      bittings.set(formatBitting(bitting), bitting);
    }
  }
  return bittings.size === 0
    ? failed(
        'No code has such a bitting: read the least sure space again, or let it be one of two (2/3).',
        'wanted',
      )
    : done([...bittings.values()]);
}

/** What keeps the candidates closed: they are as good as keys, so person, papers and plate come first. */
async function closedProgression(
  actor: Actor,
  { job: number, keyway }: ProgressionInput,
): Promise<Failed | undefined> {
  if (actor.kind !== 'person') return failed('This is for people who are signed in; no token opens it.');
  return openedFor(actor, { number, keyway }, ['readLock', 'cutFromCode'], 'progression.planned');
}
