import { beforeAll, expect, it, vi } from 'vitest';
import type { PersonActor } from '@/core/kinds/actor';
import { withCheckDigit } from '@/core/vin/check-digit';
import { runErrands } from '@/usecases/errands/run';
import { recordAuthority } from '@/usecases/jobs/authority';
import { bureau, roadsOf } from '@/usecases/outside';
import { askBureau } from '@/usecases/secrets/bureau';
import { readSecrets } from '@/usecases/secrets/secrets';
import { databaseUrl, withClient } from '../support/databases';
import { openTestJob, viewOf } from '../support/jobs';
import { advancePapers } from '../support/papers';
import { actorOf, testDatabase } from '../support/test-database';

vi.mock(import('@/usecases/outside'), async (original) => {
  const real = await original();
  return {
    bureau: { ...real.bureau, answer: vi.fn(real.bureau.answer) },
    roadsOf: vi.fn(real.roadsOf),
  };
});

const { name } = testDatabase('world');

let locksmith: PersonActor;
beforeAll(async () => {
  locksmith = await actorOf('locksmith');
});
const version = async (number: number) => (await viewOf(locksmith, number)).job.version;

it('asks the bureau while nobody is kept from the job', async () => {
  const vin = withCheckDigit('0HVM15K10JH100042');
  const number = await openTestJob(locksmith, 'Merrowdale', { year: 2018, vin });
  await recordAuthority(locksmith, { number, version: await version(number), ...advancePapers });
  const asked = { number, version: await version(number), kind: 'pinFromVin', about: null } as const;
  expect(await askBureau(locksmith, asked)).toMatchObject({ ok: true });
  vi.mocked(bureau.answer).mockImplementation(async () => {
    // Whoever edits the job meanwhile gets its row: at once, or when the other answer is stored.
    await withClient(databaseUrl('serving', name), async (client) => {
      await client.query('BEGIN');
      await client.query("SET LOCAL lock_timeout = '3s'");
      await client.query('SELECT 1 FROM job WHERE number = $1 FOR UPDATE', [number]);
      await client.query('ROLLBACK');
    });
    return { ok: true, value: '48213' };
  });
  const at = new Date(locksmith.at.getTime() + 30 * 60_000);
  await Promise.all([runErrands({ at }), runErrands({ at })]);
  expect(bureau.answer).toHaveBeenCalledTimes(1);
  const { secrets, enquiries } = await readSecrets(locksmith, (await viewOf(locksmith, number)).job);
  expect(enquiries).toMatchObject([{ state: 'answered' }]);
  expect(secrets).toHaveLength(1);
});

it('builds the road graph once for all the drives of a price', async () => {
  vi.mocked(roadsOf).mockClear();
  const number = await openTestJob(locksmith, 'Merrowdale', { year: 2018 });
  vi.mocked(roadsOf).mockClear();
  const view = await viewOf(locksmith, number);
  expect(view.quote?.snapshot.trip?.minutes).toBeGreaterThan(0);
  expect(roadsOf).toHaveBeenCalledTimes(1);
});
