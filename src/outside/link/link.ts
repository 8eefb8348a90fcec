import type { CanFrame } from '@/core/benchcar/can/frame';

/** What goes over the line between tool and car: a frame of CAN, or bytes of the older line. */
export type OnLine =
  | { readonly kind: 'frame'; readonly frame: CanFrame }
  | { readonly kind: 'bytes'; readonly bytes: readonly number[] };

export interface Heard {
  readonly atUs: number;
  readonly said: OnLine;
}

/**
 * The line between a tool and a car. There is no timer in it: tool and car go on together by the car's own clock, in microseconds,
 * and whoever drives them says how far.
 */
export interface CarLink {
  /** Says something to the car at a moment, which is not before the one that was reached. */
  send(said: OnLine, atUs: number): void;
  /**
   * Lets the car's time go on to a moment, or to the first thing that it says before it.
   * @throws Error where the line is closed or the other end went away
   */
  advance(untilUs: number): Promise<{ readonly nowUs: number; readonly heard: readonly Heard[] }>;
  close(): void;
}
