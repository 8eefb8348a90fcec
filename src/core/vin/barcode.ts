import { cleanVin, vinLength } from './alphabet';
import { checkDigit } from './check-digit';
import { parseVin } from './vin';

/**
 * The VIN that a barcode or data matrix of a car holds: alone, after the I of an imported one, or among other words. Where several
 * places could be one, the one whose check digit fits.
 * @example vinInBarcode('I0HVMD42K4KH012734') // '0HVMD42K4KH012734'
 */
export function vinInBarcode(text: string): string | undefined {
  const found = text
    .split(/[^0-9A-Za-z]+/)
    .map(cleanVin)
    .flatMap((word) =>
      Array.from({ length: Math.max(0, word.length - vinLength + 1) }, (_, at) =>
        word.slice(at, at + vinLength),
      ),
    )
    .filter((part) => parseVin(part).ok);
  const fits = found.filter((vin) => vin[8] === checkDigit(vin));
  return fits[0] ?? (found.length === 1 ? found[0] : undefined);
}
