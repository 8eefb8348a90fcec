import { v7 as uuid } from 'uuid';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { PersonActor } from '@/core/kinds/actor';
import { chooseCandidate } from '@/usecases/jobs/decide';
import { readRemoteBench, writeRemote } from '@/usecases/jobs/write-remote';
import { closePool } from '@/usecases/pool/lane';
import { openTestJob, viewOf } from '../support/jobs';
import { actorOf, testDatabase } from '../support/test-database';

testDatabase('world');
let actor: PersonActor;
let number = 0;
beforeAll(async () => {
  actor = await actorOf('locksmith');
  number = await openTestJob(actor, 'Merrowdale', { year: 2018, ignition: 'push' });
  const { candidates, job } = await viewOf(actor, number);
  const applicationId = candidates[0]?.application.id ?? '';
  await chooseCandidate(actor, { number, version: job.version, applicationId, reason: 'likeliest' });
});
afterAll(closePool);

const write = async (more: Partial<Parameters<typeof writeRemote>[1]> = {}) => {
  const { job } = await viewOf(actor, number);
  return writeRemote(actor, {
    number,
    id: uuid(),
    basedOn: job.lastSeq,
    universal: 'UNI-8',
    freshCell: true,
    ...more,
  });
};

describe('a universal remote at the bench', () => {
  it('is offered where one has a profile for the remote of the car, with what it lacks', async () => {
    const { application } = await viewOf(actor, number);
    expect(await readRemoteBench(application)).toMatchObject({
      remote: 'REM-5530',
      choices: [{ universal: 'UNI-8', profile: 'H44' }, { universal: 'UNI-9' }],
    });
    expect(await readRemoteBench(undefined)).toBeNull();
  });

  it('is written and read back, and kept with the job; the same id sent again writes no second one', async () => {
    const id = uuid();
    let first = await write({ id });
    // The stand-in falls asleep now and then: once more, as somebody at the bench would.
    for (let tries = 0; tries < 5 && !first.ok; tries += 1) first = await write({ id });
    expect(first.ok).toBe(true);
    const { job } = await viewOf(actor, number);
    expect(job.log.remotes).toMatchObject([
      { universal: 'UNI-8', remote: 'REM-5530', profile: 'H44', freshCell: true },
    ]);
    expect(job.log.remotes[0]?.readBack).toMatch(/^H44\??$/);
    let again = await write({ id });
    for (let tries = 0; tries < 5 && !again.ok; tries += 1) again = await write({ id });
    expect(again).toMatchObject({ ok: true, value: { repeated: true } });
    expect((await viewOf(actor, number)).job.log.remotes).toHaveLength(1);
  });

  it('is refused where it has no profile for the car, or the job is not there', async () => {
    expect(await write({ universal: 'UNI-3' })).toMatchObject({
      ok: false,
      problems: [{ field: 'universal' }],
    });
    expect((await write({ number: 999_999 })).ok).toBe(false);
  });
});
