import { v7 as uuid } from 'uuid';
import { beforeAll, describe, expect, it } from 'vitest';
import { afterTries } from '@/core/blade/progression/tries';
import type { PersonActor } from '@/core/kinds/actor';
import type { Piece } from '@/core/supply/movements';
import { insertReservations, listReservations } from '@/data/reservations';
import { insertMovement, listStock } from '@/data/stock';
import { readBladeCar } from '@/usecases/benches/blade-car';
import { beginSheet, candidatesOfReading, keepTurned, openSheet } from '@/usecases/benches/sheets';
import { database } from '@/usecases/database';
import { recordAuthority } from '@/usecases/jobs/authority';
import { chooseCandidate } from '@/usecases/jobs/decide';
import { lookAtSecret, readSecrets } from '@/usecases/secrets/secrets';
import { openTestJob, sendEvent, viewOf } from '../support/jobs';
import { advancePapers, onSitePapers } from '../support/papers';
import { actorOf, testDatabase } from '../support/test-database';

testDatabase('world');

let [locksmith, trainee]: PersonActor[] = [];
let number = 0;
let keyway = '';
let piece: Piece;
let sheetId = '';

const who = () => locksmith as PersonActor;
const view = () => viewOf(who(), number);
const edit = async () => ({ number, version: (await view()).job.version });
const wanted = () => ['1', '2', '1', '3', ...Array.from({ length: 20 }, () => '')];
const lies = async () =>
  (await listStock(database(), piece.vanId ?? undefined)).find(
    ({ article, state, grade }) =>
      article === piece.article && state === piece.state && grade === piece.grade,
  )?.quantity ?? 0;
const promised = async () =>
  (await listReservations(database(), (await view()).job.id)).reduce((sum, { pieces }) => sum + pieces, 0);
const tried = (candidate: number, blank: number, more: object = {}) => ({
  tryId: uuid(),
  sheetId,
  candidate,
  blank,
  result: 'didNotTurn',
  stopsAt: null,
  piece: null,
  ...more,
});
const send = (content: object) => sendEvent(who(), number, 'candidateTried', content);
const words = (answer: { ok: boolean; problems?: readonly { message: string }[] }) =>
  answer.ok ? 'done' : answer.problems?.[0]?.message;

/** Candidates whose first four spaces were read at a door. */
const candidates = async () => {
  const car = await view();
  const { spaces } = car.application?.keyway ?? { spaces: 0 };
  const answer = await candidatesOfReading(who(), { job: number, keyway, wanted: wanted().slice(0, spaces) });
  if (!answer.ok) throw new Error(answer.problems[0]?.message);
  return answer.value.candidates;
};

beforeAll(async () => {
  [locksmith, trainee] = [await actorOf('locksmith'), await actorOf('trainee')];
  number = await openTestJob(locksmith, 'Merrowdale', { year: 2018, ignition: 'push' });
  const { candidates: found, van } = await view();
  const applicationId = found[0]?.application.id ?? '';
  await chooseCandidate(locksmith, { ...(await edit()), applicationId, reason: 'likeliest' });
  const { application, job } = await view();
  keyway = application?.keyway.name ?? '';
  piece = {
    vanId: van?.id ?? null,
    article: application?.blank ?? '',
    state: 'new',
    grade: 'aftermarket',
  };
  await insertMovement(database(), locksmith, {
    ...piece,
    id: uuid(),
    quantity: 3,
    reason: 'counted',
    note: null,
    jobId: null,
    costMinor: 450,
    source: null,
  });
  await insertReservations(database(), job.id, [{ ...piece, vanId: van?.id ?? '', pieces: 2 }], locksmith.at);
});

