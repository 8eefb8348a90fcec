import { randomBytes } from 'node:crypto';
import { v7 as uuid } from 'uuid';
import { afterEach, beforeAll, describe, expect, it } from 'vitest';
import type { BureauKind } from '@/core/authority/bureau';
import type { SecretRef } from '@/core/authority/secrets';
import { formatBitting } from '@/core/catalogue/bitting';
import type { PersonActor } from '@/core/kinds/actor';
import { withCheckDigit } from '@/core/vin/check-digit';
import { database } from '@/usecases/database';
import { runErrands } from '@/usecases/errands/run';
import { readHealth } from '@/usecases/health';
import { recordAuthority, refuseJob } from '@/usecases/jobs/authority';
import { chooseCandidate } from '@/usecases/jobs/decide';
import { closeJob } from '@/usecases/jobs/record';
import { askBureau } from '@/usecases/secrets/bureau';
import { applyRetention, clockTrouble } from '@/usecases/secrets/retention';
import { bittingOfCode, keepSecret, lookAtSecret, readSecrets } from '@/usecases/secrets/secrets';
import { prepareVault } from '@/usecases/vault/prepare-vault';
import { rotateVault } from '@/usecases/vault/rotate-vault';
import { databaseUrl, withClient } from '../support/databases';
import { attemptContent, openTestJob, sendEvent, viewOf } from '../support/jobs';
import { advancePapers, onSitePapers } from '../support/papers';
import { applyRetentionTwice, clocksAt } from '../support/retention';
import { actorOf, testDatabase } from '../support/test-database';

const { name } = testDatabase('world');

let locksmith: PersonActor;
let trainee: PersonActor;
beforeAll(async () => {
  locksmith = await actorOf('locksmith');
  trainee = await actorOf('trainee');
});

const edit = async (number: number) => ({ number, version: (await viewOf(locksmith, number)).job.version });
const refsOf = async (number: number): Promise<readonly SecretRef[]> =>
  (await readSecrets(locksmith, (await viewOf(locksmith, number)).job)).secrets;
const refusedWith = (words: RegExp) => ({ ok: false, problems: [{ message: expect.stringMatching(words) }] });
const later = (minutes: number): PersonActor => ({
  ...locksmith,
  at: new Date(locksmith.at.getTime() + minutes * 60_000),
});

async function identified(vin: string | null = null): Promise<number> {
  const number = await openTestJob(locksmith, 'Merrowdale', {
    year: 2018,
    ignition: 'push',
    ...(vin && { vin }),
  });
  const view = await viewOf(locksmith, number);
  const applicationId = view.candidates[0]?.application.id ?? '';
  await chooseCandidate(locksmith, { ...(await edit(number)), applicationId, reason: 'likeliest' });
  return number;
}

const withPapers = async (
  number: number,
  papers: typeof onSitePapers | typeof advancePapers = advancePapers,
) => recordAuthority(locksmith, { ...(await edit(number)), ...papers });

async function keepPin(number: number, value: string): Promise<string> {
  await keepSecret(locksmith, { ...(await edit(number)), kind: 'pin', source: 'customer', value });
  return (await refsOf(number)).at(-1)?.id ?? '';
}

