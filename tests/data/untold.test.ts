import { readFileSync } from 'node:fs';
import { inspect } from 'node:util';
import { v7 as uuid } from 'uuid';
import { beforeAll, describe, expect, it } from 'vitest';
import type { PersonActor } from '@/core/kinds/actor';
import type { KeyInput } from '@/inputs/job-inputs';
import { errorForLog } from '@/outside/log';
import { database } from '@/usecases/database';
import { declareDanger, noteDoor, recordAuthority, signInSecond } from '@/usecases/jobs/authority';
import { changeRing, chooseCandidate } from '@/usecases/jobs/decide';
import { findJobs, readJob, readJobHistory } from '@/usecases/jobs/list';
import { changeCall } from '@/usecases/jobs/open-job';
import { closeJob, recordFacts } from '@/usecases/jobs/record';
import { openOffer, readOffer } from '@/usecases/quote/customer';
import { makeLink } from '@/usecases/quote/links';
import { offerQuote } from '@/usecases/quote/offer';
import { readFrozenQuote, readJobSheet, readQuotePaper } from '@/usecases/quote/papers';
import { setWorks } from '@/usecases/quote/terms';
import { keepSecret } from '@/usecases/secrets/secrets';
import { emptyCall } from '../support/calls';
import { attemptContent, openTestJob, sendEvent, viewOf } from '../support/jobs';
import { onSitePapers } from '../support/papers';
import { applyRetentionTwice } from '../support/retention';
import { actorOf, testDatabase } from '../support/test-database';

// What a refusal, an answer or a page must not tell: whether a text holds a secret. And attempts that are more than they
// are called.

testDatabase('world');

let locksmith: PersonActor;
let trainee: PersonActor;
let proprietor: PersonActor;
beforeAll(async () => {
  locksmith = await actorOf('locksmith');
  trainee = await actorOf('trainee');
  proprietor = await actorOf('proprietor');
});

const pin = '8842917';
const edit = async (number: number) => ({ number, version: (await viewOf(locksmith, number)).job.version });
const refusedWith = (words: RegExp) => ({ ok: false, problems: [{ message: expect.stringMatching(words) }] });

async function jobWithPin(): Promise<number> {
  const number = await openTestJob(locksmith, 'Merrowdale', { working: 1, name: 'Rosalind Abernook' });
  await keepSecret(locksmith, { ...(await edit(number)), kind: 'pin', source: 'customer', value: pin });
  return number;
}

const papers = async (number: number) =>
  recordAuthority(locksmith, { ...(await edit(number)), ...onSitePapers });

async function stored(): Promise<string> {
  const rows = await database().query<{ text: string }>(
    `SELECT string_agg(t, ' ') AS text FROM (
       SELECT content::text AS t FROM job_event UNION ALL SELECT reason FROM job_event_refused
       UNION ALL SELECT changes::text FROM job_history UNION ALL SELECT details::text FROM audit_line
       UNION ALL SELECT concat(line, note, place_detail) FROM job_words UNION ALL SELECT name FROM customer
       UNION ALL SELECT name FROM job_key UNION ALL SELECT car_words FROM job UNION ALL SELECT value FROM job_fact
       UNION ALL SELECT concat(asked_by, plate, said) FROM job_door_note UNION ALL SELECT encode(body, 'escape') FROM sealed_text
     ) all_texts`,
  );
  return rows.rows[0]?.text ?? '';
}

