import { beforeAll, describe, expect, it } from 'vitest';
import type { PersonActor } from '@/core/kinds/actor';
import { readAudit } from '@/usecases/audit/audit';
import { database } from '@/usecases/database';
import { chooseVan } from '@/usecases/jobs/decide';
import { exportCodeRows, importCodeRows } from '@/usecases/library/code-rows';
import { saveRow } from '@/usecases/library/edit-library';
import { removePerson, savePerson } from '@/usecases/people/people';
import { endSessionById, lockNow, readSession, readSessions } from '@/usecases/people/sessions';
import { signIn, unlock } from '@/usecases/people/sign-in';
import { endTokenById, makeToken, readProgram, readTokens } from '@/usecases/people/tokens';
import { readTools, removeRight, saveCover, saveRight, saveTool } from '@/usecases/shop/tools';
import { openTestJob, viewOf } from '../support/jobs';
import { actorOf, testDatabase } from '../support/test-database';

testDatabase('world');

let proprietor: PersonActor;
let locksmith: PersonActor;
let trainee: PersonActor;
beforeAll(async () => {
  proprietor = await actorOf('proprietor');
  locksmith = await actorOf('locksmith');
  trainee = await actorOf('trainee');
});

const origin = { device: 'test', address: undefined, deviceToken: undefined, session: undefined };
const refused = (words: RegExp) => ({ ok: false, problems: [{ message: expect.stringMatching(words) }] });

async function session(actor: PersonActor, passcode: string): Promise<{ token: string; actor: PersonActor }> {
  const started = await signIn(origin, { who: actor.personId, passcode });
  if (!started.ok) throw new Error(JSON.stringify(started.problems));
  const state = await readSession(started.value.token, 'test');
  if (state.kind !== 'live') throw new Error(`expected a session, got ${state.kind}`);
  return { token: started.value.token, actor: state.actor };
}

describe('a locked session', () => {
  it('is nobody to every request until the own passcode opens it', async () => {
    const { token, actor } = await session(locksmith, 'glaze-slip-27');
    await lockNow(actor);
    expect(await readSession(token, 'test')).toMatchObject({
      kind: 'locked',
      actor: { name: 'Sunniva Aasgren' },
    });
    expect(await unlock(actor, 'kiln-ochre-41')).toMatchObject({
      ok: false,
      problems: [{ field: 'passcode' }],
    });
    expect(await readSession(token, 'test')).toMatchObject({ kind: 'locked' });
    expect(await unlock(actor, 'glaze-slip-27')).toEqual({ ok: true, value: null });
    expect(await readSession(token, 'test')).toMatchObject({ kind: 'live' });
  });

  it('is locked by the server itself once it was idle for the shop’s minutes', async () => {
    const { token, actor } = await session(locksmith, 'glaze-slip-27');
    const idle = (minutes: number) =>
      database().query(`UPDATE session SET seen_at = seen_at - make_interval(mins => $2) WHERE id = $1`, [
        actor.sessionId,
        minutes,
      ]);
    await idle(10);
    expect(await readSession(token, 'test')).toMatchObject({ kind: 'live' });
    await idle(16);
    expect(await readSession(token, 'test')).toMatchObject({ kind: 'locked' });
  });
});

describe('sessions', () => {
  it('are listed and ended: the own ones by anybody, all by the proprietor', async () => {
    const one = await session(locksmith, 'glaze-slip-27');
    const boss = await session(proprietor, 'kiln-ochre-41');
    expect((await readSessions(one.actor)).every(({ personId }) => personId === locksmith.personId)).toBe(
      true,
    );
    expect(await endSessionById(one.actor, boss.actor.sessionId)).toMatchObject(refused(/no such session/));
    expect(await endSessionById(boss.actor, one.actor.sessionId)).toEqual({ ok: true, value: null });
    expect(await readSession(one.token, 'test')).toEqual({ kind: 'none' });
  });
});

