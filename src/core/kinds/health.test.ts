import { describe, expect, it } from 'vitest';
import {
  type HealthGround,
  type HealthPart,
  type HealthState,
  healthOf,
  healthParts,
  worstOf,
} from './health';

const at = new Date('2027-03-03T15:00:00Z');
const hoursAgo = (hours: number) => new Date(at.getTime() - hours * 3_600_000);
const fine: HealthGround = {
  at,
  database: { answerMs: 3, bytes: 80_000_000, connections: 9, mostConnections: 100, mayChangeSchema: false },
  disk: { freeBytes: 40_000_000_000, databaseBytes: 80_000_000 },
  backups: { lastAt: hoursAgo(11), failure: null, daily: true, files: 14 },
  errands: { waiting: 2, late: 0, missed: 0 },
  certificateEnds: new Date('2027-12-01T00:00:00Z'),
  clock: { secondsApart: 0.2, isOwn: false },
  audit: { sealedTo: 990, head: 1000, problem: null },
  versions: { product: '0.1.0', node: '20.19.0', database: '15.9', schema: '0038', newestSchema: '0038' },
};
const state = (part: HealthPart, more: Partial<HealthGround>) =>
  healthOf({ ...fine, ...more }).find((one) => one.part === part)?.state;

describe('health', () => {
  it('says something of every part, and nothing else is wrong where all is well', () => {
    const items = healthOf(fine);
    expect(items.map(({ part }) => part)).toEqual(Object.keys(healthParts));
    expect(items.filter((one) => one.state !== 'fine')).toEqual([]);
    expect(worstOf(items)).toBe('fine');
  });

  it.each<[HealthPart, Partial<HealthGround>, HealthState]>([
    ['database', { database: { ...fine.database, mayChangeSchema: true } }, 'look'],
    ['database', { database: { ...fine.database, connections: 90 } }, 'look'],
    ['disk', { disk: { freeBytes: 900_000_000, databaseBytes: 80_000_000 } }, 'look'],
    ['disk', { disk: { freeBytes: 100_000_000, databaseBytes: 80_000_000 } }, 'wrong'],
    ['backups', { backups: { ...fine.backups, lastAt: null } }, 'look'],
    ['backups', { backups: { ...fine.backups, files: 0 } }, 'look'],
    ['backups', { backups: { ...fine.backups, daily: false } }, 'look'],
    ['backups', { backups: { ...fine.backups, lastAt: hoursAgo(50) } }, 'wrong'],
    ['backups', { backups: { ...fine.backups, failure: 'the disk is full.' } }, 'wrong'],
    ['errands', { errands: { waiting: 3, late: 0, missed: 1 } }, 'look'],
    ['errands', { errands: { waiting: 3, late: 1, missed: 1 } }, 'wrong'],
    ['certificate', { certificateEnds: null }, 'fine'],
    ['certificate', { certificateEnds: new Date('2027-03-20T00:00:00Z') }, 'look'],
    ['certificate', { certificateEnds: hoursAgo(1) }, 'wrong'],
    ['clock', { clock: { secondsApart: 36, isOwn: false } }, 'look'],
    ['clock', { clock: { secondsApart: 3600, isOwn: false } }, 'wrong'],
    ['clock', { clock: { secondsApart: 0, isOwn: true } }, 'look'],
    ['audit', { audit: { sealedTo: 1, head: 1000, problem: null } }, 'look'],
    [
      'audit',
      { audit: { sealedTo: 990, head: 1000, problem: 'The chain breaks at line 4 of 1000.' } },
      'wrong',
    ],
    ['versions', { versions: { ...fine.versions, schema: '0037' } }, 'look'],
  ])('of %s follows from its figures', (part, more, expected) => {
    expect(state(part, more)).toBe(expected);
    expect(worstOf(healthOf({ ...fine, ...more }))).toBe(expected);
  });
});
