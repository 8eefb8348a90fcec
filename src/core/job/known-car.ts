import type { Ignition } from '../catalogue/application';
import { type Why, whyNames } from '../identify/line/reading';
import { formatDay, type LocalDay } from '../kinds/local-time';
import { type Presence, presenceNames } from '../programming/keys';
import { type RouteKind, routeNames } from '../programming/route';
import { type Outcome, outcomes } from './closing';

/** A car that the shop has met, from its latest job for whoever calls. */
export interface KnownCar {
  readonly jobNumber: number;
  readonly name: string | null;
  readonly phone: string | null;
  readonly makeId: string | null;
  readonly modelId: string | null;
  readonly carWords: string;
  /** Make, model and year, or the caller's words for it. */
  readonly car: string;
  readonly year: number | null;
  readonly ignition: Ignition | null;
  readonly vin: string | null;
  readonly day: LocalDay;
  readonly why: Why | null;
  readonly route: RouteKind | null;
  readonly outcome: Outcome | null;
  readonly keys: readonly { readonly presence: Presence; readonly madeHere: boolean }[];
}

/** Fewer digits than these say nobody's number. */
export const fewestDigits = 6;

export function digitsOf(phone: string): string {
  return phone.replace(/\D/g, '');
}

/** Whether two numbers are one, the country or the area left out of either. */
export function isSamePhone(one: string, other: string): boolean {
  const [short, long] = [digitsOf(one), digitsOf(other)].sort((a, b) => a.length - b.length);
  return short !== undefined && long !== undefined && short.length >= fewestDigits && long.endsWith(short);
}

/** What was done with a car and which keys it had, in a sentence. */
export function knownWords({ day, why, route, outcome, keys }: KnownCar, today: LocalDay): string {
  const done = [
    why && whyNames[why],
    route && routeNames[route],
    outcome ? outcomes[outcome].toLowerCase() : 'still open',
  ];
  return `${formatDay(day, today)}: ${done.filter(Boolean).join(', ')}. ${keysWords(keys, outcome)}`;
}

/** A key that was to be made is one only where the work was done. */
function keysWords(keys: KnownCar['keys'], outcome: Outcome | null): string {
  const made = outcome === 'done' || outcome === 'partly';
  const counts = new Map<string, number>();
  for (const { presence, madeHere } of keys) {
    if (madeHere && !made) continue;
    const word = madeHere ? 'made here' : presenceNames[presence].toLowerCase();
    counts.set(word, (counts.get(word) ?? 0) + 1);
  }
  return counts.size === 0
    ? 'No key was noted.'
    : `Keys then: ${[...counts].map(([word, count]) => `${count} ${word}`).join(', ')}.`;
}