describe('people', () => {
  it('are changed by the proprietor only, and one proprietor stays', async () => {
    const somebody = { id: null, name: 'Ilse Brannoway', role: 'trainee', passcode: 'salt-kiln-90' } as const;
    expect(await savePerson(locksmith, somebody)).toMatchObject(refused(/for the proprietor/));
    const added = await savePerson(proprietor, somebody);
    if (!added.ok) throw new Error(JSON.stringify(added.problems));
    const { token } = await session({ ...trainee, personId: added.value.id }, 'salt-kiln-90');
    expect(
      await savePerson(proprietor, { ...somebody, id: added.value.id, role: 'locksmith', passcode: null }),
    ).toMatchObject({ ok: true });
    expect(await readSession(token, 'test')).toEqual({ kind: 'none' });
    expect(await removePerson(proprietor, { id: added.value.id })).toEqual({ ok: true, value: null });
    expect(await signIn(origin, { who: added.value.id, passcode: 'salt-kiln-90' })).toMatchObject({
      ok: false,
    });
    expect(await removePerson(proprietor, { id: proprietor.personId })).toMatchObject(
      refused(/one proprietor at least/),
    );
    expect(
      await savePerson(proprietor, {
        id: proprietor.personId,
        name: 'Imre Pellimoor',
        role: 'locksmith',
        passcode: null,
      }),
    ).toMatchObject(refused(/one proprietor at least/));
  });

  it('two proprietors cannot both step down at once', async () => {
    const added = await savePerson(proprietor, {
      id: null,
      name: 'Oda Varrick',
      role: 'proprietor',
      passcode: 'ash-glaze-77',
    });
    if (!added.ok) throw new Error('expected somebody');
    const both = await Promise.all([
      removePerson(proprietor, { id: added.value.id }),
      removePerson(proprietor, { id: proprietor.personId }),
    ]);
    expect(both.filter(({ ok }) => ok)).toHaveLength(1);
    const left = await database().query(
      `SELECT count(*)::int AS n FROM person WHERE role = 'proprietor' AND left_at IS NULL`,
    );
    expect(left.rows[0]?.n).toBe(1);
    await database().query('UPDATE person SET left_at = NULL WHERE id = $1', [proprietor.personId]);
  });
});

describe('tokens of programs', () => {
  const make = (actor: PersonActor, more: object = {}) =>
    makeToken(actor, {
      name: 'Dealer display',
      role: 'proprietor',
      scopes: ['benches'],
      days: 30,
      ...more,
    } as never);

  it('open their scope, never above whoever made them, until they end or expire', async () => {
    expect(await make(trainee)).toMatchObject(refused(/proprietor or locksmith/));
    const made = await make(locksmith);
    if (!made.ok) throw new Error(JSON.stringify(made.problems));
    const { token } = made.value;
    expect(await readProgram(token, 'benches', { device: 'test', address: '192.0.2.7' })).toMatchObject({
      actor: { kind: 'program', role: 'locksmith' },
    });
    expect(await readProgram(token, 'library', { device: 'test', address: '192.0.2.7' })).toMatchObject({
      status: 403,
    });
    expect(await readProgram(`${token}x`, 'benches', { device: 'test', address: '192.0.2.7' })).toMatchObject(
      { status: 401 },
    );
    const stored = await database().query('SELECT token_hash FROM program_token');
    expect(JSON.stringify(stored.rows)).not.toContain(token);
    await database().query(`UPDATE person SET role = 'trainee' WHERE id = $1`, [locksmith.personId]);
    expect(await readProgram(token, 'benches', { device: 'test', address: '192.0.2.7' })).toMatchObject({
      actor: { role: 'trainee' },
    });
    await database().query(`UPDATE person SET role = 'locksmith' WHERE id = $1`, [locksmith.personId]);
    const [own] = await readTokens(locksmith);
    expect(await endTokenById(locksmith, own?.id ?? '')).toEqual({ ok: true, value: null });
    expect(await readProgram(token, 'benches', { device: 'test', address: '192.0.2.7' })).toMatchObject({
      status: 401,
    });
    const expired = await make(locksmith);
    await database().query(`UPDATE program_token SET expires_at = '2020-01-01'`);
    expect(
      await readProgram(expired.ok ? expired.value.token : '', 'benches', {
        device: 'test',
        address: '192.0.2.7',
      }),
    ).toMatchObject({
      status: 401,
    });
  });

  it('are not guessed: wrong ones are counted by address', async () => {
    const from = { device: 'test', address: '10.9.9.9' };
    const answers = [];
    for (let at = 0; at < 42; at += 1) answers.push(await readProgram(`kilnsman_${at}`, 'benches', from));
    expect(answers.filter((answer) => 'status' in answer && answer.status === 429)).toHaveLength(2);
  });
});

describe('duties', () => {
  it('keep the library from trainees, and audit and code rows for the proprietor', async () => {
    const row = {
      list: 'makes',
      id: null,
      seen: null,
      cells: { name: 'Quellon' },
      source: 'test',
      reason: 'test',
    };
    expect(await saveRow(trainee, row as never)).toMatchObject(refused(/proprietor or locksmith/));
    expect(await readAudit(locksmith, { before: null, action: '' })).toMatchObject(
      refused(/for the proprietor/),
    );
    const audit = await readAudit(proprietor, { before: null, action: 'person.' });
    expect(audit.ok && audit.value.rows.every(({ action }) => action.startsWith('person.'))).toBe(true);
  });

  it('pages the audit by its sequence without a gap', async () => {
    const seen: number[] = [];
    for (let before: number | null = null; ; ) {
      const page = await readAudit(proprietor, { before, action: '' });
      if (!page.ok) throw new Error('expected lines');
      seen.push(...page.value.rows.map(({ seq }) => seq));
      before = page.value.next;
      if (before === null) break;
    }
    expect(seen).toEqual([...seen].sort((a, b) => b - a));
    expect(new Set(seen).size).toBe(seen.length);
    expect(seen.at(-1)).toBe(1);
  });
});

