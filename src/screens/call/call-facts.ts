import { type LineReading, noKeysTold } from '@/core/identify/line/reading';
import { noCall } from '@/core/job/job';
import type { OpenJobInput } from '@/inputs/call-input';

/** The facts of a call as the form holds them: what the line says, and over it what was set by hand. */
export type CallFacts = Omit<
  OpenJobInput,
  'line' | 'name' | 'phone' | 'vin' | 'placeDetail' | 'note' | 'keyCode'
>;

/** The fields that one chip shows and corrects together. */
export const chipFields = {
  make: ['makeId'],
  model: ['modelId', 'carWords'],
  year: ['year', 'yearTo'],
  start: ['ignition'],
  keys: ['working', 'lost', 'wanted'],
  buttons: ['buttons'],
  why: ['why'],
  open: ['access'],
  where: ['placeId', 'distanceKm'],
  when: ['urgent', 'day', 'from', 'by'],
  also: ['danger', 'erase', 'used', 'valet', 'rival'],
} as const satisfies Record<string, readonly (keyof CallFacts)[]>;

export type ChipName = keyof typeof chipFields;

const { year, makeId, modelId, carWords, ignition, market, why, access, placeId, distanceKm } = noCall;
const { urgent, day, from, by } = noCall;
export const emptyFacts: CallFacts = {
  ...{ year, makeId, modelId, carWords, ignition, market, why, access, placeId, distanceKm },
  ...{ urgent, day, from, by },
  ...noKeysTold,
  buttons: null,
  ...{ yearTo: null, danger: false, used: false, valet: false, erase: false, rival: null },
};

const mostCarWords = 80;

/** What a line says, as facts of the form. */
export function factsOfLine(reading: LineReading): CallFacts {
  const keys = reading.keys?.value ?? noKeysTold;
  const when = reading.when?.value;
  return {
    ...emptyFacts,
    year: reading.year?.value ?? null,
    yearTo: reading.yearTo?.value ?? null,
    danger: reading.danger !== undefined,
    used: reading.used !== undefined,
    valet: reading.valet !== undefined,
    erase: reading.erase !== undefined,
    rival: reading.rival?.value ?? null,
    makeId: reading.make?.value ?? null,
    modelId: reading.model?.value ?? null,
    // A car that the library does not know is kept as it was told.
    carWords: reading.model ? '' : reading.unknown.join(' ').slice(0, mostCarWords),
    ignition: reading.ignition?.value ?? null,
    why: reading.why?.value ?? null,
    access: reading.access?.value ?? null,
    buttons: reading.buttons?.value ?? null,
    placeId: reading.place?.value ?? null,
    distanceKm: reading.distanceKm?.value ?? null,
    urgent: when?.urgent ?? false,
    day: when?.day ?? null,
    from: when?.from ?? null,
    by: when?.by ?? null,
    ...keys,
  };
}
