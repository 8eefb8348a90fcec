import { describe, expect, it } from 'vitest';
import type { Role } from '@/core/kinds/actor';
import { gate } from './gate';
import { purposeNames, purposes, stageFor } from './purposes';
import { dutyNames, roleTable } from './role-table';

const roles: readonly Role[] = ['proprietor', 'locksmith', 'trainee'];

describe('what a role may do', () => {
  it.each(roles)('is the whole of the gate and of the duties, for a %s', (role) => {
    const { free, advance, onSite, duties, others } = roleTable(role);
    expect([...free, ...advance, ...onSite].sort()).toEqual(Object.values(purposeNames).sort());
    expect([...duties, ...others.map(({ what }) => what)].sort()).toEqual(Object.values(dutyNames).sort());
    for (const { who } of others) expect(who).not.toContain(role);
  });

  it('is what the gate lets a trainee do alone, and nothing of the rest', () => {
    const { free } = roleTable('trainee');
    const alone = purposes.filter(
      (purpose) =>
        gate(purpose, {
          stage: 'onSite',
          doorNote: false,
          danger: false,
          noteForPlainCopy: false,
          role: 'trainee',
          secondPerson: false,
        }).open,
    );
    expect(free).toEqual(alone.map((purpose) => purposeNames[purpose]));
    expect(alone.every((purpose) => stageFor(purpose) === 'none')).toBe(true);
  });

  it('leaves nothing for others where somebody is the proprietor', () => {
    expect(roleTable('proprietor').others).toEqual([]);
  });
});
