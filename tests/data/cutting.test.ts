import { v7 as uuid } from 'uuid';
import { beforeAll, describe, expect, it } from 'vitest';
import { formatBitting } from '@/core/catalogue/bitting';
import type { PersonActor } from '@/core/kinds/actor';
import { setEquipment } from '@/data/vans';
import { readCsv } from '@/formats/csv';
import { readBladeCar } from '@/usecases/benches/blade-car';
import { checkCutBlade, cutOnMachine, cuttingList, readCut } from '@/usecases/benches/cutting';
import { database } from '@/usecases/database';
import { recordAuthority } from '@/usecases/jobs/authority';
import { chooseCandidate, makeChoice } from '@/usecases/jobs/decide';
import { hangBitting } from '@/usecases/secrets/blade-secrets';
import { readSecrets } from '@/usecases/secrets/secrets';
import { openTestJob, sendEvent, viewOf } from '../support/jobs';
import { advancePapers, onSitePapers } from '../support/papers';
import { actorOf, testDatabase } from '../support/test-database';

testDatabase('world');

let locksmith: PersonActor | undefined;
let number = 0;
let bittingId = '';
let bitting: readonly number[] = [];
const cutId = uuid();

const who = () => locksmith as PersonActor;
const view = () => viewOf(who(), number);
const edit = async () => ({ number, version: (await view()).job.version });
const words = (answer: { ok: boolean; problems?: readonly { message: string }[] }) =>
  answer.ok ? 'done' : answer.problems?.[0]?.message;
const cut = (more: object = {}) => ({
  cutId,
  bittingId,
  where: 'car',
  spoiled: false,
  again: null,
  piece: null,
  ...more,
});
const listed = async (where: 'car' | 'workshop' | 'ordered', file: 'csv' | 'json' | 'pdf' = 'csv') =>
  cuttingList(who(), number, { bittingId, where, file });

beforeAll(async () => {
  locksmith = await actorOf('locksmith');
  number = await openTestJob(locksmith, 'Merrowdale', { year: 2018, ignition: 'push' });
  const applicationId = (await view()).candidates[0]?.application.id ?? '';
  await chooseCandidate(locksmith, { ...(await edit()), applicationId, reason: 'likeliest' });
  const keyway = (await view()).application?.keyway.name ?? '';
  const stored = await database().query<{ bitting: number[] }>(
    `SELECT r.bitting FROM code_row r JOIN code_series s ON s.id = r.series_id JOIN keyway k ON k.id = s.keyway_id
     WHERE k.name = $1 ORDER BY s.name, r.number OFFSET 40 LIMIT 1`,
    [keyway],
  );
  bitting = stored.rows[0]?.bitting ?? [];
  await hangBitting(locksmith, { number, keyway, bitting: formatBitting(bitting) });
  bittingId = (await readSecrets(locksmith, (await view()).job)).secrets[0]?.id ?? '';
});

