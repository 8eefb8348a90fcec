import { beforeAll, describe, expect, it } from 'vitest';
import type { PersonActor, ProgramActor } from '@/core/kinds/actor';
import { listAudit } from '@/data/audit';
import { dropOldRequests } from '@/data/requests-done';
import { database } from '@/usecases/database';
import { openJobOfLine } from '@/usecases/jobs/open-job';
import { makeToken, readProgram } from '@/usecases/people/tokens';
import { addWork, readWorks } from '@/usecases/quote/terms';
import { moveStockOnce } from '@/usecases/shop/stock';
import { viewOf } from '../support/jobs';
import { actorOf, testDatabase } from '../support/test-database';

testDatabase('world');

let locksmith: PersonActor;
let program: ProgramActor;
beforeAll(async () => {
  locksmith = await actorOf('locksmith');
  program = await programOf('locksmith');
});

async function programOf(role: PersonActor['role']): Promise<ProgramActor> {
  const made = await makeToken(locksmith, {
    name: `Desk of a ${role}`,
    role,
    scopes: ['calls', 'works', 'stock'],
    days: 3650,
  });
  if (!made.ok) throw new Error('no token');
  const found = await readProgram(made.value.token, 'calls', { device: 'test', address: '127.0.0.1' });
  if (!('actor' in found)) throw new Error(found.reason);
  return { ...found.actor, at: locksmith.at };
}

let keys = 0;
/** A request with a key of its own. */
const asked = (request: string, key = `key-${++keys}-of-the-test`) => ({ key, request });
const line = '2014 Fenholt Dapplemere spare, one key works, 555 0142, Tansy Cross';
const jobs = async () =>
  Number((await database().query<{ count: string }>('SELECT count(*) FROM job')).rows[0]?.count);

describe('a change that a program asks for', () => {
  it('is done once for its key, however often and however many at once send it', async () => {
    const before = await jobs();
    const same = asked('call');
    const answers = await Promise.all(
      Array.from({ length: 8 }, () => openJobOfLine(program, same, { line })),
    );
    expect(await openJobOfLine(program, same, { line })).toEqual(answers[0]);
    expect(new Set(answers.map((answer) => answer.ok && answer.value.number)).size).toBe(1);
    expect(await jobs()).toBe(before + 1);
    // Another program's key of the same letters is another's.
    expect(await openJobOfLine(await programOf('trainee'), same, { line })).toMatchObject({ ok: true });
    expect(await jobs()).toBe(before + 2);
  });

  it('is refused where its key came with something else, and stores nothing of it', async () => {
    const key = 'the-same-key-again';
    await openJobOfLine(program, asked('one', key), { line });
    const before = await jobs();
    expect(await openJobOfLine(program, asked('another', key), { line })).toMatchObject({
      ok: false,
      problems: [{ field: 'key' }],
    });
    expect(await jobs()).toBe(before);
  });

  it('that was refused keeps nothing, and may be sent again with the same key', async () => {
    const key = 'refused-and-then-right';
    const before = await jobs();
    expect(await openJobOfLine(program, asked('call', key), { line: '2014' })).toMatchObject({ ok: false });
    expect(await jobs()).toBe(before);
    expect(await openJobOfLine(program, asked('call', key), { line })).toMatchObject({ ok: true });
  });

  it('is remembered without its key and without what was asked, and forgotten after its time', async () => {
    const key = 'a-key-that-nobody-reads';
    const opened = await openJobOfLine(program, asked(`call ${line}`, key), { line });
    const kept = async () => JSON.stringify((await database().query('SELECT * FROM request_done')).rows);
    expect(await kept()).not.toContain(key);
    expect(await kept()).not.toContain('0142');
    await dropOldRequests(database(), locksmith.at);
    expect(await openJobOfLine(program, asked(`call ${line}`, key), { line })).toEqual(opened);
    await dropOldRequests(database(), new Date(locksmith.at.getTime() + 1));
    expect(await kept()).toBe('[]');
  });
});

describe('a job that a program opens', () => {
  it('is read from the line as at Call, and says in whose name it was opened', async () => {
    const opened = await openJobOfLine(program, asked('call'), {
      line,
      name: 'Odile Varga',
      note: 'Ring twice',
    });
    if (!opened.ok) throw new Error('not opened');
    expect(opened.value.read).toMatchObject({ make: 'Fenholt', model: 'Dapplemere', year: 2014 });
    const { job } = await viewOf(locksmith, opened.value.number);
    expect(job.openedBy).toBe(`Desk of a locksmith, for ${locksmith.name}`);
    expect(job.call).toMatchObject({
      year: 2014,
      why: 'spare',
      place: 'Tansy Cross',
      name: 'Odile Varga',
      note: 'Ring twice',
      phone: expect.stringContaining('555'),
    });
    expect(job.keys.filter(({ madeHere }) => !madeHere)).toHaveLength(1);
    const [row] = await listAudit(database(), { before: null, action: 'job.opened', most: 1 });
    expect(row).toMatchObject({ who: 'Desk of a locksmith', jobNumber: opened.value.number });
  });

  it('keeps no code of the line, and needs a car', async () => {
    const opened = await openJobOfLine(program, asked('call'), {
      line: 'Fenholt Dapplemere spare code K4471B',
    });
    if (!opened.ok) throw new Error('not opened');
    const { job } = await viewOf(locksmith, opened.value.number);
    expect(job.call.line).not.toContain('K4471B');
    expect(await openJobOfLine(program, asked('call'), { line: 'spare, one key works' })).toMatchObject({
      ok: false,
      problems: [{ field: 'carWords' }],
    });
  });
});

describe('works and stock by a program', () => {
  it('adds a work to those of the job, by the version that was read', async () => {
    const opened = await openJobOfLine(program, asked('call'), { line });
    const number = opened.ok ? opened.value.number : 0;
    const [work] = await readWorks(program);
    const name = work?.name ?? '';
    const add = (version: number, count: number, of = name) =>
      addWork(program, asked('work'), { number, version, name: of, count });
    expect(await add(1, 2)).toMatchObject({ ok: true, value: { version: 2 } });
    expect(await add(1, 1)).toMatchObject({ ok: false, stale: { version: 2 } });
    expect(await add(2, 1)).toMatchObject({ ok: true });
    expect((await viewOf(locksmith, number)).job.terms.works).toEqual([{ name, count: 3 }]);
    expect(await add(3, 18)).toMatchObject({ ok: false, problems: [{ field: 'count' }] });
    expect(await add(3, 1, 'Gold plating')).toMatchObject({ ok: false, problems: [{ field: 'name' }] });
    expect((await viewOf(locksmith, number)).job.version).toBe(3);
  });

  it('books what arrived, where the role may', async () => {
    const arrived = {
      article: 'CHL40-Alder',
      state: 'new',
      grade: 'aftermarket',
      vanId: null,
      reason: 'arrived',
      pieces: 3,
    } as const;
    const first = await moveStockOnce(program, asked('stock'), arrived);
    const lies = first.ok ? first.value.lies : 0;
    expect(await moveStockOnce(program, asked('stock'), arrived)).toMatchObject({
      value: { lies: lies + 3 },
    });
    expect(await moveStockOnce(await programOf('trainee'), asked('stock'), arrived)).toMatchObject({
      ok: false,
    });
    expect(
      await moveStockOnce(program, asked('stock'), { ...arrived, reason: 'used', pieces: lies + 4 }),
    ).toMatchObject({ ok: false, problems: [{ field: 'pieces' }] });
  });
});