describe('a secret of a job', () => {
  it('is sealed from the call on, and nowhere in the database as it was said', async () => {
    const number = await openTestJob(locksmith, 'Merrowdale', { keyCode: 'CANARY8841' });
    expect(await refsOf(number)).toMatchObject([
      { kind: 'keyCode', number: 1, source: 'customer', destroyed: false },
    ]);
    await withClient(databaseUrl('superuser', name), async (client) => {
      const tables = await client.query<{ name: string }>(
        `SELECT c.relname AS name FROM pg_class c JOIN pg_namespace n ON n.oid = c.relnamespace
         WHERE n.nspname = 'public' AND c.relkind = 'r'`,
      );
      for (const { name: table } of tables.rows) {
        const found = await client.query(
          `SELECT count(*)::int AS hits FROM ${client.escapeIdentifier(table)} t WHERE strpos(t::text, 'CANARY8841') > 0
             OR strpos(t::text, '${Buffer.from('CANARY8841').toString('hex')}') > 0`,
        );
        expect(found.rows[0]?.hits, table).toBe(0);
      }
    });
  });

  it('is shown only with papers, each look on record before the value', async () => {
    const number = await openTestJob(locksmith, 'Merrowdale');
    const id = await keepPin(number, '48213');
    const looks = async () =>
      (
        await database().query(
          `SELECT count(*)::int AS n FROM audit_line WHERE action = 'secret.seen' AND details->>'secret' = $1`,
          [id],
        )
      ).rows[0]?.n;
    expect(await lookAtSecret(locksmith, { number, id })).toMatchObject(refusedWith(/record at Prepare/));
    expect(await looks()).toBe(0);
    await withPapers(number);
    expect(await lookAtSecret(locksmith, { number, id })).toEqual({ ok: true, value: { value: '48213' } });
    expect(await lookAtSecret(trainee, { number, id })).toMatchObject(
      refusedWith(/a trainee needs a second person/),
    );
    expect(await looks()).toBe(1);
    const audit = await database().query(`SELECT details::text FROM audit_line`);
    expect(JSON.stringify(audit.rows)).not.toContain('48213');
  });

  it('is not shown through another job, by a guessed id, or after a refusal', async () => {
    const [number, other] = [
      await openTestJob(locksmith, 'Merrowdale'),
      await openTestJob(locksmith, 'Merrowdale'),
    ];
    const id = await keepPin(number, '59120');
    await withPapers(other);
    expect(await lookAtSecret(locksmith, { number: other, id })).toMatchObject(refusedWith(/no such secret/));
    expect(await lookAtSecret(locksmith, { number, id: uuid() })).toMatchObject(
      refusedWith(/no such secret/),
    );
    await withPapers(number);
    await refuseJob(locksmith, { ...(await edit(number)), reason: 'The papers were not his' });
    expect(await lookAtSecret(locksmith, { number, id })).toMatchObject(refusedWith(/stay sealed/));
  });

  it('is not taken by socket or lock before person, papers and plate', async () => {
    const number = await openTestJob(locksmith, 'Merrowdale');
    const keep = async (source: 'obdSocket' | 'lock' | 'dealer') =>
      keepSecret(locksmith, { ...(await edit(number)), kind: 'pin', source, value: '77120' });
    expect(await keep('dealer')).toMatchObject(refusedWith(/at Prepare/));
    await withPapers(number);
    expect(await keep('dealer')).toMatchObject({ ok: true });
    expect(await keep('obdSocket')).toMatchObject(refusedWith(/On site/));
    expect(await keep('lock')).toMatchObject(refusedWith(/On site/));
    await withPapers(number, onSitePapers);
    expect(await keep('obdSocket')).toMatchObject({ ok: true });
  });

  it('is refused in every free text of the job, in groups too, with its name and without what it says', async () => {
    const number = await openTestJob(locksmith, 'Merrowdale');
    await keepPin(number, '61734');
    await withPapers(number, onSitePapers);
    const refused = refusedWith(/PIN 1 of this job/);
    expect(
      await closeJob(locksmith, {
        ...(await edit(number)),
        outcome: 'notDone',
        reason: 'PIN 61 734 did not work',
      }),
    ).toMatchObject(refused);
    const answer = await sendEvent(
      locksmith,
      number,
      'attemptRecorded',
      attemptContent('add', { result: 'failed', reason: 'with 61734' }),
    );
    expect(answer).toMatchObject(refused);
    expect(JSON.stringify(answer)).not.toContain('61734');
    const kept = await database().query('SELECT reason FROM job_event_refused');
    expect(JSON.stringify(kept.rows)).not.toContain('61734');
    expect(
      await sendEvent(
        locksmith,
        number,
        'attemptRecorded',
        attemptContent('add', { secretIds: [(await refsOf(number))[0]?.id], pinFrom: 'customer' }),
      ),
    ).toMatchObject({ ok: true });
  });

  it('cannot be read when its ciphertext is swapped with another', async () => {
    const [one, two] = [
      await openTestJob(locksmith, 'Merrowdale'),
      await openTestJob(locksmith, 'Merrowdale'),
    ];
    const ids = [await keepPin(one, '11223'), await keepPin(one, '33445'), await keepPin(two, '55667')];
    await withPapers(one);
    await withPapers(two);
    const swap = (a: string | undefined, b: string | undefined) =>
      withClient(databaseUrl('superuser', name), (client) =>
        client.query(
          `UPDATE envelope e SET body = o.body FROM envelope o WHERE (e.id, o.id) IN (($1::uuid, $2::uuid), ($2::uuid, $1::uuid))`,
          [a, b],
        ),
      );
    await swap(ids[0], ids[1]);
    await expect(lookAtSecret(locksmith, { number: one, id: ids[0] ?? '' })).rejects.toThrow();
    await swap(ids[0], ids[1]);
    expect(await lookAtSecret(locksmith, { number: one, id: ids[0] ?? '' })).toMatchObject({ ok: true });
    await swap(ids[0], ids[2]);
    await expect(lookAtSecret(locksmith, { number: two, id: ids[2] ?? '' })).rejects.toThrow();
    await swap(ids[0], ids[2]);
  });

  it('cannot be changed or removed by the serving role', async () => {
    await expect(database().query(`UPDATE envelope SET kind = 'pin'`)).rejects.toThrow(/permission denied/);
    await expect(database().query('DELETE FROM envelope')).rejects.toThrow(/permission denied/);
    await expect(database().query('DELETE FROM data_key')).rejects.toThrow(/permission denied/);
  });
});

