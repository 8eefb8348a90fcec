import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { PersonActor } from '@/core/kinds/actor';
import { bind } from '@/core/procedure/bind/bind';
import { walkModel } from '@/core/procedure/model/check-model';
import { findBenchPlatform } from '@/data/behaviours';
import { findRowByKey } from '@/data/library/rows';
import { findCauseBook, listProcedures, listProcedureUses } from '@/data/procedures';
import { askTyped } from '@/usecases/benches/ask-in-pool';
import { database } from '@/usecases/database';
import { removeRow, saveRow } from '@/usecases/library/edit-library';
import { readProcedure } from '@/usecases/library/procedures';
import { storeImport } from '@/usecases/library/store-import';
import { closePool } from '@/usecases/pool/lane';
import { setupFor } from '../support/bench-operator';
import { readFileAs } from '../support/files';
import { ProcedureDriver } from '../support/procedure-driver';
import { actorOf, testDatabase } from '../support/test-database';

testDatabase('world');
let actor: PersonActor;
beforeAll(async () => {
  actor = await actorOf('proprietor');
});
afterAll(closePool);

const said = { source: 'Tried at the bench', reason: 'Tried on a car' };
const file = readFileSync(join(import.meta.dirname, '../support/ikat-9.json'), 'utf8');
const hazards = 'Add after the hazards';

type Body = { steps: Record<string, unknown>[]; [name: string]: unknown };

async function save(name: string, change: (body: Body) => object, version: number) {
  const row = await findRowByKey(database(), 'procedures', { name });
  if (!row) throw new Error(`no procedure ${name}`);
  const body = change(JSON.parse(row.cells.body ?? '{}'));
  return saveRow(actor, {
    list: 'procedures',
    id: row.id,
    cells: { ...row.cells, body: JSON.stringify(body), version: String(version) },
    seen: row.cells,
    ...said,
  });
}

const problem = (result: { ok: boolean; problems?: readonly { message: string }[] }) =>
  result.ok ? undefined : result.problems?.[0]?.message;
const withStep = (id: string, fields: object) => (body: Body) => ({
  ...body,
  steps: body.steps.map((step) => (step.id === id ? { ...step, ...fields } : step)),
});

describe('procedures in the library', () => {
  it('lead through every way of the demo world, with what the library knows of causes', async () => {
    const without = await database().query('SELECT 1 FROM platform_method WHERE procedure IS NULL');
    expect(without.rows).toEqual([]);
    const book = await findCauseBook(database());
    expect(book.causes.length).toBeGreaterThan(20);
    expect(book.looks.find(({ name }) => name === 'leads')?.tells).toMatchObject({ looseLead: 0.97 });
    expect(await listProcedureUses(database(), hazards)).toEqual([
      { platform: 'Batten', way: 'add', filledIn: null },
    ]);
  });

  it('are refused where they are wrong, by step; a change takes a new version, and both can be read', async () => {
    expect(problem(await save(hazards, withStep('fifth', { say: 'Hazards off at {blink}' }), 2))).toBe(
      `${hazards}: fifth: Nobody fills in {blink}.`,
    );
    expect(problem(await save(hazards, withStep('begin', { purpose: 'identify' }), 2))).toMatch(
      /begin: At the gate/,
    );
    expect(problem(await save(hazards, withStep('begin', { command: 'start the engine' }), 2))).toMatch(
      /steps\.7\.command/,
    );
    expect(problem(await save(hazards, withStep('fifth', { say: 'Hazards off' }), 1))).toMatch(
      /another content/,
    );
    expect((await save(hazards, withStep('fifth', { say: 'Hazards off' }), 2)).ok).toBe(true);
    const view = await readProcedure(actor, hazards);
    expect(view?.versions.map(({ version }) => version)).toEqual([2, 1]);
  });

  it('hold their parts: one that others use is neither taken away nor left without what they use', async () => {
    const row = await findRowByKey(database(), 'procedures', { name: 'Each starts' });
    const gone = await removeRow(actor, {
      list: 'procedures',
      id: row?.id ?? '',
      seen: row?.cells ?? {},
      ...said,
    });
    expect(problem(gone)).toMatch(/There is no procedure Each starts/);
    const renamed = await save(
      'Each starts',
      (body) => ({ ...body, parameters: { more: { is: 'text', says: 'x' } } }),
      2,
    );
    expect(problem(renamed)).toMatch(/leaves out more/);
    const cause = await findRowByKey(database(), 'causes', { name: 'sameRing' });
    const lost = await removeRow(actor, {
      list: 'causes',
      id: cause?.id ?? '',
      seen: cause?.cells ?? {},
      ...said,
    });
    expect(lost.ok).toBe(false);
  });

  it('agree with the ways that they lead through', async () => {
    const row = await findRowByKey(database(), 'platform-methods', { platform: 'Lappet', kind: 'add' });
    const saved = (cells: Record<string, string>) =>
      saveRow(actor, {
        list: 'platform-methods',
        id: row?.id ?? null,
        cells: { ...row?.cells, ...cells },
        seen: row?.cells ?? {},
        ...said,
      });
    expect(problem(await saved({ arguments: 'seconds=45' }))).toBe('Lappet, add: sign is left out.');
    expect(problem(await saved({ procedure: 'Keys in hand' }))).toMatch(/part of others/);
    expect(problem(await saved({ needs_pin: 'yes' }))).toMatch(
      /wants a PIN that the procedure does not give/,
    );
  });
});