describe('a text that holds a secret, of somebody who may not see it', () => {
  it.each([
    ['as it is', pin],
    ['stuck to a word', `pin${pin}`],
    ['in groups', '88-42 917'],
    ['in full-width digits', '８８４２９１７'],
    ['in other digits', '٨٨٤٢٩١٧'],
  ])('is answered and read back as any other, and sealed where it holds one: %s', async (_how, written) => {
    const number = await jobWithPin();
    const event = (reason: string) =>
      sendEvent(trainee, number, 'attemptRecorded', attemptContent('repair', { result: 'failed', reason }));
    const guessed = await event(`tried ${written}, no`);
    const other = await event('tried 8842918, no');
    expect(guessed).toMatchObject({ ok: true });
    expect(other).toMatchObject({ ok: true });

    const own = (await viewOf(trainee, number)).job.log.attempts.map(({ reason }) => reason);
    expect(own).toEqual([`tried ${written}, no`, 'tried 8842918, no']);
    const others = (await viewOf(locksmith, number)).job.log.attempts.map(({ reason }) => reason);
    expect(others[0]).toMatch(/^tried (pin)?⟦sealed [0-9A-Z]{10}⟧, no$/);
    expect(others[1]).toBe('tried 8842918, no');
    expect(await stored()).not.toContain(written);
  });

  it('is treated so in every text of a job that a person can write before the papers', async () => {
    const number = await jobWithPin();
    const { job } = await viewOf(trainee, number);
    const ringKey: KeyInput = {
      id: job.keys[0]?.id ?? '',
      name: `Key ${pin}`,
      presence: 'here',
      rank: 'unknown',
      blade: 'good',
      faults: [],
      madeHere: false,
      known: 'yes',
      cloneOf: null,
    };
    const answers = [
      await changeRing(trainee, { ...(await edit(number)), keys: [ringKey] }),
      await noteDoor(trainee, {
        ...(await edit(number)),
        askedBy: 'Rosalind',
        plate: pin,
        said: `the code is ${pin}`,
      }),
      await recordFacts(trainee, { ...(await edit(number)), facts: [{ kind: 'toolEntry', value: pin }] }),
      await changeCall(trainee, {
        ...(await edit(number)),
        call: {
          ...emptyCall,
          makeId: job.call.makeId,
          modelId: job.call.modelId,
          placeId: job.call.placeId,
          name: `Rosalind ${pin}`,
          note: `${pin} or ${pin}`,
          line: `merrowdale ${pin}`,
          placeDetail: pin,
        },
      }),
    ];
    expect(answers.map(({ ok }) => ok)).toEqual([true, true, true, true]);
    const own = await viewOf(trainee, number);
    expect(own.ring.tags[0]?.name).toBe(`Key ${pin}`);
    expect(own.job.doorNote).toMatchObject({ plate: pin, said: `the code is ${pin}` });
    expect(own.job.call).toMatchObject({
      name: `Rosalind ${pin}`,
      note: `${pin} or ${pin}`,
      placeDetail: pin,
    });
    expect(JSON.stringify(await viewOf(locksmith, number))).not.toContain(pin);
    expect(await stored()).not.toContain(pin);
    expect(JSON.stringify(await readJobHistory(locksmith, job))).not.toContain(pin);

    // The list finds the name whether something of it is sealed or not, and never by a number in it.
    const found = async (words: string) =>
      (await findJobs(trainee, words, undefined)).jobs.filter((one) => one.number === number);
    expect((await found('rosalind'))[0]?.name).toBe(`Rosalind ${pin}`);
    expect(await found(pin)).toEqual([]);
    expect(await found('8842918')).toEqual([]);
  });

  it('goes to others sealed, stays sealed when they edit around it, and goes with the personal period', async () => {
    const number = await jobWithPin();
    const { job } = await viewOf(trainee, number);
    const call = {
      ...emptyCall,
      makeId: job.call.makeId,
      modelId: job.call.modelId,
      placeId: job.call.placeId,
    };
    await changeCall(trainee, { ...(await edit(number)), call: { ...call, note: `code ${pin}` } });
    const theirs = (await viewOf(proprietor, number)).job.call.note;
    expect(theirs).toMatch(/^code ⟦sealed [0-9A-Z]{10}⟧$/);
    await changeCall(proprietor, { ...(await edit(number)), call: { ...call, note: `${theirs}, says he` } });
    expect((await viewOf(trainee, number)).job.call.note).toBe(`code ${pin}, says he`);
    await closeJob(locksmith, { ...(await edit(number)), outcome: 'notDone', reason: 'The part is late' });
    await database().query(
      `UPDATE job SET closed_at = closed_at - interval '3000 days', opened_at = opened_at - interval '3000 days' WHERE number = $1`,
      [number],
    );
    await applyRetentionTwice(locksmith.at);
    const left = await database().query('SELECT 1 FROM sealed_text WHERE job_id = $1', [job.id]);
    expect(left.rowCount).toBe(0);
  });

  it('is counted, limited and on record whether it holds one or not', async () => {
    const number = await jobWithPin();
    const say = (value: string) =>
      sendEvent(
        trainee,
        number,
        'attemptRecorded',
        attemptContent('repair', { result: 'failed', reason: value }),
      );
    const answers: boolean[] = [];
    for (let at = 0; at < 306; at += 1) answers.push((await say(`maybe ${8842800 + at}`)).ok);
    expect(answers.filter(Boolean).length).toBe(300);
    expect(answers.at(-1)).toBe(false);
    expect(await say('nothing at all')).toMatchObject(refusedWith(/as much as one can write/));
    const lines = await database().query<{ details: { compared?: number } }>(
      `SELECT a.details FROM audit_line a JOIN job j ON j.id = a.subject_id
       WHERE j.number = $1 AND action = 'job.attemptRecorded'`,
      [number],
    );
    expect(lines.rows.every(({ details }) => (details.compared ?? 0) > 0)).toBe(true);
  });

  it('is counted where it is refused and undone, too, and counts as often as it tries', async () => {
    const number = await jobWithPin();
    const guess = async (at: number) =>
      setWorks(trainee, { ...(await edit(number)), works: [{ name: `${8842800 + at}`, count: 1 }] });
    const answers = [];
    for (let at = 0; at < 12; at += 1) answers.push(await guess(at));
    // The writer's own words, whether it was the PIN or not.
    expect(answers[7]).toMatchObject(refusedWith(/‘8842807’ is no work/));
    const counted = async () =>
      (
        await database().query<{ texts: number }>(
          `SELECT coalesce(sum(c.texts), 0)::int AS texts FROM text_compared c JOIN job j ON j.id = c.job_id
           WHERE j.number = $1 AND c.writer_id = $2`,
          [number, trainee.personId],
        )
      ).rows[0]?.texts;
    expect(await counted()).toBe(12);
    const lines = await database().query(
      `SELECT 1 FROM audit_line a JOIN job j ON j.id = a.subject_id WHERE j.number = $1 AND action = 'job.textsCompared'`,
      [number],
    );
    expect(lines.rowCount).toBe(12);
    const many = Array.from({ length: 40 }, (_, at) => 10_000 + at).join(' ');
    await sendEvent(
      trainee,
      number,
      'attemptRecorded',
      attemptContent('repair', { result: 'failed', reason: many }),
    );
    expect(await counted()).toBe(52);
    expect(await guess(117)).toMatchObject(refusedWith(/‘8842917’ is no work/));
  });

  it('tells its writer nothing through a token, a paper, its JSON or a customer’s link of theirs', async () => {
    const guess = async (words: string) => {
      const number = await openTestJob(locksmith, 'Merrowdale', { year: 2018, ignition: 'push' });
      await keepSecret(locksmith, { ...(await edit(number)), kind: 'pin', source: 'customer', value: pin });
      const { job, candidates } = await viewOf(locksmith, number);
      const { makeId, modelId, placeId, year, ignition } = job.call;
      const call = { ...emptyCall, makeId, modelId, placeId, year, ignition, carWords: words, name: words };
      await changeCall(locksmith, { ...(await edit(number)), call });
      const applicationId = candidates[0]?.application.id ?? '';
      await chooseCandidate(locksmith, { ...(await edit(number)), applicationId, reason: words });
      const offered = await offerQuote(locksmith, { ...(await edit(number)), option: 'shopAftermarket' });
      if (!offered.ok || !('quoteNumber' in offered.value)) throw new Error(JSON.stringify(offered));
      const quote = offered.value.quoteNumber;
      const link = await makeLink(locksmith, { number, quote });
      const opened = await openOffer(link.ok ? link.value.token : '', 'phone');
      const program = {
        kind: 'program',
        tokenId: uuid(),
        makerId: locksmith.personId,
        role: 'locksmith',
        device: 'x',
        at: locksmith.at,
      } as const;
      const seen = [
        await viewOf(locksmith, number),
        await readJob(program, number),
        await readFrozenQuote(program, quote),
        await readQuotePaper(locksmith, quote),
        await readJobSheet(locksmith, number),
        opened.ok && (await readOffer(opened.value.cookie)),
        (await findJobs(locksmith, '', undefined)).jobs[0],
      ];
      return JSON.stringify(seen, (_, value) => (value instanceof Map ? [...value] : value));
    };
    const [hit, miss] = [await guess(`van ${pin}`), await guess('van 8842918')];
    expect(hit).toContain(`van ${pin}`);
    expect(hit).not.toContain('⟦');
    expect(hit.split(pin).length).toBe(miss.split('8842918').length);
  });

  it('is refused by name to whoever may see the secret, as before', async () => {
    const number = await jobWithPin();
    await papers(number);
    expect(
      await closeJob(locksmith, { ...(await edit(number)), outcome: 'notDone', reason: `pin${pin} failed` }),
    ).toMatchObject(refusedWith(/PIN 1 of this job/));
    const said = await sendEvent(
      trainee,
      number,
      'attemptRecorded',
      attemptContent('repair', { result: 'failed', reason: pin }),
    );
    expect(said).toMatchObject({ ok: true });
  });
});

