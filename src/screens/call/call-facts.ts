import type { CallFacts } from '@/core/job/told-call';

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
