import { describe, expect, it } from 'vitest';
import { canStandIn, compareRemotes, functionsLost } from './equivalents';

const remote = {
  article: 'REM-5530',
  chip: 'CHL80-Rowan',
  buttons: 4,
  frequencyMhz: 433.92,
  board: 'OB 44-2',
  badge: 'Halvorn',
  layout: ['lock', 'unlock', 'boot', 'panic'],
  seat: 'emergency blade',
  retainer: 'slide',
};
const universal = {
  article: 'UNI-8',
  families: ['CHL80'],
  frequenciesMhz: [433.92],
  layout: ['lock', 'unlock', 'boot'],
};

describe('equivalents', () => {
  it('match in all six parts under another badge', () => {
    const likeness = compareRemotes(remote, { ...remote, badge: 'Fenholt' });
    expect(likeness.matches).toHaveLength(6);
    expect(likeness.differs).toEqual([]);
  });

  it('say part for part what differs', () => {
    const likeness = compareRemotes(remote, { ...remote, retainer: 'pin', frequencyMhz: 868.35 });
    expect(likeness.differs).toEqual([
      { part: 'frequency', own: '433.92 MHz', other: '868.35 MHz' },
      { part: 'retainer', own: 'slide', other: 'pin' },
    ]);
  });

  it('a universal remote loses the buttons it lacks, and stands in only within its chip and frequency', () => {
    expect(functionsLost(remote, universal)).toEqual(['panic']);
    expect(canStandIn(remote, 'CHL80', universal)).toBe(true);
    expect(canStandIn(remote, 'AES128', universal)).toBe(false);
    expect(canStandIn({ frequencyMhz: 868.35 }, 'CHL80', universal)).toBe(false);
  });
});
