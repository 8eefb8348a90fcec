import { describe, expect, it } from 'vitest';
import { appendAudit, checkAuditChain } from '@/data/audit';
import type { Db } from '@/data/db';
import { migrate } from '@/data/migrate';
import { database, transact } from '@/usecases/database';
import { systemActor } from '@/usecases/people/sessions';
import { databaseUrl, withClient } from '../support/databases';
import { testDatabase } from '../support/test-database';

const { name } = testDatabase('bare');

const note = (action: string) =>
  transact((db) => appendAudit(db, systemActor('test'), { action, subjectKind: 'shop', subjectId: null }));

describe('the serving role', () => {
  const refused: readonly [string, string][] = [
    ['makes no table', 'CREATE TABLE sneaky (id int)'],
    ['drops nothing', 'DROP TABLE person'],
    ['writes no audit line itself', `INSERT INTO audit_line SELECT * FROM audit_line`],
    ['changes no audit line', `UPDATE audit_line SET device = 'other'`],
    ['removes no audit line', 'DELETE FROM audit_line'],
    [
      'writes no line that is due itself',
      `INSERT INTO audit_due (at, actor_kind, device, action, subject_kind, details)
        SELECT at, actor_kind, device, action, subject_kind, details FROM audit_line`,
    ],
    ['holds back no line that is due', 'DELETE FROM audit_due'],
    ['chains nothing again', 'ALTER TABLE audit_due DISABLE TRIGGER audit_chain'],
    ['deletes no person', 'DELETE FROM person'],
    [
      'replaces no function',
      `CREATE OR REPLACE FUNCTION audit_hash(line audit_line) RETURNS bytea LANGUAGE sql AS 'SELECT NULL::bytea'`,
    ],
  ];
  it.each(refused)('%s', async (_what, sql) => {
    await expect(database().query(sql)).rejects.toThrow(/permission denied|must be owner/);
  });
});

describe('the audit chain', () => {
  it('links every line to the one before, also when lines are written at the same time', async () => {
    await Promise.all(Array.from({ length: 20 }, (_, at) => note(`test.line${at}`)));
    expect(await checkAuditChain(database())).toMatchObject({ lines: 20, lastSeq: 20, brokenAt: undefined });
  });

  it('has a line as soon as its transaction ends, in the order of the ends, and none of one that was undone', async () => {
    const { lines } = await checkAuditChain(database());
    const [first, second, undone] = await Promise.all([1, 2, 3].map(() => database().connect()));
    for (const [at, client] of [first, second, undone].entries()) {
      await client?.query('BEGIN');
      const entry = { action: `test.end${at}`, subjectKind: 'shop', subjectId: null };
      // None of them waits for another, though each has its line.
      await appendAudit(client as unknown as Db, systemActor('test'), entry);
    }
    expect(await checkAuditChain(database())).toMatchObject({ lines });
    await undone?.query('ROLLBACK');
    await second?.query('COMMIT');
    await first?.query('COMMIT');
    for (const client of [first, second, undone]) client?.release();
    expect(await checkAuditChain(database())).toMatchObject({ lines: lines + 2, brokenAt: undefined });
    const { rows } = await database().query<{ action: string }>(
      'SELECT action FROM audit_line WHERE seq > $1 ORDER BY seq',
      [lines],
    );
    expect(rows.map(({ action }) => action)).toEqual(['test.end1', 'test.end0']);
    expect((await database().query('SELECT 1 FROM audit_due')).rows).toEqual([]);
  });

  it('shows the first line that was changed or removed behind its back', async () => {
    await withClient(databaseUrl('migrator', name), (client) =>
      client.query(`UPDATE audit_line SET device = 'other' WHERE seq = 7`),
    );
    expect((await checkAuditChain(database())).brokenAt).toBe(7);
    await withClient(databaseUrl('migrator', name), (client) =>
      client.query(`UPDATE audit_line SET device = 'test' WHERE seq = 7`),
    );
    expect((await checkAuditChain(database())).brokenAt).toBeUndefined();
    await withClient(databaseUrl('migrator', name), (client) =>
      client.query('DELETE FROM audit_line WHERE seq = 12'),
    );
    expect((await checkAuditChain(database())).brokenAt).toBe(13);
  });
});

describe('migrations', () => {
  it('run again without doing anything', async () => {
    await expect(migrate(databaseUrl('migrator', name), 'kilnsman_serving')).resolves.toBeUndefined();
  });
});

describe('a transaction', () => {
  it('leaves nothing behind when its work throws', async () => {
    const before = await checkAuditChain(database());
    await expect(
      transact(async (db) => {
        await appendAudit(db, systemActor('test'), {
          action: 'test.lost',
          subjectKind: 'shop',
          subjectId: null,
        });
        throw new Error('stop here');
      }),
    ).rejects.toThrow('stop here');
    expect((await checkAuditChain(database())).lines).toBe(before.lines);
  });
});