describe('the bureau', () => {
  const vin = withCheckDigit('0HVM15K10JH100042');

  const ask = async (number: number, kind: BureauKind, about: string | null = null) =>
    askBureau(locksmith, { ...(await edit(number)), kind, about });

  it('answers behind the gate only, after its minutes, once, and for its fee', async () => {
    const number = await identified(vin);
    expect(await ask(number, 'pinFromVin')).toMatchObject(refusedWith(/PIN by VIN: record at Prepare/));
    await withPapers(number);
    expect(await ask(number, 'pinFromVin')).toMatchObject({ ok: true });
    await runErrands({ at: locksmith.at });
    const view = async () => readSecrets(locksmith, (await viewOf(locksmith, number)).job);
    expect((await view()).enquiries).toMatchObject([{ state: 'waiting', feeMinor: 3200 }]);
    await Promise.all([runErrands({ at: later(30).at }), runErrands({ at: later(30).at })]);
    const { enquiries, secrets } = await view();
    expect(enquiries).toHaveLength(1);
    expect(['answered', 'failed']).toContain(enquiries[0]?.state);
    expect(secrets).toHaveLength(enquiries[0]?.state === 'answered' ? 1 : 0);
  });

  it('wants a VIN, and a key code for a bitting', async () => {
    const number = await identified();
    await withPapers(number);
    expect(await ask(number, 'pinFromVin')).toMatchObject(refusedWith(/note it at Call/));
    expect(await ask(number, 'bittingFromCode')).toMatchObject(refusedWith(/Choose the key code/));
    const pin = await keepPin(number, '90817');
    expect(await ask(number, 'bittingFromCode', pin)).toMatchObject(
      refusedWith(/Choose a key code of the job/),
    );
  });

  it('is not paid for a VIN of another make or one that fails its check digit; a code needs none', async () => {
    for (const doubtful of [withCheckDigit('0EST5K1X0JH100042'), vin.replace('100042', '100043')]) {
      const number = await identified(doubtful);
      await withPapers(number);
      expect(await ask(number, 'pinFromVin')).toMatchObject(
        refusedWith(/The code service is not paid for it/),
      );
      expect(await ask(number, 'codeFromVin')).toMatchObject(
        refusedWith(/The code service is not paid for it/),
      );
      expect(await ask(number, 'bittingFromCode')).toMatchObject(refusedWith(/Choose the key code/));
      expect((await readSecrets(locksmith, (await viewOf(locksmith, number)).job)).enquiries).toEqual([]);
    }
  });

  it('gives the bitting that the code series has, as the shop’s own rows do', async () => {
    const number = await identified();
    await withPapers(number);
    const series = await database().query<{ prefix: string; number: number; bitting: number[] }>(
      `SELECT s.prefix, r.number, r.bitting FROM application a JOIN blank b ON b.article = a.blank
       JOIN code_series s ON s.keyway_id = b.keyway_id JOIN code_row r ON r.series_id = s.id
       WHERE a.id = $1 ORDER BY s.name, r.number OFFSET 700 LIMIT 1`,
      [(await viewOf(locksmith, number)).job.applicationId],
    );
    const [row] = series.rows;
    await keepSecret(locksmith, {
      ...(await edit(number)),
      kind: 'keyCode',
      source: 'customer',
      value: `${row?.prefix} ${row?.number}`,
    });
    const [code] = await refsOf(number);
    expect(await bittingOfCode(locksmith, { ...(await edit(number)), about: code?.id ?? '' })).toMatchObject({
      ok: true,
    });
    expect(await ask(number, 'bittingFromCode', code?.id ?? null)).toMatchObject({ ok: true });
    await runErrands({ at: later(30).at });
    const seen = [];
    for (const { id, kind } of await refsOf(number)) {
      const looked = await lookAtSecret(locksmith, { number, id });
      if (kind === 'bitting' && looked.ok) seen.push(looked.value.value);
    }
    expect(seen[0]).toBe(formatBitting(row?.bitting ?? []));
    expect(new Set(seen).size).toBe(1);
  });
});

