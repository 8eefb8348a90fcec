import type { PhysicalKey } from './keys';
import type { WorkStep } from './work-time';

/** What mends a key, from the least to the most: each does what those before it do. */
export const mends = {
  cell: { name: 'New cell', part: 'Cell', p50Minutes: 4, spread: 0.3, partsPercent: 30 },
  buttons: { name: 'New buttons', part: 'Buttons', p50Minutes: 14, spread: 0.4, partsPercent: 100 },
  case: {
    name: 'The board in a new case',
    part: 'Case',
    p50Minutes: 14,
    spread: 0.4,
    partsPercent: 100,
  },
  blade: {
    name: 'The chip of the old key into a new blade',
    part: 'Blade or case',
    p50Minutes: 14,
    spread: 0.4,
    partsPercent: 100,
  },
} as const satisfies Record<
  string,
  WorkStep & {
    readonly name: string;
    readonly part: string;
    /** Of what the shop states for the parts of a repair. */
    readonly partsPercent: number;
  }
>;
export type Mend = keyof typeof mends;
export const mendKinds = Object.keys(mends) as Mend[];

const mendOfFault = {
  flatCell: 'cell',
  wornButtons: 'buttons',
  crackedCase: 'case',
  brokenLoop: 'case',
  deadRemote: null,
} as const satisfies Record<PhysicalKey['faults'][number], Mend | null>;

/** The least that mends a key of the customer's in hand; null where it has no fault that a repair lifts. */
export function mendOf({ presence, madeHere, blade, faults }: PhysicalKey): Mend | null {
  if (presence !== 'here' || madeHere) return null;
  const wanted = [
    blade === 'broken' ? ('blade' as const) : null,
    ...faults.map((fault) => mendOfFault[fault]),
  ];
  return mendKinds.findLast((kind) => wanted.includes(kind)) ?? null;
}
