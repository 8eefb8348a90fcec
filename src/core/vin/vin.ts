import { done, failed, type Result } from '@/core/kinds/result';
import { cleanVin, isVinCharacter, vinLength as length } from './alphabet';

/**
 * Reads a VIN as people type and paste it: spaces, dashes and small letters are fine.
 * The alphabet is that of ISO 3779: capital letters without I, O and Q, and digits.
 */
export function parseVin(text: string): Result<string> {
  const vin = cleanVin(text);
  if (vin.length > 2 * length) return failed(`A VIN has ${length} characters; this has ${vin.length}.`);
  for (const [at, character] of [...vin].entries()) {
    if (!isVinCharacter(character)) {
      const hint =
        { I: ' It may be a 1.', O: ' It may be a 0.', Q: ' It may be a 0 or a 9.' }[character] ?? '';
      return failed(`Place ${at + 1} is not a character of a VIN.${hint}`);
    }
  }
  if (vin.length !== length) return failed(`A VIN has ${length} characters; this has ${vin.length}.`);
  return done(vin);
}

/** What people read or type for a character that a VIN does not have. */
const mends: Readonly<Record<string, string>> = { I: '1', O: '0', Q: '0' };

/**
 * Reads a VIN as people say and write it: in groups, with an O for a 0 and an I for a 1.
 * @example mendVin('OHV MD4 2K4 KHO 12734') // { ok: true, value: { vin: '0HVMD42K4KH012734', mended: true } }
 */
export function mendVin(text: string): Result<{ readonly vin: string; readonly mended: boolean }> {
  const exact = parseVin(text);
  if (exact.ok) return done({ vin: exact.value, mended: false });
  const mended = parseVin(cleanVin(text).replace(/[IOQ]/g, (character) => mends[character] ?? character));
  return mended.ok ? done({ vin: mended.value, mended: true }) : exact;
}

/**
 * A VIN in groups for reading aloud.
 * @example groupVin('0HVMD42K4KH012734') // '0HV MD4 2K4 KH0 12734'
 */
export function groupVin(vin: string): string {
  return [vin.slice(0, 3), vin.slice(3, 6), vin.slice(6, 9), vin.slice(9, 12), vin.slice(12)]
    .join(' ')
    .trim();
}
