import { type KeysTold, type LineReading, noKeysTold } from '@/core/identify/line/reading';
import { type Call, noCall } from './job';

/** The facts of a call: what the line says, and over it what was set by hand. */
export type CallFacts = Pick<
  Call,
  | 'year'
  | 'yearTo'
  | 'makeId'
  | 'modelId'
  | 'carWords'
  | 'ignition'
  | 'market'
  | 'why'
  | 'access'
  | 'placeId'
  | 'distanceKm'
  | 'urgent'
  | 'day'
  | 'from'
  | 'by'
  | 'danger'
  | 'used'
> &
  KeysTold & {
    readonly valet: boolean;
    readonly erase: boolean;
    /** What another firm is said to take, in whole units of the shop's money. */
    readonly rival: number | null;
    readonly buttons: number | null;
  };

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

/** What a line says, as facts of a call. */
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
