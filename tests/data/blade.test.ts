import { beforeAll, describe, expect, it } from 'vitest';
import { formatBitting } from '@/core/catalogue/bitting';
import type { PersonActor } from '@/core/kinds/actor';
import { decodeKey } from '@/usecases/benches/blade';
import { readJobBlade, readShuffledBittings, readWithDevice } from '@/usecases/benches/blade-bench';
import { type CodeSearch, searchCodes } from '@/usecases/benches/code-search';
import { database } from '@/usecases/database';
import { recordAuthority } from '@/usecases/jobs/authority';
import { chooseCandidate } from '@/usecases/jobs/decide';
import { closeJob, recordFacts } from '@/usecases/jobs/record';
import { hangBitting, keepFoundCode } from '@/usecases/secrets/blade-secrets';
import { readSecrets } from '@/usecases/secrets/secrets';
import { openTestJob, viewOf } from '../support/jobs';
import { advancePapers } from '../support/papers';
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
    const blade = {
      rows: [{ spaces: [5, 8, 11, 14], depths: [0, 0.5, 1] }],
      macs: null,
      stop: 'shoulder' as const,
    };
    const found = await decodeKey(actor, {
      blade,
      unit: 'mm',
      faces: [{ readings: [0.02, 0.53, 1.05, 0.1] }],
      most: 2,
    });
    expect(found.ok && found.value.ranked.map((one) => one.bitting)[0]).toEqual([1, 2, 3, 1]);
    expect(found.ok && found.value.ranked.length).toBeLessThanOrEqual(2);
  });

  it('is decoded in degrees where it is a disc, and over both rows where it is a track on two axes', async () => {
    const angles = [1, 6, 3, 2, 5, 4];
    const disc = await decodeKey(actor, {
      keyway: 'Whinchat 6',
      unit: 'degrees',
      faces: [{ readings: angles.map((depth) => (depth - 1) * 18 + 2) }],
    });
    expect(disc.ok && disc.value).toMatchObject({ measure: 'degrees', tells: true });
    expect(disc.ok && disc.value.ranked[0]?.bitting).toEqual(angles);
    const track = [1, 2, 4, 3, 2, 5, 4, 2, 1];
    const readings = track.map((depth, at) => (depth - 1) * (at < 5 ? 0.35 : 0.32) + 0.03);
    const two = await decodeKey(actor, { keyway: 'Redpoll 9', unit: 'mm', faces: [{ readings }] });
    expect(two.ok && two.value.ranked[0]?.bitting).toEqual(track);
  });

  it.each([
    ['an unknown keyway', { keyway: 'Ostrich 3' }, 'keyway', /no keyway of this name/],
    ['a disc in mm', { keyway: 'Whinchat 6' }, 'unit', /read in degrees/],
    ['an edge in degrees', { keyway: 'Dunnock 8', unit: 'degrees' }, 'unit', /Only a disc/],
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
      'a blade whose depths overlap',
      {
        keyway: undefined,
        blade: { rows: [{ spaces: [4, 6, 8], depths: [0, 0.5, 0.52] }], macs: null, stop: 'tip' },
        faces: [{ readings: [0, 0, 0] }],
      },
      'blade.rows.0.depths.2',
      /does not lie beyond depth 2/,
    ],
    [
      'a keyway and a blade at once',
      { keyway: 'Dunnock 8', blade: { rows: [], macs: null, stop: 'tip' } },
      'blade',
      /not both/,
    ],
    [
      'a row of a series that its keyway forbids',
      { keyway: 'Dunnock 8', series: ['12911111'] },
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

describe('the codes of what is known of a bitting', () => {
  interface Row {
    readonly code: string;
    readonly bitting: number[];
  }
  let [keyway, locksmith, number]: [string, PersonActor, number] = ['', actor, 0];
  let rows: Row[] = [];
  const edit = async () => ({ number, version: (await viewOf(locksmith, number)).job.version });
  const searched = async (more: object, who: PersonActor = locksmith): Promise<CodeSearch> => {
    const found = await searchCodes(who, { keyway, ...more } as never);
    if (!found.ok) throw new Error(found.problems[0]?.message);
    return found.value;
  };
  const known = () => (rows[7]?.bitting ?? []).map((depth, space) => (space < 4 ? `${depth}` : '?'));

  beforeAll(async () => {
    locksmith = await actorOf('locksmith');
    number = await openTestJob(locksmith, 'Merrowdale', { year: 2018, ignition: 'push' });
    const applicationId = (await viewOf(locksmith, number)).candidates[0]?.application.id ?? '';
    await chooseCandidate(locksmith, { ...(await edit()), applicationId, reason: 'likeliest' });
    keyway = (await viewOf(locksmith, number)).application?.keyway.name ?? '';
    const stored = await database().query<Row>(
      `SELECT s.prefix || r.number AS code, r.bitting FROM code_row r JOIN code_series s ON s.id = r.series_id
       JOIN keyway k ON k.id = s.keyway_id WHERE k.name = $1 ORDER BY s.name, r.number`,
      [keyway],
    );
    rows = stored.rows;
  });

  it('are counted for anybody, and told to nobody without a job', async () => {
    const plain = rows.filter(({ bitting }) =>
      bitting.every((depth, at) => ['?', `${depth}`].includes(known()[at] ?? '')),
    );
    expect(plain.length).toBeGreaterThan(1);
    const found = await searched({ wanted: known() }, actor);
    expect(found).toMatchObject({ fits: plain.length, of: rows.length, codes: null });
    expect(found.closed).toMatch(/want a job/);
    const door = await searched({ wanted: known(), holds: [1, 2, 3, 4] }, actor);
    expect(door.different).toBe(1);
    expect(found.different).toBe(new Set(plain.map(({ bitting }) => formatBitting(bitting))).size);
    // No place, no code and no bitting in what is told.
    expect(JSON.stringify(found)).not.toContain(rows[7]?.code);
  });

  it('are told with the right to the car, of its own keyway, and that is on record', async () => {
    const asked = { wanted: known(), job: number };
    expect((await searched(asked)).closed).toMatch(/record at Prepare/);
    await recordAuthority(locksmith, { ...(await edit()), ...advancePapers });
    const plain = rows.filter(({ bitting }) =>
      bitting.every((depth, at) => ['?', `${depth}`].includes(known()[at] ?? '')),
    );
    const found = await searched(asked);
    expect(found.closed).toBeNull();
    expect(found.codes?.map(({ code, bitting }) => ({ code, bitting }))).toEqual(plain.slice(0, 200));
    const looks = await database().query(
      `SELECT details::text AS details FROM audit_line WHERE action = 'codes.searched'`,
    );
    expect(looks.rows).toHaveLength(1);
    expect(looks.rows[0]?.details).not.toContain(rows[7]?.code);
    expect((await searched(asked, actor)).closed).toMatch(/second person/);
    const other = keyway === 'Dunnock 8' ? 'Twite 8' : 'Dunnock 8';
    const wanted = ['1', ...Array(7).fill('')];
    expect((await searched({ keyway: other, wanted, job: number })).closed).toMatch(/The car of this job/);
    expect((await searched({ wanted: known(), job: 999_999 })).closed).toMatch(/no job/);
  });

  it('stay closed for a program, whatever its maker may', async () => {
    const { sessionId: _, personId, ...person } = locksmith;
    const program = { ...person, kind: 'program', tokenId: personId, makerId: personId } as const;
    const found = await searchCodes(program, { keyway, wanted: known(), job: number });
    expect(found.ok && found.value).toMatchObject({ codes: null, closed: expect.stringMatching(/no token/) });
  });

  it('of a series sent whole want a job and its right as well', async () => {
    const whole = {
      depths: 3,
      bittings: ['123', '122', '321'],
      codes: ['A1', 'A2', 'A3'],
    };
    const asked = { keyway: undefined, whole, wanted: ['1', '', '2/3'] };
    expect(await searched(asked)).toMatchObject({ fits: 2, of: 3, codes: null });
    expect((await searched({ ...asked, job: number })).codes).toEqual([
      { series: 'sent', code: 'A1', bitting: [1, 2, 3] },
      { series: 'sent', code: 'A2', bitting: [1, 2, 2] },
    ]);
  });

  it.each([
    ['letters', { wanted: ['a', ...Array(7).fill('')] }, 'wanted.0'],
    ['nothing known', { wanted: Array(8).fill('') }, 'wanted'],
    ['a depth too deep', { wanted: ['9', ...Array(7).fill('')] }, 'wanted.0'],
    ['too few spaces', { wanted: ['1'] }, 'wanted'],
    ['a series of another keyway', { wanted: ['1', ...Array(7).fill('')], series: ['Serin T'] }, 'series'],
    ['a space the keyway lacks', { wanted: ['1', ...Array(7).fill('')], holds: [9] }, 'holds'],
    ['an unknown keyway', { keyway: 'Ostrich 3', wanted: ['1'] }, 'keyway'],
    [
      'fewer codes than bittings',
      { keyway: undefined, whole: { depths: 2, bittings: ['1', '2'], codes: ['A'] }, wanted: ['1'] },
      'whole.codes',
    ],
    [
      'a row its keyway forbids',
      { keyway: undefined, whole: { depths: 2, bittings: ['1', '3'], codes: ['A', 'B'] }, wanted: ['1'] },
      'whole.bittings.1',
    ],
  ] as const)('are not looked for with %s', async (_what, more, field) => {
    const refused = await searchCodes(actor, { keyway: 'Dunnock 8', ...more } as never);
    expect(refused.ok ? undefined : refused.problems[0]?.field).toBe(field);
  });

  it('guide a decode by the name of their series, which tells no place in it', async () => {
    const readings = [0.1, 1.3, 0.7, 1.9, 0.8, 1.4, 0.2, 0.9];
    const face = { keyway: 'Dunnock 8', unit: 'mm' as const, faces: [{ readings }] };
    const series = (
      await database().query(
        `SELECT s.name FROM code_series s JOIN keyway k ON k.id = s.keyway_id WHERE k.name = 'Dunnock 8'`,
      )
    ).rows[0]?.name;
    const found = await decodeKey(actor, { ...face, codeSeries: series });
    expect(found.ok && found.value.ranked.every(({ index }) => index === null)).toBe(true);
    const strange = await decodeKey(actor, { ...face, codeSeries: 'Serin T' });
    expect(strange.ok ? undefined : strange.problems[0]?.field).toBe('codeSeries');
  });
});

describe('what is kept of a blade', () => {
  let locksmith: PersonActor;
  let number: number;
  let keyway = '';
  let series: { name: string; prefix: string; first: number; count: number } | undefined;
  const edit = async () => ({ number, version: (await viewOf(locksmith, number)).job.version });
  const kept = async () =>
    (await readSecrets(locksmith, (await viewOf(locksmith, number)).job)).secrets.map(
      ({ kind, source }) => `${kind} ${source}`,
    );
  const bittingAt = async (code: number) =>
    (
      await database().query<{ bitting: number[] }>(
        'SELECT r.bitting FROM code_row r JOIN code_series s ON s.id = r.series_id WHERE s.name = $1 AND r.number = $2',
        [series?.name, code],
      )
    ).rows[0]?.bitting ?? [];

  beforeAll(async () => {
    locksmith = await actorOf('locksmith');
    number = await openTestJob(locksmith, 'Merrowdale', { year: 2018, ignition: 'push' });
    const applicationId = (await viewOf(locksmith, number)).candidates[0]?.application.id ?? '';
    await chooseCandidate(locksmith, { ...(await edit()), applicationId, reason: 'likeliest' });
    keyway = (await viewOf(locksmith, number)).application?.keyway.name ?? '';
    const found = await database().query(
      `SELECT s.name, s.prefix, s.first, s.count FROM code_series s JOIN keyway k ON k.id = s.keyway_id
       WHERE k.name = $1 ORDER BY s.name`,
      [keyway],
    );
    series = found.rows[0];
  });

  it('is a bitting of a key in hand, sealed by anybody, of the right keyway and an open job', async () => {
    const bitting = formatBitting(await bittingAt(series?.first ?? 1));
    expect(await hangBitting(actor, { number, keyway, bitting })).toEqual({ ok: true, value: { number } });
    expect(await kept()).toEqual(['bitting keyInHand']);
    for (const [more, words] of [
      [{ keyway: 'Dunnock 8' }, /has the keyway/],
      [{ bitting: 'DA 47' }, /A bitting is its depths/],
      [{ number: 999_999 }, /There is no job/],
    ] as const) {
      const refused = await hangBitting(actor, { ...{ number, keyway, bitting }, ...more });
      expect(refused.ok ? '' : refused.problems[0]?.message).toMatch(words);
    }
    expect(await kept()).toHaveLength(1);
  });

  it('is a code that was found, with the right to the car and of its own series only', async () => {
    const code = `${series?.prefix}${(series?.first ?? 0) + 6}`;
    const ask = { number, series: series?.name ?? '', code };
    for (const who of [locksmith, actor]) {
      const refused = await keepFoundCode(who, ask);
      expect(refused.ok ? '' : refused.problems[0]?.message).toMatch(/record at Prepare/);
    }
    await recordAuthority(locksmith, { ...(await edit()), ...advancePapers });
    const trainee = await keepFoundCode(actor, ask);
    expect(trainee.ok ? '' : trainee.problems[0]?.message).toMatch(/second person/);
    for (const more of [{ series: 'Dunnock A' }, { code: 'ZZ1' }, { code: `${series?.prefix}99999999` }]) {
      const refused = await keepFoundCode(locksmith, { ...ask, ...more });
      expect(refused.ok ? '' : refused.problems[0]?.message).toMatch(/has no such code/);
    }
    expect(await kept()).toHaveLength(1);
    expect((await keepFoundCode(locksmith, ask)).ok).toBe(true);
    expect(await kept()).toEqual(['bitting keyInHand', 'keyCode series', 'bitting series']);
  });

  it('is what other jobs found of the locks of the generation', async () => {
    const view = await viewOf(locksmith, number);
    const blade = await readJobBlade(locksmith, view);
    expect(blade?.keyway?.name).toBe(keyway);
    expect(blade?.locks.map(({ lock }) => lock)).not.toContain('ignition');
    expect(blade?.found).toEqual([]);
    const facts = [{ kind: 'lockSpaces' as const, value: "driver's door 1-7" }];
    expect((await recordFacts(locksmith, { ...(await edit()), facts })).ok).toBe(true);
    await closeJob(locksmith, {
      ...(await edit()),
      outcome: 'wentElsewhere',
      reason: 'Another firm was there first',
    });
    const later = await readJobBlade(locksmith, await viewOf(locksmith, number));
    expect(later?.found).toEqual([{ jobNumber: number, ...facts[0] }]);
    // Nothing is hung on a closed job.
    const bitting = formatBitting(await bittingAt(series?.first ?? 1));
    const refused = await hangBitting(actor, { number, keyway, bitting });
    expect(refused.ok ? '' : refused.problems[0]?.message).toMatch(/is closed/);
  });

  it('goes to the worker in an order of its own each time, with no code', async () => {
    const read = async () =>
      (await readShuffledBittings(actor, series?.name ?? ''))?.depths ?? new Uint8Array();
    const [one, other] = [await read(), await read()];
    expect(one).toHaveLength(other.length);
    expect(one).not.toEqual(other);
    const spaces = (await bittingAt(series?.first ?? 1)).length;
    const sorted = (all: Uint8Array) =>
      Array.from({ length: all.length / spaces }, (_, at) =>
        all.subarray(at * spaces, (at + 1) * spaces).join(''),
      ).sort();
    expect(sorted(one)).toEqual(sorted(other));
    expect(sorted(one)).toContain((await bittingAt(series?.first ?? 1)).map((depth) => depth - 1).join(''));
    expect(await readShuffledBittings(actor, 'Ostrich O')).toBeUndefined();
  });

  it('is read by the devices, which know neither a keyway that is not there nor a space too many', async () => {
    const ask = { keyway, device: 'photograph' as const, key: 1, face: 0, space: 1, attempt: 1 };
    const photograph = await readWithDevice(actor, ask);
    expect(photograph.ok && photograph.value.faces).toHaveLength(2);
    const gauge = await readWithDevice(actor, { ...ask, device: 'gauge', face: 1, space: 3 });
    expect(gauge.ok && gauge.value.faces[1]?.filter((reading) => reading !== null)).toHaveLength(1);
    expect((await readWithDevice(actor, { ...ask, keyway: 'Ostrich 3' })).ok).toBe(false);
    expect((await readWithDevice(actor, { ...ask, device: 'gauge', space: 20 })).ok).toBe(false);
  });
});
