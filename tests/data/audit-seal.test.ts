import { randomBytes } from 'node:crypto';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeEach, describe, expect, it } from 'vitest';
import { appendAudit } from '@/data/audit';
import { auditWords, checkAudit, sealAudit } from '@/usecases/audit/audit-seal';
import { database } from '@/usecases/database';
import { systemActor } from '@/usecases/people/sessions';
import { rotateVault } from '@/usecases/vault/rotate-vault';
import { databaseUrl, withClient } from '../support/databases';
import { testDatabase } from '../support/test-database';

const { name } = testDatabase('world');
const folder = mkdtempSync(join(tmpdir(), 'kilnsman-seals-'));
const file = join(folder, 'audit.seals');
process.env.KILNSMAN_SEAL_FILE = file;
afterAll(() => rmSync(folder, { recursive: true, force: true }));

const asOwner = (sql: string) => withClient(databaseUrl('migrator', name), (client) => client.query(sql));
const note = (action: string) =>
  appendAudit(database(), systemActor('test'), { action, subjectKind: 'shop', subjectId: null });
const words = async () => auditWords(await checkAudit());

/** The chain from a line on, written anew by somebody who owns the schema: every hash and link fits. */
const rewriteFrom = (seq: number) =>
  asOwner(`DO $$ DECLARE line audit_line; BEGIN
    UPDATE audit_line SET device = 'rewritten' WHERE seq = ${seq};
    FOR line IN SELECT * FROM audit_line WHERE seq >= ${seq} ORDER BY seq LOOP
      line.previous_hash := coalesce((SELECT hash FROM audit_line WHERE seq = line.seq - 1), ''::bytea);
      line.hash := audit_hash(line);
      UPDATE audit_line SET previous_hash = line.previous_hash, hash = line.hash WHERE seq = line.seq;
    END LOOP;
  END $$`);

let sealed = 0;
beforeEach(async () => {
  await note('test.one');
  await note('test.two');
  sealed = (await sealAudit())?.seq ?? 0;
});

describe('the sealed audit chain', () => {
  it('fits, whoever sealed it and how often', async () => {
    const again = await Promise.all([sealAudit(), sealAudit(), sealAudit()]);
    expect(again.map((seal) => seal?.seq)).toEqual([sealed, sealed, sealed]);
    expect(await words()).toEqual({
      ok: true,
      lines: [`The chain of ${sealed} lines fits, and is sealed up to line ${sealed}.`],
    });
    const lines = readFileSync(file, 'utf8').trim().split('\n');
    expect(lines.filter((line) => JSON.parse(line).seq === sealed)).toHaveLength(1);
  });

  it('shows a tail that was cut off, also where the seals of the database went with it', async () => {
    await asOwner(`DELETE FROM audit_line WHERE seq > ${sealed - 2}`);
    await asOwner(`DELETE FROM audit_seal WHERE seq > ${sealed - 2}`);
    expect(await words()).toEqual({
      ok: false,
      lines: [`Lines ${sealed - 1} to ${sealed} were sealed and are missing at the end.`],
    });
    // Other lines written in their place do not fit either.
    for (const at of [1, 2, 3]) await note(`test.other${at}`);
    expect((await words()).lines.join()).toMatch(new RegExp(`Line ${sealed} is not the one that was sealed`));
    rmSync(file);
    await asOwner('DELETE FROM audit_seal');
  });

  it('shows a chain that was rewritten from some line on, although every link fits', async () => {
    for (const at of [1, 2, 3]) {
      await note(`test.more${at}`);
      await sealAudit();
    }
    await rewriteFrom(sealed + 2);
    const report = await checkAudit();
    expect(report.brokenAt).toBeUndefined();
    expect(report).toMatchObject({ rewrittenAt: sealed + 2, rewrittenAfter: sealed + 1, missing: undefined });
    rmSync(file);
    await asOwner('DELETE FROM audit_seal');
  });

  it('shows seals that were forged, and says where none is left', async () => {
    await asOwner(`UPDATE audit_seal SET mac = '\\x00' WHERE seq = ${sealed}`);
    expect((await checkAudit()).forged).toEqual([sealed]);
    const seal = JSON.parse(readFileSync(file, 'utf8').trim().split('\n').at(-1) ?? '{}');
    writeFileSync(file, `not a seal\n${JSON.stringify({ ...seal, seq: 9_000, mac: 'ff' })}\n`);
    expect((await checkAudit()).forged).toEqual([sealed, 9_000]);
    rmSync(file);
    await asOwner('DELETE FROM audit_seal');
    expect((await words()).lines).toEqual([
      'No seal can be read: a tail that was cut off would not be noticed.',
    ]);
  });

  it('is sealed under the new key when the vault key is changed', async () => {
    const old = process.env.KILNSMAN_VAULT_KEY ?? '';
    process.env.KILNSMAN_VAULT_KEY = `${old},${randomBytes(32).toString('base64')}`;
    await rotateVault(() => {});
    const seal = await sealAudit();
    process.env.KILNSMAN_VAULT_KEY = process.env.KILNSMAN_VAULT_KEY.split(',')[1] ?? '';
    const report = await checkAudit();
    expect(report).toMatchObject({ sealedTo: seal?.seq, forged: [] });
    expect(report.unknownKeys).toBeGreaterThan(0);
    expect(auditWords(report).ok).toBe(true);
  });

  it('cannot be resealed or cleared by the serving role', async () => {
    await expect(database().query('DELETE FROM audit_seal')).rejects.toThrow(/permission denied/);
    await expect(database().query("UPDATE audit_seal SET mac = '\\x00'")).rejects.toThrow(
      /permission denied/,
    );
  });
});