describe('a blade is cut', () => {
  it('in the workshop and by others with papers in advance, at the car with person, papers and plate', async () => {
    const places = ['workshop', 'ordered', 'car'] as const;
    const each = async () => [
      ...(await Promise.all(places.map(async (where) => words(await listed(where))))),
      words(await cutOnMachine(who(), { number, bittingId, cutId, where: 'workshop' })),
    ];
    for (const said of await each()) expect(said).toMatch(/record at/);
    expect(words(await sendEvent(who(), number, 'bladeCut', cut({ where: 'workshop' })))).toMatch(
      /record at Prepare/,
    );
    await recordAuthority(who(), { ...(await edit()), ...advancePapers });
    const [workshop, ordered, car, machine] = await each();
    expect([workshop, ordered, machine]).toEqual(['done', 'done', 'done']);
    expect(car).toMatch(/record at On site/);
    expect((await readBladeCar(who(), await view()))?.gates).toMatchObject({ workshop: null, ordered: null });
    await recordAuthority(who(), { ...(await edit()), ...onSitePapers });
    expect(await each()).toEqual(['done', 'done', 'done', 'done']);
  });

  it('by a list that says the same as CSV, JSON and card, each on record', async () => {
    const [csv, json, pdf] = [await listed('car'), await listed('car', 'json'), await listed('car', 'pdf')];
    if (!csv.ok || !json.ok || !pdf.ok) throw new Error('expected three files');
    const { cuts, format } = JSON.parse(String(json.value.body));
    expect(format).toBe('kilnsman cutting list 1');
    expect(cuts.map(({ depth }: { depth: number }) => depth)).toEqual(bitting);
    expect(readCsv(String(csv.value.body)).rows.map(({ cells }) => Number(cells.depth))).toEqual(bitting);
    expect(
      Buffer.from(pdf.value.body as Uint8Array)
        .subarray(0, 5)
        .toString(),
    ).toBe('%PDF-');
    const lines = await database().query(
      `SELECT 1 FROM audit_line WHERE action = 'cutting.listed' AND details->>'secret' = $1`,
      [bittingId],
    );
    expect(lines.rowCount).toBeGreaterThanOrEqual(3);
    expect(words(await cuttingList(who(), number, { bittingId: uuid(), where: 'car', file: 'csv' }))).toMatch(
      /kept with the job/,
    );
  });

  it('not on a machine that does not hold its profile', async () => {
    const { van } = await view();
    if (!van) throw new Error('the world has a van');
    await setEquipment(database(), van.id, { powerSupply: van.powerSupply, cuts: ['disc'] });
    expect(words(await cutOnMachine(who(), { number, bittingId, cutId, where: 'car' }))).toMatch(
      /does not hold .*: it cuts disc/,
    );
    await setEquipment(database(), van.id, van);
  });

  it('and measured: passes, or a machine out of calibration is found, without the bitting being told', async () => {
    expect(words(await sendEvent(who(), number, 'bladeCut', cut()))).toBe('done');
    const verdict = async (machine: 'calibrated' | 'tooDeep' | 'shifted') => {
      const read = await readCut(who(), { number, cutId, machine, attempt: 1 });
      if (!read.ok) throw new Error(read.problems[0]?.message);
      return checkCutBlade(who(), { number, cutId, readings: [...read.value.readings] });
    };
    expect(await verdict('calibrated')).toMatchObject({ value: { verdict: 'passes', off: [] } });
    expect(await verdict('tooDeep')).toMatchObject({
      value: { verdict: 'newBlank', machine: { of: 'depth' } },
    });
    const shifted = await verdict('shifted');
    expect(shifted.ok && shifted.value.verdict).not.toBe('passes');
    expect(JSON.stringify(shifted)).not.toContain(formatBitting(bitting));
    expect(words(await checkCutBlade(who(), { number, cutId, readings: [1, 2] }))).toMatch(/spaces/);
    expect(words(await checkCutBlade(who(), { number, cutId: uuid(), readings: [1] }))).toMatch(
      /no such blade/,
    );
    // A blade that came by post enters as measured.
    const posted = uuid();
    expect(words(await sendEvent(who(), number, 'bladeCut', cut({ cutId: posted, where: 'ordered' })))).toBe(
      'done',
    );
    const readings = bitting.map(() => 0);
    expect(await checkCutBlade(who(), { number, cutId: posted, readings })).toMatchObject({
      value: { off: expect.arrayContaining([expect.objectContaining({ space: expect.any(Number) })]) },
    });
  });

  it('is held back where it is programmed first, until it was learned, and Route says which', async () => {
    const first = async () => (await readBladeCar(who(), await view()))?.first;
    expect(await first()).toMatchObject({ title: 'Cut first', held: false });
    await makeChoice(who(), {
      ...(await edit()),
      question: 'first',
      choice: 'program',
      chosenBy: 'shop',
    });
    expect(await first()).toMatchObject({
      title: 'Program first',
      why: expect.stringContaining('Chosen at Route'),
      held: true,
    });
    expect(words(await sendEvent(who(), number, 'bladeCut', cut({ cutId: uuid() })))).toMatch(
      /held back until it was learned/,
    );
  });
});
