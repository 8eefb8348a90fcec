import { beforeAll, describe, expect, it } from 'vitest';
import type { PersonActor } from '@/core/kinds/actor';
import { decodeKey } from '@/usecases/benches/blade';
import { database } from '@/usecases/database';
import { actorOf, testDatabase } from '../support/test-database';

testDatabase('world');

let actor: PersonActor;
beforeAll(async () => {
  actor = await actorOf('trainee');
});

/** Where the depths of a keyway of the library lie. */
async function cutsOf(keyway: string, bitting: readonly number[]): Promise<number[]> {
  const depths = await database().query<{ cut: number }>(
    `SELECT d.cut_mm::float8 AS cut FROM keyway_depth d JOIN keyway k ON k.id = d.keyway_id
     WHERE k.name = $1 AND d.axis = 1 ORDER BY d.number`,
    [keyway],
  );
  return bitting.map((depth) => depths.rows[depth - 1]?.cut ?? Number.NaN);
}

describe('a key in hand', () => {
  const bitting = [2, 3, 1, 2, 4, 3, 2, 1];

  it('is decoded by the keyway of the library, in millimetres and in thousandths alike', async () => {
    const readings = await cutsOf('Dunnock 8', bitting);
    const mm = await decodeKey(actor, { keyway: 'Dunnock 8', unit: 'mm', faces: [{ readings }] });
    expect(mm.ok && mm.value.ranked[0]?.bitting).toEqual(bitting);
    expect(mm.ok && mm.value.tells).toBe(true);
    const thousandths = readings.map((reading) => reading / 0.0254);
    const inch = await decodeKey(actor, {
      keyway: 'Dunnock 8',
      unit: 'thousandths',
      faces: [{ readings: thousandths }],
    });
    expect(inch.ok && inch.value.ranked[0]?.bitting).toEqual(bitting);
  });

  it('is decoded by a keyway sent whole, which the library does not know', async () => {
    const axis = { spaces: [5, 8, 11, 14], depths: [0, 0.5, 1], macs: null, stop: 'shoulder' } as const;
    const found = await decodeKey(actor, {
      axis: { ...axis, spaces: [...axis.spaces], depths: [...axis.depths] },
      unit: 'mm',
      faces: [{ readings: [0.02, 0.53, 1.05, 0.1] }],
      most: 2,
    });
    expect(found.ok && found.value.ranked.map((one) => one.bitting)[0]).toEqual([1, 2, 3, 1]);
    expect(found.ok && found.value.ranked.length).toBeLessThanOrEqual(2);
  });

  it.each([
    ['an unknown keyway', { keyway: 'Ostrich 3' }, 'keyway', /no keyway of this name/],
    ['a disc', { keyway: 'Whinchat 6' }, 'keyway', /angles/],
    ['no keyway', {}, 'keyway', /Name a keyway/],
    [
      'too few readings',
      { keyway: 'Dunnock 8', faces: [{ readings: [0, ...Array(7).fill(null)] }] },
      'faces',
      /Too few/,
    ],
    [
      'a face too short',
      { keyway: 'Dunnock 8', faces: [{ readings: [0, 0, 0] }] },
      'faces.0.readings',
      /8 spaces/,
    ],
    [
      'the other unit',
      { keyway: 'Dunnock 8', faces: [{ readings: [0, 24, 24, 47, 0, 0, 0, 0] }] },
      'faces.0.readings.1',
      /Is the unit right/,
    ],
    [
      'a row of a series that its keyway forbids',
      { keyway: 'Dunnock 8', series: [{ bitting: [1, 2, 9, 1, 1, 1, 1, 1] }] },
      'series.0',
      /Row 1/,
    ],
  ] as const)('is refused by place and reason for %s', async (_what, more, field, words) => {
    const readings = await cutsOf('Dunnock 8', bitting);
    const asked = { unit: 'mm', faces: [{ readings }], ...more } as unknown as Parameters<
      typeof decodeKey
    >[1];
    const refused = await decodeKey(actor, asked);
    expect(refused.ok).toBe(false);
    expect(refused.ok ? undefined : refused.problems[0]).toMatchObject({
      field,
      message: expect.stringMatching(words),
    });
  });
});
