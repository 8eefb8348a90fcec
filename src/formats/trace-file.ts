import type { LineSaid } from '@/core/benchcar/trace/play-car';
import { candumpOf } from './candump';
import { lineCsv } from './line-csv';

/** A trace as a file: a log of frames, or CSV of an older line. */
export interface TraceFile {
  readonly name: string;
  readonly type: string;
  readonly text: string;
}

/** @param of what it is of, in words; it names the file */
export function traceFile(of: string, link: 'can' | 'serial' | 'none', text: string): TraceFile {
  const [ending, type] = link === 'can' ? ['log', 'text/plain'] : ['csv', 'text/csv'];
  const name = of.toLowerCase().replace(/[^a-z0-9]+/g, '-');
  return { name: `${name}.${ending}`, type: `${type}; charset=utf-8`, text };
}

/** Lines of a trace as a file has them; the head stands once. */
export function traceText(
  link: 'can' | 'serial' | 'none',
  lines: readonly LineSaid[],
  withHead: boolean,
): string {
  return link === 'can'
    ? candumpOf(lines.flatMap((one) => (one.kind === 'frame' ? [{ atUs: one.atUs, ...one.frame }] : [])))
    : lineCsv(
        lines.flatMap((one) => (one.kind === 'bytes' ? [one] : [])),
        withHead,
      );
}