describe('a sheet', () => {
  it('is closed until person, papers and plate were shown, to a trainee alone also then', async () => {
    const ask = { job: number, keyway, wanted: ['1'] };
    const begin = {
      number,
      keyway,
      from: 'lock',
      candidates: ['11111111'],
      probabilities: null,
      holds: 0.9,
      plan: 'fewestBlanks',
    } as const;
    const each = async (actor: PersonActor) =>
      [
        await candidatesOfReading(actor, ask),
        await beginSheet(actor, { ...begin, candidates: [...begin.candidates] }),
        await openSheet(actor, { number, id: uuid() }),
        await keepTurned(actor, { number, id: uuid() }),
      ].map(words);
    for (const said of await each(who())) expect(said).toMatch(/record at On site|depths/);
    await recordAuthority(who(), { ...(await edit()), ...advancePapers });
    for (const said of await each(who())) expect(said).toMatch(/record at On site|depths/);
    await recordAuthority(who(), { ...(await edit()), ...onSitePapers });
    for (const said of await each(trainee as PersonActor)) expect(said).toMatch(/second person|depths/);
  });

  it('refuses what cannot be planned, and stores nothing of it', async () => {
    const all = [...(await candidates())];
    const begin = {
      number,
      keyway,
      from: 'lock',
      probabilities: null,
      holds: 0.9,
      plan: 'leastCost',
    } as const;
    const refused = async (more: object) =>
      words(await beginSheet(who(), { ...begin, candidates: all, ...more } as never));
    expect(await refused({ candidates: ['x'] })).toMatch(/depths/);
    expect(await refused({ candidates: [all[0], all[0]] })).toMatch(/stands twice/);
    expect(await refused({ probabilities: [0.5] })).toMatch(/for each candidate/);
    expect(await refused({ probabilities: all.map(() => 0) })).toMatch(/has to be possible/);
    expect(await refused({ keyway: 'Nobody 1' })).toMatch(/no keyway/);
    const digits = Array.from({ length: 3 ** 8 }, (_, at) =>
      at.toString(3).padStart(all[0]?.length ?? 0, '0'),
    );
    const many = digits.map((one) => [...one].map((digit) => Number(digit) + 1).join(''));
    expect(await refused({ candidates: many })).toMatch(
      /6561 candidates are too many to plan for: up to 5000/,
    );
    const nothing = { job: number, keyway, wanted: [...(all[0] ?? '')].map(() => '') };
    expect(words(await candidatesOfReading(who(), nothing))).toMatch(/Nothing is known/);
    expect((await readBladeCar(who(), await view()))?.sheets).toEqual([]);
  });

  it('is sealed: no table of the database holds its bittings, and it opens on record alone', async () => {
    const all = [...(await candidates())];
    expect(all.length).toBeGreaterThan(5);
    const begun = await beginSheet(who(), {
      number,
      keyway,
      from: 'lock',
      candidates: all,
      probabilities: null,
      holds: 0.95,
      plan: 'fewestBlanks',
    });
    if (!begun.ok) throw new Error(begun.problems[0]?.message);
    sheetId = begun.value.id;
    const opened = await openSheet(who(), { number, id: sheetId });
    expect(opened.ok && opened.value.candidates.map(({ bitting }) => bitting.join(''))).toEqual(all);
    const seen = await database().query<{ details: object }>(
      `SELECT details FROM audit_line WHERE action = 'sheet.opened' ORDER BY seq DESC LIMIT 1`,
    );
    expect(seen.rows[0]?.details).toMatchObject({ sheet: sheetId });
    // It is no secret that is looked at or named at Prepare.
    expect((await readSecrets(who(), (await view()).job)).secrets).toEqual([]);
    expect(words(await lookAtSecret(who(), { number, id: sheetId }))).toMatch(/no such secret/);
  });

  it('takes a blank of the van at its first cut, against its promise, once, also where the event comes twice', async () => {
    const [before, kept] = [await lies(), await promised()];
    const first = tried(0, 1, { piece });
    const id = uuid();
    const twice = async () => sendEvent(who(), number, 'candidateTried', first, id);
    expect(await twice()).toMatchObject({ ok: true });
    expect(await twice()).toMatchObject({ ok: true });
    expect([await lies(), await promised()]).toEqual([before - 1, kept - 1]);
    expect(words(await send(tried(1, 1, { piece })))).toMatch(/taken up before/);
    expect(words(await send(tried(1, 1, { stopsAt: 3 })))).toBe('done');
    expect(words(await send(tried(1, 2, { piece })))).toMatch(/tried already/);
    expect(words(await send(tried(2, 4, { piece })))).toMatch(/next blank/);
    // Spoiled ones are gone too.
    const spoiled = tried(2, 2, { piece, result: 'spoiled' });
    expect(words(await send(spoiled))).toBe('done');
    expect([await lies(), await promised()]).toEqual([before - 2, kept - 2]);
    const { log } = (await view()).job;
    expect(log.used).toHaveLength(2);
    // A slip of the finger is undone with its piece.
    expect(words(await sendEvent(who(), number, 'tryWithdrawn', { tryId: spoiled.tryId }))).toBe('done');
    expect(await lies()).toBe(before - 1);
    expect((await view()).job.log.used).toHaveLength(1);
  });

  it('says that the ledger has none, and goes on with a blank that is not of the stock', async () => {
    const none = { ...piece, grade: 'original' as const };
    expect(words(await send(tried(2, 2, { piece: none })))).toMatch(/The ledger has no/);
    expect(words(await send(tried(2, 2)))).toBe('done');
    const opened = await openSheet(who(), { number, id: sheetId });
    if (!opened.ok) throw new Error('expected a sheet');
    const { tries } = (await view()).job.log;
    expect(afterTries(opened.value.candidates, tries)).toMatchObject({ blanks: 2, tries: 3, turned: null });
  });

  it('gives the bitting that turned to the job once, and not before', async () => {
    expect(words(await keepTurned(who(), { number, id: sheetId }))).toMatch(/No key of this sheet turned/);
    expect(words(await send(tried(3, 3, { result: 'turned' })))).toBe('done');
    const kept = await keepTurned(who(), { number, id: sheetId });
    if (!kept.ok) throw new Error(kept.problems[0]?.message);
    expect(await keepTurned(who(), { number, id: sheetId })).toEqual(kept);
    const { secrets } = await readSecrets(who(), (await view()).job);
    expect(secrets).toMatchObject([{ kind: 'bitting', source: 'lock' }]);
    const value = await lookAtSecret(who(), { number, id: kept.value.id });
    const opened = await openSheet(who(), { number, id: sheetId });
    expect(value.ok && value.value.value).toBe(
      opened.ok ? opened.value.candidates[3]?.bitting.join('') : undefined,
    );
    // The events name places alone.
    const events = await database().query<{ content: string }>(
      `SELECT content::text FROM job_event e JOIN job j ON j.id = e.job_id WHERE j.number = $1`,
      [number],
    );
    const written = value.ok ? value.value.value : '-';
    expect(events.rows.every(({ content }) => !content.includes(written))).toBe(true);
  });
});
