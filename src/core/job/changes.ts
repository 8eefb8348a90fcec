/** One changed field; a personal one is named and not quoted. */
export interface FieldChange {
  readonly field: string;
  readonly from?: unknown;
  readonly to?: unknown;
  readonly personal?: true;
}

/** Fields with a person's data or a person's free words: they stand in rows that can be blanked. */
export const personalFields: ReadonlySet<string> = new Set([
  'line',
  'placeDetail',
  'note',
  'name',
  'phone',
  'holderName',
  'askedBy',
  'carPlate',
  'carVin',
  'said',
  'record',
  'reason',
]);

/** The fields that differ between two states of one section, compared by value. */
export function changedFields(
  before: Readonly<Record<string, unknown>>,
  after: Readonly<Record<string, unknown>>,
): FieldChange[] {
  return Object.keys(after)
    .filter((field) => JSON.stringify(before[field] ?? null) !== JSON.stringify(after[field] ?? null))
    .map(
      (field): FieldChange =>
        personalFields.has(field)
          ? { field, personal: true }
          : { field, from: before[field] ?? null, to: after[field] ?? null },
    );
}
