import { describe, expect, it } from 'vitest';
import { vinInBarcode } from './barcode';
import { withCheckDigit } from './check-digit';

const vin = withCheckDigit('0HVMD42K4KH012734');
const without = '0HVMD42K0KH012734' === vin ? '0HVMD42K1KH012734' : '0HVMD42K0KH012734';

describe('a barcode', () => {
  it.each([
    ['a VIN alone', vin, vin],
    ['the I of an imported car before it', `I${vin}`, vin],
    ['small letters', vin.toLowerCase(), vin],
    ['other fields around it', `P:1234;V:${vin};C:KX`, vin],
    ['letters run on, with a check digit that fits', `AB${vin}`, vin],
    ['a VIN whose check digit does not fit, alone', without, without],
    ['a part number', 'A1234567890', undefined],
    ['a VIN with an O', vin.replace('0', 'O'), undefined],
    ['nothing', '', undefined],
  ])('with %s', (_, text, read) => expect(vinInBarcode(text)).toBe(read));

  it('with two VINs of which neither check digit fits says none', () => {
    expect(vinInBarcode(`${without} ${without.replace('MD4', 'MD5')}`)).toBeUndefined();
  });
});
