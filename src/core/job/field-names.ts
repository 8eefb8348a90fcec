const names: Readonly<Record<string, string>> = {
  line: 'line',
  year: 'year',
  makeId: 'make',
  modelId: 'model',
  carWords: 'car in words',
  ignition: 'start',
  market: 'market',
  vin: 'VIN',
  why: 'why',
  access: 'car is',
  placeId: 'place',
  distanceKm: 'distance, km',
  urgent: 'urgent',
  day: 'day',
  from: 'from',
  by: 'by',
  placeDetail: 'where exactly',
  note: 'note',
  name: 'name',
  phone: 'phone',
  applicationId: 'candidate',
  reason: 'reason',
  keysWanted: 'new keys wanted',
  route: 'route',
  vanId: 'van',
  holderName: 'name on the document',
  identityDocument: 'identity document',
  rightDocument: 'right to the car',
  howSeen: 'how it was seen',
  plateFits: 'VIN on the plate fits',
  outcome: 'outcome',
};

/** A field of a job in the words of the screens; a field that has none is named as it is. */
export function fieldName(field: string): string {
  return Object.hasOwn(names, field) ? (names[field] ?? field) : field;
}