describe('what is wrong with a procedure is asked of the API', () => {
  const ask = (body: object) =>
    askTyped('procedure', { actor, input: { name: hazards, body: body as Record<string, unknown> } });

  it('by step, whether its form or where it leads is wrong', async () => {
    const body = (await listProcedures(database()))[hazards];
    if (!body) throw new Error('no procedure');
    expect(await ask(body)).toEqual({ ok: true, value: { problems: [], steps: 24 } });
    const misled = {
      ...body,
      steps: body.steps.map((step) => (step.id === 'open' ? { ...step, next: 'nowhere' } : step)),
    };
    expect(await ask(misled)).toEqual({
      ok: true,
      value: {
        problems: [{ step: 'open', field: null, message: 'It leads to nowhere, which does not exist.' }],
        steps: null,
      },
    });
    const formless = {
      ...body,
      steps: body.steps.map((step) => (step.id === 'open' ? { ...step, hands: 'three' } : step)),
    };
    expect(await ask(formless)).toEqual({
      ok: true,
      value: {
        problems: [{ step: 'open', field: 'hands', message: 'Expected both, one or none.' }],
        steps: null,
      },
    });
  });

  it('and one that grows beyond all bounds is told so soon', async () => {
    const part = (name: string) =>
      Array.from({ length: 80 }, (_, at) => ({ kind: 'use', id: `u${at}`, procedure: name }));
    const body = {
      about: 'x',
      way: null,
      parameters: {},
      restores: {},
      steps: part('Before an erase'),
      ends: [{ id: 'done', kind: 'success', say: 'x' }],
    };
    const answer = await ask(body);
    expect(answer.ok).toBe(true);
    const own = { ...body, steps: part(hazards) };
    expect((await ask(own)).ok && (await ask(own))).toMatchObject({ value: { steps: null } });
  });
});

describe('a platform and a procedure of files that no code names', () => {
  it('come in together, are walked through every state, and learn a key', async () => {
    const read = await readFileAs(actor, 'library', file);
    expect(read.preview).toMatchObject({ refused: 0, problems: [] });
    expect((await storeImport(actor, read.id, {})).ok).toBe(true);
    const platform = await findBenchPlatform(database(), 'Ikat 9');
    if (!platform) throw new Error('no platform');
    const setup = setupFor(platform, 'add');
    const bound = bind(await listProcedures(database()), 'Visor and reader', {
      way: 'add',
      plan: { known: [1], learn: [2] },
      values: { seconds: '33', leads: 'Socket lead', article: platform.behaviour.chips[0] ?? '' },
    });
    if (!bound) throw new Error('no procedure');
    const walked = walkModel(platform, bound, [setup], { retries: 1, mostStates: 100_000 });
    expect([walked.succeeds, walked.wrong]).toEqual([true, []]);
    const driver = new ProcedureDriver(platform, bound, setup, await findCauseBook(database()));
    expect(await driver.goes()).toBe('done');
    expect(driver.worked).toBe(true);
  });

  it('are refused at their line where the procedure names what is not there', async () => {
    const read = await readFileAs(
      actor,
      'library',
      file.replace('"procedure": "PIN to the tool"', '"procedure": "PIN by magic"'),
    );
    expect(read.preview?.problems).toMatchObject([
      {
        list: 'procedures',
        line: 1,
        column: 'body',
        reason: 'Visor and reader: pin: There is no procedure PIN by magic.',
      },
    ]);
  });
});
