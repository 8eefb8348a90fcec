import { writeCsv } from './csv';

/** What went over an older line at a moment, in microseconds. */
export interface LineBytes {
  readonly atUs: number;
  readonly by: 'tool' | 'car';
  readonly bytes: readonly number[];
}

/**
 * A log of an older line: seconds with six places, who spoke, and the bytes in hexadecimal with spaces between.
 * @param withHead whether the names of the columns stand before
 */
export function lineCsv(lines: readonly LineBytes[], withHead: boolean): string {
  return writeCsv([
    ...(withHead ? [['seconds', 'by', 'bytes']] : []),
    ...lines.map(({ atUs, by, bytes }) => [
      (atUs / 1_000_000).toFixed(6),
      by,
      bytes.map((byte) => byte.toString(16).toUpperCase().padStart(2, '0')).join(' '),
    ]),
  ]);
}
