/** A frame of classic CAN: an 11-bit id and eight bytes. */
export interface CanFrame {
  readonly id: number;
  readonly data: readonly number[];
}

/** How long a frame of eight bytes takes on a bus of 500 kbit/s, stuffed bits and the gap after it included. */
export const frameUs = 250;

/** Eight bytes of a frame: what is said, filled up with 00. */
export function padded(bytes: readonly number[]): readonly number[] {
  if (bytes.length > 8) throw new Error(`a frame holds 8 bytes, not ${bytes.length}`);
  return [...bytes, ...Array.from({ length: 8 - bytes.length }, () => 0)];
}
