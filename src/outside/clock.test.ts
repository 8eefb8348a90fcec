import { afterEach, describe, expect, it, vi } from 'vitest';

async function clockOf(setting: string | undefined) {
  vi.resetModules();
  if (setting === undefined) vi.stubEnv('KILNSMAN_CLOCK', '');
  else vi.stubEnv('KILNSMAN_CLOCK', setting);
  return (await import('./clock')).now;
}

afterEach(() => {
  vi.unstubAllEnvs();
  vi.useRealTimers();
  // Modules are shared between files: nobody else reads a clock of this one.
  vi.resetModules();
});

describe('the one clock', () => {
  it('is the time of day by default', async () => {
    vi.useFakeTimers({ now: new Date('2027-03-03T15:20:00Z') });
    expect((await clockOf(undefined))()).toEqual(new Date('2027-03-03T15:20:00Z'));
  });

  it('stands still when it is fixed', async () => {
    const now = await clockOf('fixed:2031-03-04T15:20:00Z');
    expect([now(), now()]).toEqual([new Date('2031-03-04T15:20:00Z'), new Date('2031-03-04T15:20:00Z')]);
  });

  it('runs as fast as it is told from the start of the process', async () => {
    vi.useFakeTimers({ now: 1_000_000 });
    const now = await clockOf('rate:600');
    vi.setSystemTime(1_001_000);
    expect(now().getTime()).toBe(1_600_000);
  });

  it('runs from a moment of its own, and says how fast', async () => {
    vi.useFakeTimers({ now: 1_000_000 });
    const now = await clockOf('rate:30@2027-03-03T15:20:00Z');
    vi.setSystemTime(1_002_000);
    expect(now()).toEqual(new Date('2027-03-03T15:21:00Z'));
    const rates = ['rate:30@2027-03-03T15:20:00Z', 'rate:600', 'fixed:2031-03-04T15:20:00Z', undefined];
    const told = [];
    for (const setting of rates) {
      await clockOf(setting);
      told.push((await import('./clock')).clockRate());
    }
    expect(told).toEqual([30, 600, 0, 1]);
  });

  it.each(['fixed:soon', 'rate:0', 'rate:fast', 'often'])(
    'refuses %s without repeating it',
    async (setting) => {
      await expect(clockOf(setting)).rejects.toThrow(/expected fixed:<instant> or rate:<factor>/);
    },
  );
});
