import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { PersonActor } from '@/core/kinds/actor';
import { backUpNow, readBackups, setBackupPlan } from '@/usecases/archive/backups';
import { checkBackup, exportArchive } from '@/usecases/archive/export-archive';
import { database } from '@/usecases/database';
import { readHealthReport, reportForMonitor } from '@/usecases/health-report';
import { actorOf, testDatabase } from '../support/test-database';

testDatabase('world');
const folder = mkdtempSync(join(tmpdir(), 'kilnsman-health-'));
process.env.KILNSMAN_BACKUP_FOLDER = folder;
afterAll(() => rmSync(folder, { recursive: true, force: true }));

let proprietor: PersonActor;
let locksmith: PersonActor;
beforeAll(async () => {
  proprietor = await actorOf('proprietor');
  locksmith = await actorOf('locksmith');
});

const part = async (name: string) => {
  const report = await readHealthReport(proprietor);
  return report.ok ? reportForMonitor(report.value).parts[name] : undefined;
};

describe('health', () => {
  it('is for the proprietor, and says every part in words', async () => {
    expect(await readHealthReport(locksmith)).toMatchObject({ ok: false });
    expect(await part('database')).toMatchObject({
      state: 'fine',
      words: expect.stringMatching(/^Answers in \d+ ms/),
    });
    expect(await part('versions')).toMatchObject({
      state: 'fine',
      words: expect.stringMatching(/schema \d{4}_/),
    });
    expect(await part('backups')).toMatchObject({
      state: 'look',
      words: expect.stringContaining('There is none'),
    });
  });

  it('follows from what was written away and what was asked for', async () => {
    expect(await backUpNow(locksmith)).toMatchObject({ ok: false });
    expect(await setBackupPlan(locksmith, { at: '03:00', keep: 2 })).toMatchObject({ ok: false });
    expect(await setBackupPlan(proprietor, { at: '03:00', keep: 2 })).toMatchObject({ ok: true });
    for (let time = 0; time < 3; time += 1) expect(await backUpNow(proprietor)).toMatchObject({ ok: true });
    const { files, runs, plan } = await readBackups(proprietor);
    expect([files.length, runs.length, plan]).toEqual([2, 3, { at: '03:00', keep: 2 }]);
    expect(await part('backups')).toMatchObject({
      state: 'fine',
      words: expect.stringMatching(/^The last one is (less than a minute|\d+ min) old; 2 kept\.$/),
    });
    const [newest] = files;
    expect(await checkBackup(proprietor, { name: newest?.name ?? '' })).toMatchObject({ ok: true });
    expect(await checkBackup(proprietor, { name: 'kilnsman-2020-01-01T0300.zip' })).toMatchObject({
      ok: false,
    });
    expect(await checkBackup(locksmith, { name: newest?.name ?? '' })).toMatchObject({ ok: false });
    expect(await exportArchive(locksmith)).toMatchObject({ ok: false });
  });

  it('tells an errand that nobody does', async () => {
    await database().query(
      "INSERT INTO errand (id, kind, due_at, state) SELECT gen_random_uuid(), 'codeService', '2020-01-01', 'waiting'",
    );
    expect(await part('errands')).toMatchObject({
      state: 'wrong',
      words: expect.stringContaining('1 of 1 are late'),
    });
  });
});
