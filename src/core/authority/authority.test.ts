import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Purpose } from '@/core/kinds/purpose';
import { lastCharacters } from './documents';
import { gate, type Standing } from './gate';
import { type AuthorityStage, isAllowed, purposes, stageFor } from './purposes';
import { lesserRole, mayDo } from './roles';

const nobody: Standing = {
  stage: 'none',
  doorNote: false,
  danger: false,
  noteForPlainCopy: false,
  role: 'locksmith',
  secondPerson: false,
};
const open = (purpose: Purpose, more: Partial<Standing> = {}) => gate(purpose, { ...nobody, ...more }).open;

describe('the gate', () => {
  const table: readonly [Purpose, boolean, boolean, boolean][] = [
    ['identify', true, true, true],
    ['quote', true, true, true],
    ['decode', true, true, true],
    ['repair', true, true, true],
    ['practice', true, true, true],
    ['codeToBitting', false, true, true],
    ['searchCodes', false, true, true],
    ['codeFromVin', false, true, true],
    ['pinLookUp', false, true, true],
    ['seeSecret', false, true, true],
    ['seePhotograph', false, true, true],
    ['orderCut', false, true, true],
    ['cutInWorkshop', false, true, true],
    ['openForPapers', false, true, true],
    ['openLock', false, false, true],
    ['plainCopy', false, false, true],
    ['handOver', false, false, true],
    ['readLock', false, false, true],
    ['cutFromCode', false, false, true],
    ['huntPellet', false, false, true],
    ['pinRead', false, false, true],
    ['learn', false, false, true],
    ['erase', false, false, true],
    ['clone', false, false, true],
    ['keyImage', false, false, true],
  ];
  it('holds a row for every purpose', () => {
    expect(table.map(([purpose]) => purpose).sort()).toEqual([...purposes].sort());
  });

  it.each(table)('%s: none %s, advance %s, onSite %s', (purpose, ...expected) => {
    const stages: AuthorityStage[] = ['none', 'advance', 'onSite'];
    expect(stages.map((stage) => open(purpose, { stage }))).toEqual(expected);
  });

  it('opens the door alone on an agreed note or in danger', () => {
    for (const more of [{ doorNote: true }, { danger: true }]) {
      expect(purposes.filter((purpose) => open(purpose, more) && !isAllowed(purpose, 'none'))).toEqual([
        'openForPapers',
      ]);
    }
  });

  it('stops a trainee without a second person at everything that is guarded, except where somebody is in danger', () => {
    const trainee = { role: 'trainee', stage: 'onSite' } as const;
    for (const purpose of purposes) {
      expect(open(purpose, trainee)).toBe(stageFor(purpose) === 'none');
      expect(open(purpose, { ...trainee, secondPerson: true })).toBe(true);
    }
    expect(open('openForPapers', { ...trainee, stage: 'none', danger: true })).toBe(true);
    expect(open('openForPapers', { ...trainee, stage: 'none', doorNote: true })).toBe(false);
  });

  it('says what is missing and where to record it', () => {
    expect(gate('pinLookUp', nobody)).toMatchObject({
      why: 'stage',
      message: expect.stringContaining('at Prepare'),
    });
    expect(gate('learn', nobody)).toMatchObject({
      why: 'stage',
      message: expect.stringContaining('at On site'),
    });
    expect(gate('learn', { ...nobody, stage: 'onSite', role: 'trainee' })).toMatchObject({
      why: 'secondPerson',
    });
  });
});

describe('roles', () => {
  it('keeps people, audit and code rows for the proprietor, and the library from trainees', () => {
    expect(
      (['managePeople', 'readAudit', 'codeRows', 'manageShop'] as const).map((duty) =>
        mayDo('locksmith', duty),
      ),
    ).toEqual([false, false, false, false]);
    expect(mayDo('trainee', 'editLibrary')).toBe(false);
    expect(mayDo('locksmith', 'editLibrary')).toBe(true);
    expect(mayDo('proprietor', 'codeRows')).toBe(true);
  });

  it('takes the lesser of two roles', () => {
    expect(lesserRole('proprietor', 'trainee')).toBe('trainee');
    expect(lesserRole('locksmith', 'proprietor')).toBe('locksmith');
  });
});

describe('lastCharacters', () => {
  it.each([
    ['D 123-456', '456'],
    ['X1234567890', '7890'],
    ['12', '2'],
    ['7', ''],
    ['', ''],
  ])('%s keeps %s', (number, kept) => expect(lastCharacters(number)).toBe(kept));

  it('never keeps more than half of a number, nor more than four', () => {
    fc.assert(
      fc.property(fc.string(), (number) => {
        const kept = lastCharacters(number);
        expect(kept.length).toBeLessThanOrEqual(4);
        expect(kept.length * 2).toBeLessThanOrEqual(
          Math.max(0, number.toUpperCase().replace(/[^0-9A-Z]/g, '').length),
        );
      }),
    );
  });
});