describe('an attempt is what it did', () => {
  it('wants the papers for a key that was learned, a PIN that was read and a secret that was used, whatever its route', async () => {
    const number = await jobWithPin();
    const { job } = await viewOf(locksmith, number);
    const keyId = job.keys[0]?.id;
    const secret = await database().query<{ id: string }>('SELECT id FROM envelope WHERE job_id = $1', [
      job.id,
    ]);
    const send = (route: string, more: object) =>
      sendEvent(locksmith, number, 'attemptRecorded', attemptContent(route, more));
    expect(await send('repair', { learnedKeyIds: [keyId] })).toMatchObject(refusedWith(/On site/));
    expect(await send('repair', { pinFrom: 'obdSocket' })).toMatchObject(refusedWith(/On site/));
    expect(await send('repair', { pinFrom: 'codeService' })).toMatchObject(refusedWith(/Prepare/));
    expect(await send('repair', { secretIds: [secret.rows[0]?.id] })).toMatchObject(refusedWith(/Prepare/));
    expect(await send('repair', {})).toMatchObject({ ok: true });
    // A key is handed over, chip or not.
    expect(await send('noProgramming', {})).toMatchObject(refusedWith(/On site/));
    await papers(number);
    expect(await send('repair', { learnedKeyIds: [keyId], pinFrom: 'obdSocket' })).toMatchObject({
      ok: true,
    });
  });

  it('of a dealer stands with his paper, and names no PIN and no secret of ours', async () => {
    const number = await jobWithPin();
    const { job } = await viewOf(locksmith, number);
    const learnedKeyIds = [job.keys[0]?.id];
    const secret = await database().query<{ id: string }>('SELECT id FROM envelope WHERE job_id = $1', [
      job.id,
    ]);
    const send = (more: object) =>
      sendEvent(locksmith, number, 'attemptRecorded', attemptContent('dealer', { learnedKeyIds, ...more }));
    expect(await send({})).toMatchObject(refusedWith(/invoice or work order/));
    expect(await send({ dealerPaper: 'W-2207', pinFrom: 'codeService' })).toMatchObject(
      refusedWith(/his own PIN/),
    );
    expect(await send({ dealerPaper: 'W-2207', secretIds: [secret.rows[0]?.id] })).toMatchObject(
      refusedWith(/his own PIN/),
    );
    expect(await send({ dealerPaper: 'W-2207' })).toMatchObject({ ok: true });
    expect(
      await sendEvent(locksmith, number, 'attemptRecorded', attemptContent('repair', { dealerPaper: 'W-1' })),
    ).toMatchObject(refusedWith(/Only the dealer/));
  });

  it('of another is withdrawn by a trainee with a second person only; his own by himself', async () => {
    const number = await openTestJob(locksmith, 'Merrowdale', { working: 1 });
    const record = async (actor: PersonActor) => {
      const content = attemptContent('repair');
      await sendEvent(actor, number, 'attemptRecorded', content);
      return content.attemptId;
    };
    const withdraw = (attemptId: string) =>
      sendEvent(trainee, number, 'attemptWithdrawn', { attemptId, reason: 'A slip' });
    const [theirs, own] = [await record(locksmith), await record(trainee)];
    expect(await withdraw(theirs)).toMatchObject(refusedWith(/second person/));
    expect(await withdraw(own)).toMatchObject({ ok: true });
    await signInSecond(trainee, { number, personId: locksmith.personId, passcode: 'glaze-slip-27' });
    expect(await withdraw(theirs)).toMatchObject({ ok: true });
  });
});

