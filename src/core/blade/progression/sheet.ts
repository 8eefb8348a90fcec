import { parseBitting } from '@/core/catalogue/bitting';
import type { Candidate } from './chains';
import { type PlanKind, planKinds } from './plan-rest';

/** What the candidates of a sheet were read from. */
export const sheetsFrom = ['lock', 'piece'] as const;
export type SheetFrom = (typeof sheetsFrom)[number];

/** Candidates that are worked through, as they are sealed with a job. */
export interface Sheet {
  readonly keyway: string;
  readonly from: SheetFrom;
  readonly candidates: readonly Candidate[];
  /** How likely the bitting was among them before the first try. */
  readonly holds: number;
  /** The plan that was chosen at first. */
  readonly plan: PlanKind;
}

/** A sheet as the text that is sealed; `readSheet` reads it again. */
export function writeSheet(sheet: Sheet): string {
  return JSON.stringify({
    ...sheet,
    candidates: sheet.candidates.map(({ bitting }) => bitting.join('-')),
    probabilities: sheet.candidates.map(({ probability }) => probability),
  });
}

/** A sealed sheet; undefined where the text is none. */
export function readSheet(text: string): Sheet | undefined {
  const { keyway, from, holds, plan, candidates: written, probabilities } = partsOf(text);
  if (!Array.isArray(written) || !Array.isArray(probabilities)) return undefined;
  const candidates = written.flatMap((one: unknown, at: number): Candidate[] => {
    const bitting = parseBitting(String(one));
    return bitting ? [{ bitting, probability: Number(probabilities[at]) }] : [];
  });
  const knownFrom = sheetsFrom.find((one) => one === from);
  const knownPlan = planKinds.find((one) => one === plan);
  return candidates.length === written.length && knownFrom && knownPlan
    ? { keyway: String(keyway), from: knownFrom, candidates, holds: Number(holds), plan: knownPlan }
    : undefined;
}

type Part = keyof Sheet | 'probabilities';

function partsOf(text: string): Readonly<Partial<Record<Part, unknown>>> {
  try {
    const read: unknown = JSON.parse(text);
    return typeof read === 'object' && read !== null ? read : {};
  } catch {
    return {};
  }
}
