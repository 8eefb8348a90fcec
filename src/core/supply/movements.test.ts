import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { changeOf, isReady, type ToldMovement } from './movements';

describe('a movement of stock', () => {
  it.each([
    ['arrived', 5, 0, 5],
    ['returned', 1, 2, 3],
    ['used', 2, 3, 1],
    ['moved', 3, 3, 0],
    ['scrapped', 1, 1, 0],
    ['counted', 3, 5, 3],
    ['counted', 0, 5, 0],
    ['counted', 7, 0, 7],
  ] as const)('%s %i where %i lie leaves %i', (reason, pieces, lies, left) => {
    const told = changeOf({ reason, pieces }, lies);
    expect(told.ok && lies + told.change).toBe(left);
  });

  it.each([
    ['used', 4, 3, 'Only 3 lie there.'],
    ['moved', 1, 0, 'None lie there.'],
    ['counted', 5, 5, '5 lie there already: nothing changes.'],
    ['arrived', 0, 0, 'At least one piece.'],
    ['arrived', 1.5, 0, 'A whole number of pieces.'],
    ['arrived', -1, 0, 'A whole number of pieces.'],
  ] as const)('%s %d where %i lie is refused', (reason, pieces, lies, why) => {
    expect(changeOf({ reason, pieces }, lies)).toEqual({ ok: false, reason: why });
  });

  it('never takes more than lies there, and always changes something', () => {
    const reasons = ['arrived', 'used', 'moved', 'returned', 'counted', 'scrapped'] as const;
    fc.assert(
      fc.property(
        fc.constantFrom(...reasons),
        fc.integer({ min: -3, max: 40 }),
        fc.nat(40),
        (reason: ToldMovement['reason'], pieces, lies) => {
          const told = changeOf({ reason, pieces }, lies);
          if (!told.ok) return;
          expect(lies + told.change).toBeGreaterThanOrEqual(0);
          expect(told.change).not.toBe(0);
        },
      ),
    );
  });

  it('only new and proved ones can be made into a key', () => {
    expect(isReady('new')).toBe(true);
    expect(isReady('reset, proved')).toBe(true);
    expect(isReady('used, not proved reset')).toBe(false);
    expect(isReady('faulty')).toBe(false);
  });
});