describe('a door', () => {
  const open = (number: number, more: object = {}) =>
    sendEvent(trainee, number, 'doorOpened', {
      how: 'danger',
      at: '2027-03-03T15:18:00Z',
      conditions: '',
      ...more,
    });

  it('is opened for danger only where it was declared first, and at about this time', async () => {
    const number = await openTestJob(locksmith, 'Merrowdale');
    expect(await open(number)).toMatchObject(refusedWith(/Declare at On site/));
    await papers(number);
    expect(await open(number)).toMatchObject(refusedWith(/Declare at On site/));
    await declareDanger(trainee, { number });
    expect(await open(number, { at: '2027-03-03T17:00:00Z' })).toMatchObject(refusedWith(/future/));
    expect(await open(number, { at: '1999-03-03T17:00:00Z' })).toMatchObject(refusedWith(/days ago/));
    expect(await open(number)).toMatchObject({ ok: true });
  });
});

describe('the log', () => {
  const canary = 'CANARY-88-lantern';

  it('gets nothing of a row, a value or a statement from an error of the database, and neither does its own', async () => {
    const job = await database().query<{ id: string }>('SELECT id FROM job LIMIT 1');
    const failing = [
      ['SELECT $1::uuid', [canary]],
      [`SELECT '${canary}'::int`, []],
      ['INSERT INTO job_words (job_id, note) VALUES ($1, $2)', [job.rows[0]?.id, canary]],
      [
        "INSERT INTO person (id, name, role, passcode_hash, created_at) VALUES ($1, $2, 'nobody', '', now())",
        [uuid(), canary],
      ],
      [`SELECT ${canary.replaceAll('-', '_')}`, []],
    ] as const;
    for (const [text, values] of failing) {
      const error = await database()
        .query(text, [...values])
        .then(
          () => undefined,
          (thrown) => thrown,
        );
      expect(error).toBeInstanceOf(Error);
      const written = inspect(error, { depth: 8, showHidden: true }) + JSON.stringify(errorForLog(error));
      expect(written.toLowerCase()).not.toContain('lantern');
      expect(errorForLog(error).code).toMatch(/^[0-9A-Z]{5}$/);
    }
    const serverLog = process.env.TEST_SERVER_LOG ?? '';
    expect(readFileSync(serverLog, 'utf8').toLowerCase()).not.toContain('lantern');
  });

  it('keeps where an error of ours was thrown, and its words cut short', () => {
    const logged = errorForLog(new TypeError(`x${'y'.repeat(500)}`));
    expect(logged.type).toBe('TypeError');
    expect(logged.message).toHaveLength(200);
    expect(logged.at[0]).toContain('untold.test.ts');
    expect(errorForLog('thrown text')).toEqual({ type: 'string', message: '', at: [] });
  });
});

