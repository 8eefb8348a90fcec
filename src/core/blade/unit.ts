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
  if (measure === 'degrees') return `${Math.round(value * 10) / 10}`;
  return unit === 'mm' ? value.toFixed(2) : (value / mmOfThousandth).toFixed(1);
}

/** What stands behind such a number. */
export function unitSign(measure: Measure, unit: LengthUnit): string {
  if (measure === 'degrees') return '°';
  return unit === 'mm' ? 'mm' : 'thou';
}
