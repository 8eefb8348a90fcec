import { type Failed, failedOf } from '@/core/kinds/result';
import { compareVins } from '@/core/vin/compare';
import { parseVin } from '@/core/vin/vin';

/** What was read of a car that stands there; a text is empty where it was not read. */
export interface CarRead {
  readonly carVin: string;
  readonly carPlate: string;
}

/** What the job says of its car already. */
export interface CarTold {
  readonly vin: string | null;
  /** As it was noted before a door was opened. */
  readonly plate: string | null;
}

/** A registration plate as it is compared. @example cleanPlate('lo-27 klm') // 'LO27KLM' */
export function cleanPlate(text: string): string {
  return text.toUpperCase().replace(/[^0-9A-Z]/g, '');
}

/**
 * Why a car that stands there is not the job's: its VIN is none, or another than the job's, or its plate is another than the one that
 * was noted at the door. Undefined where nothing speaks against it.
 */
export function carRefused({ carVin, carPlate }: CarRead, told: CarTold): Failed | undefined {
  const vin = carVin.trim() === '' ? undefined : parseVin(carVin);
  const notedPlate = told.plate === null ? '' : cleanPlate(told.plate);
  return failedOf(
    vin && !vin.ok && { field: 'carVin', message: vin.problems[0]?.message ?? 'This is no VIN.' },
    vin?.ok && told.vin !== null && anotherVin(vin.value, told.vin),
    carPlate.trim() !== '' &&
      notedPlate !== '' &&
      cleanPlate(carPlate) !== notedPlate && {
        field: 'carPlate',
        message: `At the door ${told.plate} was noted. Look again: it may be another car.`,
      },
  );
}

function anotherVin(read: string, told: string) {
  const { likeness, differing } = compareVins(read, told, []);
  if (likeness === 'same' || likeness === 'cannotSay') return undefined;
  return {
    field: 'carVin',
    message:
      likeness === 'oneSlip'
        ? `Place ${differing.join(' and ')} differs from the job’s VIN, ${told}. Read it again; where the job is wrong, correct it at Call.`
        : `The job’s VIN is ${told}: this is another car. Where the job is wrong, correct it at Call.`,
  };
}
