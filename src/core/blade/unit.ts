import type { Measure } from './spec';

/** What lengths of a blade are read and written in. */
export type LengthUnit = 'mm' | 'thousandths';

const mmOfThousandth = 0.0254;

/** In mm; angles stay what they are. */
export function inMeasure(value: number, measure: Measure, unit: LengthUnit): number {
  return measure === 'mm' && unit === 'thousandths' ? value * mmOfThousandth : value;
}

/**
 * As it is written: mm with two places, thousandths of an inch with one, degrees with one.
 * @example unitWords(0.6, 'mm', 'thousandths') // '23.6'
 */
export function unitWords(value: number, measure: Measure, unit: LengthUnit): string {
  if (measure === 'degrees') return value.toFixed(1);
  return unit === 'mm' ? value.toFixed(2) : (value / mmOfThousandth).toFixed(1);
}

/** What stands behind such a number. */
export function unitSign(measure: Measure, unit: LengthUnit): string {
  if (measure === 'degrees') return '°';
  return unit === 'mm' ? 'mm' : 'thou';
}

/**
 * With its unit behind it.
 * @example lengthWords(0.6, 'mm', 'mm') // '0.60 mm'
 */
export function lengthWords(value: number, measure: Measure, unit: LengthUnit): string {
  const sign = unitSign(measure, unit);
  return `${unitWords(value, measure, unit)}${sign === '°' ? sign : ` ${sign}`}`;
}
