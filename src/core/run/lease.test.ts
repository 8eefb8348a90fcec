import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  askSeconds,
  type Driver,
  decided,
  drives,
  isFree,
  type Lease,
  leaseSeconds,
  renewed,
  wanted,
} from './lease';

const van: Driver = { device: 'tablet', personId: 'imre' };
const desk: Driver = { device: 'laptop', personId: 'sunniva' };
const phone: Driver = { device: 'phone', personId: 'imre' };
const second = 1000;

describe('the lease of a run', () => {
  it('goes to whoever comes first, and ends without a sign of life', () => {
    const lease = wanted(null, van, 0, false);
    expect(drives(lease, van, leaseSeconds * second - 1)).toBe(true);
    expect(drives(lease, van, leaseSeconds * second)).toBe(false);
    expect(wanted(lease, desk, leaseSeconds * second, true).driver).toEqual(desk);
  });

  it('is asked for while somebody drives, and given at their word', () => {
    const asked = wanted(wanted(null, van, 0, false), desk, second, false);
    expect(asked.driver).toEqual(van);
    expect(asked.asked).toEqual({ by: desk, sinceMs: second });
    expect(decided(asked, van, true, 2 * second)?.driver).toEqual(desk);
    expect(decided(asked, van, false, 2 * second)).toMatchObject({ driver: van, asked: null });
    expect(decided(asked, desk, true, 2 * second)).toBe(asked);
  });

  it('is theirs who asked when nobody says no in time, unless a device was told something', () => {
    const start = wanted(wanted(null, van, 0, false), desk, second, false);
    const kept = renewed(start, van, 12 * second);
    expect(kept.asked).toEqual(start.asked);
    const late = second + askSeconds * second;
    expect(wanted(kept, desk, late - 1, false).driver).toEqual(van);
    expect(wanted(kept, desk, late, true).driver).toEqual(van);
    expect(wanted(kept, phone, late, false).driver).toEqual(van);
    expect(wanted(kept, desk, late, false).driver).toEqual(desk);
  });

  it('is of a person at a device: another at the same one, or with its id, drives nothing', () => {
    const other: Driver = { ...van, personId: 'dacre' };
    const lease = wanted(null, van, 0, false);
    expect(drives(lease, other, second)).toBe(false);
    expect(isFree(lease, other, second)).toBe(false);
    expect(wanted(lease, other, second, false).driver).toEqual(van);
    expect(decided(wanted(lease, desk, second, false), other, true, second)?.driver).toEqual(van);
  });

  it('is never held by two', () => {
    const device = fc.constantFrom(van, desk, phone);
    const act = fc.record({
      who: device,
      does: fc.constantFrom('wants', 'renews', 'gives', 'keeps'),
      after: fc.nat(20_000),
      busy: fc.boolean(),
    });
    fc.assert(
      fc.property(fc.array(act, { maxLength: 60 }), (acts) => {
        let lease: Lease | null = null;
        let now = 0;
        for (const { who, does, after, busy } of acts) {
          now += after;
          const before: Lease | null = lease;
          const held = before !== null && before.untilMs > now ? before.driver.device : null;
          if (does === 'wants') lease = wanted(before, who, now, busy);
          if (does === 'renews' && (held === null || held === who.device)) lease = renewed(before, who, now);
          if (does === 'gives' || does === 'keeps') lease = decided(before, who, does === 'gives', now);
          const holds = [van, desk, phone].filter((one) => drives(lease, one, now));
          expect(holds.length).toBeLessThanOrEqual(1);
          // It leaves a device that lives by its own word, or after it was asked for long enough.
          if (held !== null && holds[0]?.device !== held) {
            const asked = before?.asked;
            expect(asked?.by.device).toBe(holds[0]?.device);
            const byWord = does === 'gives' && who.device === held;
            expect(byWord || (!busy && now - (asked?.sinceMs ?? now) >= askSeconds * second)).toBe(true);
          }
        }
      }),
    );
  });
});