describe('rows of a code series', () => {
  it('leave and come for the proprietor only, each time on record, and come back the same', async () => {
    expect(await exportCodeRows(locksmith, 'Serin T')).toMatchObject(refused(/for the proprietor/));
    expect(await importCodeRows(locksmith, 'Serin T', Buffer.from('number,bitting\n1,111'))).toMatchObject({
      ok: false,
    });
    const out = await exportCodeRows(proprietor, 'Serin T');
    if (!out.ok) throw new Error(JSON.stringify(out.problems));
    expect(out.value.csv.split('\n')).toHaveLength(1502);
    expect(await importCodeRows(proprietor, 'Serin T', Buffer.from(out.value.csv))).toEqual({
      ok: true,
      value: { rows: 1500 },
    });
    expect(await exportCodeRows(proprietor, 'Serin T')).toEqual(out);
    const lines = await database().query(
      `SELECT action FROM audit_line WHERE action LIKE 'codeRows.%' ORDER BY seq`,
    );
    expect(lines.rows.map(({ action }) => action)).toEqual([
      'codeRows.exported',
      'codeRows.imported',
      'codeRows.exported',
    ]);
  });

  it.each([
    ['a row outside the series', 'number,bitting\n999999,222222222222', /Line 2, number: Expected 1 to 1500/],
    ['a bitting of another length', 'number,bitting\n1,22', /Line 2, bitting: Expected 12 depths/],
    ['other columns', 'code,bitting\n1,22', /columns number and bitting/],
    ['an open quote', 'number,bitting\n1,"22', /quote is opened/],
    ['nothing', '', /header row/],
  ])('are refused with %s, and all old ones stay', async (_what, csv, words) => {
    expect(await importCodeRows(proprietor, 'Serin T', Buffer.from(csv))).toMatchObject(refused(words));
    const kept = await exportCodeRows(proprietor, 'Serin T');
    expect(kept.ok && kept.value.csv.split('\n')).toHaveLength(1502);
  });
});

describe('tools and rights', () => {
  it('are followed by the routes at once', async () => {
    const number = await openTestJob(locksmith, 'Merrowdale', {
      year: 2022,
      ignition: 'push',
      why: 'spare',
      working: 1,
    });
    const add = async () =>
      (await viewOf(locksmith, number)).routes.find(({ kind }) => kind === 'add')?.verdict;
    const { vans, platforms } = await readTools(locksmith);
    const coracle = vans[0]?.id ?? '';
    await chooseVan(locksmith, { number, version: 1, vanId: coracle });
    expect(await add()).toEqual({ feasible: true });
    const credits = {
      vanId: coracle,
      name: 'Heddle 3 credits',
      kind: 'paid per use',
      use: 14,
      buy: null,
      expiresOn: null,
    } as const;
    expect(await saveRight(trainee, { ...credits, credits: 0 })).toMatchObject({ ok: false });
    expect(await saveRight(locksmith, { ...credits, credits: 0 })).toMatchObject({ ok: true });
    expect(await add()).toMatchObject({ feasible: false, fact: 'Heddle 3 credits on Coracle are used up.' });
    expect(await saveRight(locksmith, { ...credits, credits: 4, expiresOn: '2027-03-02' })).toMatchObject({
      ok: true,
    });
    expect(await add()).toMatchObject({
      feasible: false,
      fact: expect.stringContaining('expired on Tue 2 Mar'),
    });
    expect(await removeRight(locksmith, { vanId: coracle, name: 'Heddle 3 credits' })).toMatchObject({
      ok: true,
    });
    expect(await add()).toMatchObject({ fact: 'Coracle lacks Heddle 3 credits.' });
    const platformId = platforms.find(({ name }) => name === 'Heddle 3')?.id ?? '';
    const cover = (method: 'add' | 'count', market: string | null, right: string | null = null) => ({
      method,
      market,
      right,
    });
    const change = (rows: ReturnType<typeof cover>[]) =>
      saveCover(locksmith, { vanId: coracle, tool: 'Tidewater tablet', platformId, cover: rows });
    expect(await change([cover('add', 'Continent')])).toMatchObject({ ok: true });
    expect(await add()).toMatchObject({ fact: expect.stringContaining('in Continent only') });
    expect(await change([cover('add', null), cover('add', null)])).toMatchObject(
      refused(/once for each market/),
    );
    expect(await change([cover('add', null, 'No such right')])).toMatchObject(refused(/Add the right/));
    expect(await change([cover('add', 'Atlantis')])).toMatchObject(refused(/no market/));
    expect(await change([cover('add', null)])).toMatchObject({ ok: true });
    expect(await add()).toEqual({ feasible: true });
    expect(
      await saveTool(locksmith, { vanId: proprietor.personId, name: 'x', edition: '1', state: 'frozen' }),
    ).toMatchObject({ ok: false });
  });
});