describe('the vault key', () => {
  const before = process.env.KILNSMAN_VAULT_KEY;
  afterEach(() => {
    process.env.KILNSMAN_VAULT_KEY = before;
  });
  const another = () => randomBytes(32).toString('base64');

  it('is refused by name where it is another one, and nothing can be read with it', async () => {
    const number = await openTestJob(locksmith, 'Merrowdale');
    const id = await keepPin(number, '70615');
    await withPapers(number);
    process.env.KILNSMAN_VAULT_KEY = another();
    expect(await prepareVault()).toMatchObject({
      kind: 'refused',
      message: expect.stringMatching(/not the one of this database/),
    });
    await expect(lookAtSecret(locksmith, { number, id })).rejects.toThrow(/not at hand/);
    process.env.KILNSMAN_VAULT_KEY = 'short';
    await expect(prepareVault()).rejects.toThrow(/expected a vault key of 32 bytes in base64, got \d+ bytes/);
  });

  it('is changed for all jobs, goes on after a stop half-way, and the old one opens nothing afterwards', async () => {
    const jobs: [number, string][] = [];
    for (let at = 0; at < 3; at += 1) {
      const number = await openTestJob(locksmith, 'Merrowdale');
      jobs.push([number, await keepPin(number, `8000${at}`)]);
      await withPapers(number);
    }
    const next = another();
    process.env.KILNSMAN_VAULT_KEY = `${before},${next}`;
    await expect(
      rotateVault(() => {
        throw new Error('pulled the plug');
      }),
    ).rejects.toThrow('pulled the plug');
    for (const [number, id] of jobs)
      expect(await lookAtSecret(locksmith, { number, id })).toMatchObject({ ok: true });
    await rotateVault();
    process.env.KILNSMAN_VAULT_KEY = next;
    expect(await prepareVault()).toEqual({ kind: 'ready' });
    for (const [at, [number, id]] of jobs.entries())
      expect(await lookAtSecret(locksmith, { number, id })).toEqual({
        ok: true,
        value: { value: `8000${at}` },
      });
    process.env.KILNSMAN_VAULT_KEY = before;
    expect(await prepareVault()).toMatchObject({ kind: 'refused' });
    process.env.KILNSMAN_VAULT_KEY = `${next},${before}`;
    await rotateVaultBack(before ?? '');
  });

  /** Later tests of this file find the key they began with. */
  async function rotateVaultBack(old: string): Promise<void> {
    await withClient(databaseUrl('superuser', name), (client) =>
      client.query(
        `DELETE FROM vault_key WHERE state = 'past' AND NOT EXISTS (SELECT FROM data_key d WHERE d.fingerprint = vault_key.fingerprint)`,
      ),
    );
    await rotateVault();
    process.env.KILNSMAN_VAULT_KEY = old;
    expect(await prepareVault()).toEqual({ kind: 'ready' });
  }
});

