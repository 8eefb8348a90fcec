let untilMs = 0;

/** Somebody waits at the car, or has both hands full: the screen is not locked for idleness before this moment (of the device's clock). */
export function stayOpenUntil(ms: number): void {
  untilMs = ms;
}

/** Whether the screen stays open though nobody touches it. */
export function staysOpen(nowMs: number): boolean {
  return nowMs < untilMs;
}
