/** The facts that can be told, found and kept: one list for calls, jobs and library. */
export const factKinds = {
  modelYear: { label: 'Model year', value: 'year' },
  buildMonth: { label: 'Build month', value: 'month' },
  keyway: { label: 'Keyway', value: 'keyway' },
  blank: { label: 'Blank', value: 'blank' },
  chip: { label: 'Chip', value: 'chip' },
  remote: { label: 'Remote', value: 'remote' },
  platform: { label: 'Platform', value: 'platform' },
  pocket: { label: 'Pocket', value: 'text' },
  lockSpaces: { label: 'Spaces a lock holds', value: 'text' },
  numberPlace: { label: 'Number stamped on', value: 'text' },
  toolEntry: { label: 'Entry used in the tool', value: 'text' },
} as const;

export type FactKind = keyof typeof factKinds;

export const factKindNames = Object.keys(factKinds) as FactKind[];

/** A fact as found at the car: its kind, and its value as the library names it. */
export interface FoundFact {
  readonly kind: FactKind;
  readonly value: string;
}
