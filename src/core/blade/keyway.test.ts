import { describe, expect, it } from 'vitest';
import { type KeywaySpec, keywayProblems, keywayRemarks, macsByGeometry } from './keyway';

const places = (count: number, spacing: number, axis = 1, first = 4) =>
  Array.from({ length: count }, (_, at) => ({ axis, number: at + 1, atMm: first + at * spacing }));
const cuts = (count: number, step: number, axis = 1) =>
  Array.from({ length: count }, (_, at) => ({ axis, number: at + 1, mm: at * step, deg: null }));

const sound: KeywaySpec = {
  profile: 'edge, two sides',
  stop: 'shoulder',
  spaces: 6,
  depths: 4,
  widthMm: 8,
  lengthMm: 25,
  thicknessMm: null,
  angleDeg: 90,
  flatMm: 1,
  macs: 2,
  recut: ['deeper'],
  spaceRows: places(6, 2.5),
  depthRows: cuts(4, 0.5),
};
const disc: KeywaySpec = {
  ...sound,
  profile: 'disc',
  recut: ['never'],
  macs: null,
  depthRows: [0, 20, 40, 60].map((deg, at) => ({ axis: 1, number: at + 1, mm: null, deg })),
};
const track: KeywaySpec = {
  ...sound,
  profile: 'outside track',
  recut: ['deeper', 'never'],
  spaceRows: [...places(3, 2.5), ...places(3, 2.5, 2, 5)],
  depthRows: [...cuts(4, 0.5), ...cuts(4, 0.4, 2)],
};

describe('a keyway whose numbers agree', () => {
  it.each([
    ['cut on its edges', sound],
    ['a disc', disc],
    ['a track on two axes', track],
    [
      'of which only the name is known',
      { ...sound, spaceRows: [], depthRows: [], angleDeg: null, flatMm: null },
    ],
    ['of which some spaces are measured', { ...sound, spaceRows: places(3, 2.5) }],
  ])('has no problem: %s', (_, keyway) => {
    expect(keywayProblems(keyway)).toEqual([]);
  });
});

describe('a keyway that contradicts itself', () => {
  const space = (number: number, atMm: number, axis = 1) => ({
    spaceRows: sound.spaceRows.map((row) => (row.number === number ? { axis, number, atMm } : row)),
  });
  const depth = (number: number, mm: number | null, deg: number | null = null) => ({
    depthRows: sound.depthRows.map((row) => (row.number === number ? { axis: 1, number, mm, deg } : row)),
  });
  it.each<[string, Partial<KeywaySpec>, { of: string; number?: number; reason: RegExp }]>([
    [
      'a space before the one before',
      space(4, 8),
      { of: 'space', number: 4, reason: /not lie beyond space 3/ },
    ],
    [
      'flats that overlap',
      space(4, 9.6),
      { of: 'space', number: 4, reason: /0\.6 mm from space 3, less than a flat/ },
    ],
    [
      'a space past the tip',
      space(6, 24.8),
      { of: 'space', number: 6, reason: /past the end of a blade of 25 mm/ },
    ],
    ['depths that overlap', depth(3, 0.52), { of: 'depth', number: 3, reason: /overlaps depth 2/ }],
    [
      'a cut through both edges',
      depth(4, 4),
      { of: 'depth', number: 4, reason: /cut through a blade of 8 mm/ },
    ],
    ['an angle on an edge', depth(4, null, 60), { of: 'depth', number: 4, reason: /Only a disc/ }],
    [
      'a disc in mm',
      { ...disc, depthRows: sound.depthRows },
      { of: 'depth', number: 1, reason: /in degrees/ },
    ],
    [
      'angles that overlap',
      { ...disc, depthRows: [...disc.depthRows.slice(0, 3), { axis: 1, number: 4, mm: null, deg: 40.5 }] },
      { of: 'depth', number: 4, reason: /overlaps depth 3/ },
    ],
    ['a disc cut again', { ...disc, recut: ['deeper'] }, { of: 'keyway', reason: /cannot be cut again/ }],
    [
      'a second row of cuts on edges',
      { recut: ['deeper', 'deeper'] },
      { of: 'keyway', reason: /Only a track/ },
    ],
    [
      'a space of a second axis that is not there',
      { spaceRows: [...sound.spaceRows.slice(0, 5), { axis: 2, number: 1, atMm: 4 }] },
      { of: 'space', number: 1, reason: /one row of cuts/ },
    ],
    [
      'a seventh space of six',
      { spaceRows: places(7, 2.5) },
      { of: 'space', number: 7, reason: /has 6 spaces/ },
    ],
    [
      'more spaces than both rows have',
      { ...track, spaceRows: [...places(4, 2.5), ...places(3, 2.5, 2)] },
      { of: 'space', number: 3, reason: /6 spaces together/ },
    ],
    [
      'a fifth depth of four',
      { depthRows: cuts(5, 0.5) },
      { of: 'depth', number: 5, reason: /has 4 depths/ },
    ],
    ['a MACS over its depths', { macs: 4 }, { of: 'keyway', reason: /MACS of 3 at most/ }],
    // 2.5 mm less a flat of 1 mm leaves 1.5 mm of run; at 120° it falls 0.87 mm, which is one depth and not two.
    [
      'a MACS that geometry forbids',
      { angleDeg: 120 },
      { of: 'space', number: 2, reason: /a step of 0\.87 mm is all that fits, 1 depth\./ },
    ],
    [
      'spacing that allows no step',
      { angleDeg: 150, macs: null },
      { of: 'space', number: 2, reason: /no step is possible/ },
    ],
  ])('is told where: %s', (_, change, { of, number, reason }) => {
    const problems = keywayProblems({ ...sound, ...change });
    expect(problems[0]).toMatchObject({ of, ...(number === undefined ? {} : { number }) });
    expect(problems[0]?.reason).toMatch(reason);
  });
});

describe('MACS by geometry', () => {
  it('is the run between two flats over the tangent of half the angle, at the tightest space', () => {
    const spaceRows = places(6, 2.5).map((row) => (row.number > 4 ? { ...row, atMm: row.atMm - 0.5 } : row));
    expect(macsByGeometry({ ...sound, spaceRows })).toMatchObject({ axis: 1, number: 5, macs: 2 });
    expect(macsByGeometry({ ...sound, spaceRows })?.mostMm).toBeCloseTo(1);
  });

  it('is not asked of a disc, nor where angle, flat or a space between is unknown', () => {
    expect(macsByGeometry(disc)).toBeNull();
    expect(macsByGeometry({ ...sound, angleDeg: null })).toBeNull();
    expect(macsByGeometry({ ...sound, flatMm: null })).toBeNull();
    expect(
      macsByGeometry({ ...sound, spaceRows: sound.spaceRows.filter(({ number }) => number !== 3) }),
    ).toBeNull();
  });

  it('says where the stated one is tighter, and nothing where it is not', () => {
    expect(keywayRemarks(sound)).toEqual([
      'A MACS of 2 is stated; its spacing, flat and angle would allow 3.',
    ]);
    expect(keywayRemarks({ ...sound, macs: 3 })).toEqual([]);
    expect(keywayRemarks({ ...sound, macs: null })).toEqual([]);
  });
});
