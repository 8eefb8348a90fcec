/**
 * The one clock. `KILNSMAN_CLOCK` replaces it in tests and demonstrations:
 * `fixed:2031-03-04T15:20:00Z` stands still, `rate:600` runs 600 times as fast from the start of the process.
 */
export function now(): Date {
  return clock();
}

/** Whether business time is not the time of this machine. */
export function isClockSimulated(): boolean {
  return Boolean(process.env.KILNSMAN_CLOCK);
}

const clock = readClock(process.env.KILNSMAN_CLOCK);

function readClock(setting: string | undefined): () => Date {
  if (!setting) return () => new Date();
  const [kind, value] = [setting.slice(0, setting.indexOf(':')), setting.slice(setting.indexOf(':') + 1)];
  if (kind === 'fixed' && !Number.isNaN(Date.parse(value))) return () => new Date(value);
  if (kind === 'rate' && Number(value) > 0) {
    const start = Date.now();
    return () => new Date(start + (Date.now() - start) * Number(value));
  }
  throw new Error(`KILNSMAN_CLOCK: expected fixed:<instant> or rate:<factor>, got kind '${kind}'`);
}
