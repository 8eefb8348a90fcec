import type { CallFacts } from './told-call';

/** Who calls and about which car, in fields of their own. */
export interface PersonFacts {
  readonly name: string;
  readonly phone: string;
  readonly vin: string;
  readonly placeDetail: string;
  readonly note: string;
}

export const nobody: PersonFacts = { name: '', phone: '', vin: '', placeDetail: '', note: '' };

/** A call that is being typed, as the device keeps it until the job is open. A key code is never in it. */
export interface CallDraft {
  /** Also the key under which its job is opened, once. */
  readonly id: string;
  /** When it was typed in last, in milliseconds of the device's clock. */
  readonly atMs: number;
  /** Without what looks like a code. */
  readonly line: string;
  readonly byHand: Partial<CallFacts>;
  readonly person: PersonFacts;
  /** What line and hand come to. */
  readonly facts: CallFacts;
  /** Make, model and year in words; empty where nothing is known of them. */
  readonly car: string;
}

const hourMs = 3_600_000;
/** After so long nothing personal of it is kept; after so long nothing. */
const personalMs = hourMs;
const keptMs = 24 * hourMs;

/**
 * A draft as it may be kept at a moment: whole for an hour, then its facts alone, without words, names, phone, VIN and street;
 * undefined after a day.
 */
export function draftAt(draft: CallDraft, nowMs: number): CallDraft | undefined {
  const age = nowMs - draft.atMs;
  if (age >= keptMs) return undefined;
  return age >= personalMs ? impersonal(draft) : draft;
}

/** The same draft where there is nothing left to take out. */
function impersonal(draft: CallDraft): CallDraft | undefined {
  const { facts, byHand } = draft;
  // Words of the line may be a name; a car that was named by hand is one.
  const carWords = byHand.carWords ?? '';
  const kept: CallFacts = { ...facts, carWords };
  return { ...draft, line: '', person: nobody, byHand: kept, facts: kept };
}

/** Whether anything was typed. */
export function isTyped({ line, byHand, person }: Pick<CallDraft, 'line' | 'byHand' | 'person'>): boolean {
  return (
    line.trim() !== '' ||
    Object.keys(byHand).length > 0 ||
    Object.values(person).some((text) => text.trim() !== '')
  );
}

/** What a draft is offered by: the caller's words, or after an hour the car. */
export function draftWords({ line, car, person }: CallDraft): string {
  return [line.trim() || car, person.name].filter(Boolean).join(', ') || 'no car yet';
}
