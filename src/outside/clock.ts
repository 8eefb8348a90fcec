/**
 * The one clock. `KILNSMAN_CLOCK` replaces it in tests and demonstrations:
 * `fixed:2031-03-04T15:20:00Z` stands still, `rate:600` runs 600 times as fast from the start of the process, and
 * `rate:600@2031-03-04T15:20:00Z` from that moment on.
 */
export function now(): Date {
  return clock();
}

/** Whether business time is not the time of this machine. */
export function isClockSimulated(): boolean {
  return Boolean(process.env.KILNSMAN_CLOCK);
}

/** How fast the clock runs: 1 as this machine's, 0 where it stands still. A page goes on counting at this rate. */
export function clockRate(): number {
  const [kind, value = ''] = (process.env.KILNSMAN_CLOCK ?? '').split(':');
  return kind === 'fixed' ? 0 : kind === 'rate' ? Number(value.split('@')[0]) : 1;
}

const clock = readClock(process.env.KILNSMAN_CLOCK);

function readClock(setting: string | undefined): () => Date {
  if (!setting) return () => new Date();
  const [kind, value] = [setting.slice(0, setting.indexOf(':')), setting.slice(setting.indexOf(':') + 1)];
  if (kind === 'fixed' && !Number.isNaN(Date.parse(value))) return () => new Date(value);
  const [factor = '', from = ''] = value.split('@');
  const begun = Date.now();
  const start = from === '' ? begun : Date.parse(from);
  if (kind === 'rate' && Number(factor) > 0 && !Number.isNaN(start))
    return () => new Date(start + (Date.now() - begun) * Number(factor));
  throw new Error(`KILNSMAN_CLOCK: expected fixed:<instant> or rate:<factor>, got kind '${kind}'`);
}
