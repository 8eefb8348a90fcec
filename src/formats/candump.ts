import type { CanFrame } from '@/core/benchcar/can/frame';

/** A frame with its moment, in microseconds. */
export interface LoggedFrame extends CanFrame {
  readonly atUs: number;
}

/**
 * A log of frames as candump writes it with `-l`: a line each, seconds with six places, the interface, the id in three digits and
 * the bytes.
 * @example candumpOf([{ atUs: 1_500_000, id: 0x7e0, data: [2, 0x3e, 0, 0, 0, 0, 0, 0] }]) // '(1.500000) can0 7E0#023E000000000000\n'
 */
export function candumpOf(frames: readonly LoggedFrame[]): string {
  return frames.map((frame) => `${candumpLine(frame)}\n`).join('');
}

function candumpLine({ atUs, id, data }: LoggedFrame): string {
  const seconds = Math.floor(atUs / 1_000_000);
  const micros = String(atUs % 1_000_000).padStart(6, '0');
  const hex = (value: number, digits: number) => value.toString(16).toUpperCase().padStart(digits, '0');
  return `(${seconds}.${micros}) can0 ${hex(id, 3)}#${data.map((byte) => hex(byte, 2)).join('')}`;
}

const line = /^\((\d{1,10})\.(\d{6})\) [a-z0-9]{1,15} ([0-9A-Fa-f]{3})#([0-9A-Fa-f]{0,16})$/;

/**
 * The frames of a log; data frames with ids of three digits only.
 * @returns the first line that is none, counted from 1, where there is one
 */
export function readCandump(
  text: string,
):
  | { readonly ok: true; readonly frames: readonly LoggedFrame[] }
  | { readonly ok: false; readonly line: number } {
  const frames: LoggedFrame[] = [];
  for (const [at, row] of text.split('\n').entries()) {
    if (row === '') continue;
    const [, seconds, micros, id, bytes = ''] = line.exec(row) ?? [];
    if (id === undefined || bytes.length % 2 === 1) return { ok: false, line: at + 1 };
    frames.push({
      atUs: Number(seconds) * 1_000_000 + Number(micros),
      id: Number.parseInt(id, 16),
      data: (bytes.match(/../g) ?? []).map((byte) => Number.parseInt(byte, 16)),
    });
  }
  return { ok: true, frames };
}
