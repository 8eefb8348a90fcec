import { unknownPlace, vinAlphabet, vinLength } from './alphabet';
import { checkDigit } from './check-digit';
import { confusion } from './confusion';

export type RepairKind = 'change' | 'exchange' | 'letter' | 'missing' | 'doubled';

export interface Repair {
  readonly vin: string;
  readonly kind: RepairKind;
  /** Places from 1 in the repaired VIN that were changed; for a doubled character the place in the typed one. */
  readonly places: readonly number[];
  /** 0 to 1; the repairs of one VIN sum to 1. */
  readonly share: number;
}

/** How often each kind of slip happens, before what the characters say. */
const prior: Readonly<Record<RepairKind, number>> = {
  change: 1,
  exchange: 0.8,
  letter: 4,
  missing: 0.12,
  doubled: 0.6,
};
/** A character lost where its twin stands beside it is far likelier than one lost anywhere. */
const twinLost = 6;

/**
 * Every VIN one slip away that passes the check digit, likeliest first: a character misread, two neighbours exchanged,
 * I, O or Q written for 1 and 0, a character missing or doubled.
 * @param typed as cleaned, 16 to 18 characters; with unknown places there is nothing to repair
 * @param fits how well a whole VIN fits what else is known (maker, year, serial), as a factor
 */
export function repairVin(typed: string, fits: (vin: string) => number): Repair[] {
  const found = new Map<string, { kind: RepairKind; places: readonly number[]; score: number }>();
  for (const { vin, kind, places, likely } of slips(typed)) {
    if (checkDigit(vin) !== vin[8]) continue;
    const score = prior[kind] * likely * fits(vin);
    if (score > (found.get(vin)?.score ?? 0)) found.set(vin, { kind, places, score });
  }
  const total = [...found.values()].reduce((sum, { score }) => sum + score, 0);
  return [...found]
    .map(([vin, { kind, places, score }]) => ({ vin, kind, places, share: score / total }))
    .sort((a, b) => b.share - a.share || (a.vin < b.vin ? -1 : 1));
}

interface Slip {
  readonly vin: string;
  readonly kind: RepairKind;
  readonly places: readonly number[];
  readonly likely: number;
}

function* slips(typed: string): Generator<Slip> {
  if (typed.includes(unknownPlace)) return;
  const letters = [...typed].flatMap((character, at) => (/[IOQ]/.test(character) ? [at] : []));
  const vin = typed.replaceAll('I', '1').replaceAll(/[OQ]/g, '0');
  if ([...vin].some((character) => !vinAlphabet.includes(character))) return;
  if (vin.length === vinLength && letters.length > 0) {
    yield { vin, kind: 'letter', places: letters.map((at) => at + 1), likely: 1 };
  }
  if (vin.length === vinLength) yield* changes(vin);
  if (vin.length === vinLength - 1) yield* insertions(vin);
  if (vin.length === vinLength + 1) yield* deletions(vin);
}

function* changes(vin: string): Generator<Slip> {
  for (let at = 0; at < vinLength; at += 1) {
    const present = vin[at] ?? '';
    for (const character of vinAlphabet) {
      if (character === present) continue;
      const changed = vin.slice(0, at) + character + vin.slice(at + 1);
      yield { vin: changed, kind: 'change', places: [at + 1], likely: confusion(present, character) };
    }
    const next = vin[at + 1];
    if (next !== undefined && next !== present) {
      const exchanged = vin.slice(0, at) + next + present + vin.slice(at + 2);
      yield { vin: exchanged, kind: 'exchange', places: [at + 1, at + 2], likely: 0.6 };
    }
  }
}

function* insertions(vin: string): Generator<Slip> {
  for (let at = 0; at <= vin.length; at += 1) {
    for (const character of vinAlphabet) {
      const twin = vin[at - 1] === character || vin[at] === character;
      const inserted = vin.slice(0, at) + character + vin.slice(at);
      yield { vin: inserted, kind: 'missing', places: [at + 1], likely: twin ? twinLost : 1 };
    }
  }
}

function* deletions(vin: string): Generator<Slip> {
  for (let at = 0; at < vin.length; at += 1) {
    const twin = vin[at - 1] === vin[at] || vin[at + 1] === vin[at];
    const deleted = vin.slice(0, at) + vin.slice(at + 1);
    yield { vin: deleted, kind: 'doubled', places: [at + 1], likely: twin ? 4 : 0.5 };
  }
}
