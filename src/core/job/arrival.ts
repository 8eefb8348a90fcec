import type { Link } from '@/core/catalogue/application';
import { canTurn, type KeySituation, provedInHand } from '@/core/programming/keys';
import type { VinLikeness } from '@/core/vin/compare';

/** How much is noted of the car before it is touched. */
export const arrivalForms = { short: 'Short', long: 'Long' } as const;
export type ArrivalForm = keyof typeof arrivalForms;

/** What is seen to, or looked at, before the first command. */
export const arrivalTicks = {
  keysHere: 'Every key that shall be learned is here',
  keysTagged: 'Every key has its tag, and its place is known',
  keysAway: 'My own keys and every other key lie away from the car, none is left in a bag',
  oldTried: 'The old key was tried in all it does',
  newNothing: 'The new key does nothing yet',
  bladeTurned: 'The new blade turns in the locks',
  supplyOn: 'A supply steadies the 12 V (not a jump starter)',
  consumersOff: 'Lights, fan and radio are off',
  windowDown: 'A window is down',
  bonnetReleased: 'The bonnet is released',
  consent: 'The customer has signed that his only key is opened',
  cellOut: 'Its cell is out',
  photographed: 'It was photographed before it was opened',
  restored: 'It is closed again, and does all it did before',
  vinExplained: 'Papers and owner explain the other VIN, and that is written down',
} as const;
export type ArrivalTick = keyof typeof arrivalTicks;
export const arrivalTickNames = Object.keys(arrivalTicks) as ArrivalTick[];

/** What the tool finds by itself beside what was chosen by hand. */
export const toolFinds = { same: 'The same', other: 'Another', none: 'Nothing' } as const;
export type ToolFinds = keyof typeof toolFinds;

/** How the car and the keys were found and prepared. */
export interface Arrival {
  readonly ticks: readonly ArrivalTick[];
  /** Faults that were stored; null where nobody looked. */
  readonly faults: number | null;
  readonly volts: number | null;
  /** How the VIN of the module compares with that of plate and papers; the VIN itself is not kept. */
  readonly vin: VinLikeness | null;
  /** How many places were compared. */
  readonly vinPlaces: number | null;
  /** The car and the market that the tool finds by itself. */
  readonly car: ToolFinds | null;
  readonly market: ToolFinds | null;
  /** Links of the lead chain that were pushed home. */
  readonly leads: readonly string[];
}

export const noArrival: Arrival = {
  ticks: [],
  faults: null,
  volts: null,
  vin: null,
  vinPlaces: null,
  car: null,
  market: null,
  leads: [],
};

/** What the list follows from. */
export interface ArrivalGround {
  readonly form: ArrivalForm;
  readonly link: Link;
  readonly situation: KeySituation;
  /** Leads and adapters from the tool to the car, in their order. */
  readonly adapters: readonly string[];
  /** A tool talks to the car or its parts. */
  readonly byTool: boolean;
  /** A key of the customer is opened. */
  readonly opensKey: boolean;
  /** The longest wait, in seconds. */
  readonly waitSeconds: number;
}

/** What is ticked before the first command, in the order in which it is done. */
export function arrivalList(ground: ArrivalGround): ArrivalTick[] {
  const { form, link, situation, byTool, waitSeconds } = ground;
  const long = form === 'long';
  const made = situation.keys.some(({ madeHere, presence }) => madeHere && presence === 'here');
  return [
    ...(long && provedInHand(situation).length > 0 ? (['oldTried'] as const) : []),
    ...(long && made && !situation.memory.none ? (['newNothing'] as const) : []),
    ...(long && situation.keys.some((key) => key.madeHere && canTurn(key)) ? (['bladeTurned'] as const) : []),
    'keysHere',
    'keysTagged',
    'keysAway',
    ...(link !== 'none' && (byTool || waitSeconds >= longWait) ? (['supplyOn'] as const) : []),
    ...(long && link !== 'none' ? (['consumersOff'] as const) : []),
    ...(long ? (['windowDown', 'bonnetReleased'] as const) : []),
    ...(isOnlyKeyOpened(ground) ? (['consent', 'cellOut', 'photographed'] as const) : []),
  ];
}

/** From here on a battery alone may not last. */
const longWait = 600;
/** Below this a module may refuse, or lose what is written. */
export const leastVolts = 12;

/** Whether the key that is opened is the only one that is known to work. */
export function isOnlyKeyOpened({
  opensKey,
  situation,
}: Pick<ArrivalGround, 'opensKey' | 'situation'>): boolean {
  return opensKey && provedInHand(situation).length < 2;
}

/** What keeps a run from beginning, whatever else was ticked; empty where nothing does. */
export function arrivalStops(
  { ticks, vin }: Pick<Arrival, 'ticks' | 'vin'>,
  ground: Pick<ArrivalGround, 'opensKey' | 'situation'>,
): string[] {
  const has = (tick: ArrivalTick) => ticks.includes(tick);
  const missing = isOnlyKeyOpened(ground)
    ? (['consent', 'cellOut', 'photographed'] as const).filter((tick) => !has(tick))
    : [];
  return [
    ...((vin === 'anotherCar' || vin === 'oneSlip') && !has('vinExplained')
      ? [
          'The VIN of the module is not that of plate and papers: nothing is written until papers and owner explain it at On site.',
        ]
      : []),
    ...missing.map((tick) => `Tick at On site: ${lower(arrivalTicks[tick])}.`),
  ];
}

/** What speaks against going on as things are, to be weighed by the person. */
export function arrivalDoubts({ volts, car, market }: Arrival): string[] {
  return [
    ...(volts !== null && volts < leastVolts
      ? [`${volts} V is too little: supply on, consumers off, and a minute of patience.`]
      : []),
    ...(car === 'other'
      ? [
          'The tool finds another car than was chosen: compare the VIN, then take by hand the one of plate and papers, and note at Close which it was.',
        ]
      : []),
    ...(car === 'none'
      ? ['The tool finds no car by itself: choose it by hand, as it was identified here.']
      : []),
    ...(market === 'other'
      ? ['The tool takes it for a car of another market: where it was sold decides, not where it stands.']
      : []),
  ];
}

function lower(words: string): string {
  return words.charAt(0).toLowerCase() + words.slice(1);
}