describe('the line of a call', () => {
  it('loses codes and PINs on the server too, whoever sent it', async () => {
    const number = await openTestJob(locksmith, 'Merrowdale', {
      line: 'merrowdale 2019 lost both, pin 4471 and DA47113, call 555-0142',
    });
    const { job } = await viewOf(locksmith, number);
    expect(job.call.line).not.toMatch(/4471|DA47113/);
    expect(job.call.line).toMatch(/merrowdale 2019 lost both/);
    const { makeId, modelId, placeId } = job.call;
    const call = { ...emptyCall, makeId, modelId, placeId, line: 'spare, code is 99 871' };
    await changeCall(locksmith, { ...(await edit(number)), call });
    expect((await viewOf(locksmith, number)).job.call.line).not.toMatch(/99|871/);
  });
});

describe('a program', () => {
  it('finds no job by a name it may not see', async () => {
    await openTestJob(locksmith, 'Merrowdale', { name: 'Quillon Harrowgate' });
    const program = {
      kind: 'program',
      makerId: locksmith.personId,
      tokenId: uuid(),
      role: 'locksmith',
      device: 'x',
      at: locksmith.at,
    } as const;
    expect((await findJobs(locksmith, 'Harrowgate', undefined)).jobs).toHaveLength(1);
    expect((await findJobs(program, 'Harrowgate', undefined)).jobs).toEqual([]);
    expect((await findJobs(program, 'Merrowdale', undefined)).jobs.length).toBeGreaterThan(0);
  });
});
