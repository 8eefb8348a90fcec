import { describe, expect, it } from 'vitest';
import { emptyCall } from '../../tests/support/calls';
import { OpenJobInput } from './call-input';
import { parseInput } from './parse';

const id = '0190a1b2-0000-7000-8000-000000000001';
const parse = (more: object) => parseInput(OpenJobInput, { ...emptyCall, ...more });

describe('a call', () => {
  it('may say nothing at all', () => {
    expect(parse({}).ok).toBe(true);
  });

  it('may say everything', () => {
    const full = {
      line: 'as told',
      year: 2019,
      makeId: id,
      modelId: id,
      ignition: 'push',
      market: 'Meres',
      vin: '0HVMD42K4KH012734',
      why: 'lost',
      access: 'locked',
      placeId: id,
      distanceKm: 14.3,
      urgent: true,
      day: '2027-03-03',
      from: '09:00',
      by: '18:00',
      placeDetail: 'Behind the mill',
      note: 'Ring twice',
      name: 'Odile Varga',
      phone: '+1 (555) 555-0142',
      working: 1,
      lost: 2,
      wanted: 2,
    };
    expect(parse(full)).toMatchObject({ ok: true, value: full });
  });

  it.each([
    ['line', 'x'.repeat(401)],
    ['line', null],
    ['year', 1949],
    ['year', 2019.5],
    ['year', '2019'],
    ['makeId', 'halvorn'],
    ['modelId', '1; DROP TABLE job'],
    ['carWords', 'x'.repeat(81)],
    ['carWords', 'a\u0000b'],
    ['ignition', 'pull'],
    ['market', ''],
    ['vin', '0HVMD42K4KHO12734'],
    ['vin', '0HVMD42K4KH01273'],
    ['why', 'bored'],
    ['access', 'ajar'],
    ['placeId', 7],
    ['distanceKm', -1],
    ['distanceKm', 1000],
    ['distanceKm', Number.NaN],
    ['urgent', 'yes'],
    ['day', '3.3.2027'],
    ['from', '24:00'],
    ['by', '6pm'],
    ['placeDetail', 'x'.repeat(201)],
    ['note', 'x'.repeat(2001)],
    ['name', ''],
    ['name', 'x'.repeat(81)],
    ['name', 'a\nb'],
    ['phone', '555'],
    ['phone', 'call me'],
    ['working', -1],
    ['working', 9],
    ['lost', 1.5],
    ['wanted', 6],
    ['wanted', '2'],
  ])('refuses %s %j beside its field', (field, value) => {
    const result = parse({ [field]: value });
    expect(result.ok).toBe(false);
    if (!result.ok) {
      expect(result.problems.map((problem) => problem.field)).toEqual([field]);
      expect(result.problems[0]?.message).toMatch(/^[A-Z0].*[.0-9]$/);
    }
  });
});
