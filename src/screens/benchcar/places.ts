import type { Place } from '@/core/benchcar/document/behaviour';

/** Where keys lie on the drawing, in its units of 100 by 100. */
export const placePoints: Readonly<Record<Place, { readonly x: number; readonly y: number }>> = {
  away: { x: 90, y: 82 },
  outside: { x: 90, y: 16 },
  bench: { x: 10, y: 16 },
  lock: { x: 42, y: 39 },
  ring: { x: 42, y: 47 },
  button: { x: 42, y: 39 },
  pocket: { x: 50, y: 50 },
  reader: { x: 56, y: 40 },
  cabin: { x: 43, y: 62 },
  bag: { x: 58, y: 66 },
  boot: { x: 50, y: 79 },
};

/** Parts that are moved where they are drawn, each with its place there. */
export const drawnParts = ['bonnet', 'boot', 'driverDoor', 'passengerDoor', 'rearDoor'] as const;
export const partPoints: Readonly<
  Record<(typeof drawnParts)[number], { readonly x: number; readonly y: number }>
> = {
  bonnet: { x: 50, y: 15 },
  boot: { x: 50, y: 90 },
  driverDoor: { x: 19, y: 46 },
  passengerDoor: { x: 81, y: 52 },
  rearDoor: { x: 19, y: 66 },
};