describe('retention', () => {
  it('destroys the key to the secrets of a closed job, then its names, and leaves open jobs alone', async () => {
    const [closed, open] = [
      await openTestJob(locksmith, 'Merrowdale', { name: 'Ines Corvo', phone: '555-0101' }),
      await openTestJob(locksmith, 'Merrowdale', { name: 'Bram Ode' }),
    ];
    const [id, kept] = [await keepPin(closed, '40404'), await keepPin(open, '50505')];
    await withPapers(closed, onSitePapers);
    await withPapers(open, onSitePapers);
    await closeJob(locksmith, { ...(await edit(closed)), outcome: 'notDone', reason: 'The part is late' });
    const age = (days: number) =>
      withClient(databaseUrl('superuser', name), (client) =>
        client.query(
          `UPDATE job SET closed_at = $2::timestamptz - make_interval(days => $3) WHERE number = $1`,
          [closed, locksmith.at, days],
        ),
      );
    await age(89);
    await applyRetentionTwice(locksmith.at);
    expect(await lookAtSecret(locksmith, { number: closed, id })).toMatchObject({ ok: true });
    await age(91);
    await applyRetentionTwice(locksmith.at);
    expect(await lookAtSecret(locksmith, { number: closed, id })).toMatchObject(
      refusedWith(/key to it was destroyed/),
    );
    expect((await refsOf(closed))[0]).toMatchObject({ destroyed: true });
    expect((await viewOf(locksmith, closed)).job.call.name).toBe('Ines Corvo');
    await age(731);
    await applyRetentionTwice(locksmith.at);
    const { job } = await viewOf(locksmith, closed);
    expect(job.call).toMatchObject({ name: null, phone: null, note: null });
    expect(job.authority[0]).toMatchObject({ holderName: null, signature: null, identityLast: null });
    expect((await viewOf(locksmith, open)).job.call.name).toBe('Bram Ode');
    expect(await lookAtSecret(locksmith, { number: open, id: kept })).toMatchObject({ ok: true });
  });

  const days = (count: number) => new Date(locksmith.at.getTime() + count * 86_400_000);

  it.each([
    ['clocks that agree', 0, 0, 0, undefined],
    ['a clock that is two years ahead of the database', 730, 0, 730, /minutes apart/],
    ['a clock that is behind the audit', 0, 0, 400, /behind the newest line/],
    ['both clocks two years ahead of the audit', 730, 730, 0, /730 days after the newest line/],
    ['a shop that rested six weeks', 42, 42, 0, undefined],
  ])('with %s', (_what, at, databaseAt, newestAuditAt, words) => {
    const found = clockTrouble(
      { at: days(at), databaseAt: days(databaseAt), newestAuditAt: days(newestAuditAt) },
      false,
    );
    if (words) expect(found).toMatch(words);
    else expect(found).toBeUndefined();
  });

  it('with a simulated clock compares the newest audit line only', () => {
    const clocks = { at: days(3), databaseAt: new Date(), newestAuditAt: days(0) };
    expect(clockTrouble(clocks, true)).toBeUndefined();
    expect(clockTrouble({ ...clocks, at: days(90) }, true)).toMatch(/90 days after/);
  });

  it('does nothing on a jump and says so at Health; what is due is destroyed at a second look only, and not where the first one erred', async () => {
    const number = await openTestJob(locksmith, 'Merrowdale');
    const id = await keepPin(number, '60606');
    await withPapers(number, onSitePapers);
    await closeJob(locksmith, { ...(await edit(number)), outcome: 'notDone', reason: 'The part is late' });
    const readable = async () => (await lookAtSecret(locksmith, { number, id })).ok;
    await database().query('UPDATE job SET closed_at = $2 WHERE number = $1', [number, locksmith.at]);

    const jumped = { ...clocksAt(days(800)), newestAuditAt: days(0) };
    expect(await applyRetention(jumped, false)).toMatchObject({ destroyed: 0, waits: expect.any(String) });
    expect((await readHealth()).troubles.join()).toMatch(/800 days after the newest line/);

    // A wrong clock that nobody noticed: the first look notes, the right clock a day later forgets.
    await applyRetention(clocksAt(days(800)), false);
    expect((await readHealth()).troubles).toEqual([]);
    expect(await readable()).toBe(true);
    await applyRetention(clocksAt(days(1)), false);
    expect(await readable()).toBe(true);

    // The same look again and again within a day destroys nothing, by either clock.
    await applyRetention(clocksAt(days(100)), false);
    await applyRetention(clocksAt(days(100.9)), false);
    await applyRetention({ ...clocksAt(days(101.5)), databaseAt: days(100.95) }, false);
    expect(await readable()).toBe(true);
    await applyRetention({ ...clocksAt(days(101.5)), databaseAt: days(101.5) }, false);
    expect(await readable()).toBe(false);
  });
});
