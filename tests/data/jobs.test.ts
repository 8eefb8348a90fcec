import { v7 as uuid } from 'uuid';
import { beforeAll, describe, expect, it } from 'vitest';
import type { PersonActor } from '@/core/kinds/actor';
import { quoteOf } from '@/core/quote/options';
import { checkAuditChain } from '@/data/audit';
import { findFrozenQuote } from '@/data/quotes';
import { database } from '@/usecases/database';
import { recordAuthority } from '@/usecases/jobs/authority';
import { changeRing, chooseCandidate, chooseRoute, chooseVan } from '@/usecases/jobs/decide';
import { exportJobs, findJobs } from '@/usecases/jobs/list';
import { changeCall } from '@/usecases/jobs/open-job';
import { closeJob, recordFacts } from '@/usecases/jobs/record';
import { acceptByPhone } from '@/usecases/quote/links';
import { offerQuote } from '@/usecases/quote/offer';
import { readNames } from '@/usecases/view/names';
import { emptyCall } from '../support/calls';
import { attemptContent, openTestJob, sendEvent, viewOf } from '../support/jobs';
import { onSitePapers } from '../support/papers';
import { actorOf, testDatabase } from '../support/test-database';

testDatabase('world');

let actor: PersonActor;
beforeAll(async () => {
  actor = await actorOf('locksmith');
});

async function identified(model: string, more: Record<string, unknown> = {}) {
  const number = await openTestJob(actor, model, more);
  const view = await viewOf(actor, number);
  const applicationId = view.candidates[0]?.application.id ?? '';
  await chooseCandidate(actor, { number, version: view.job.version, applicationId, reason: 'likeliest' });
  return number;
}

async function versionOf(number: number) {
  return (await viewOf(actor, number)).job.version;
}

describe('a job from call to close', () => {
  it('goes all the way, and every change leaves a history line', async () => {
    const number = await identified('Merrowdale', {
      year: 2018,
      ignition: 'push',
      why: 'lost',
      lost: 2,
      working: 0,
      name: 'Odile Varga',
    });
    let view = await viewOf(actor, number);
    expect(view.platform?.name).toBe('Heddle 2');
    expect(view.ring.tags.map(({ word }) => word)).toEqual([
      'lost, still known',
      'lost, still known',
      'to be learned',
    ]);
    expect(view.advice?.kind).toBe('aklAdd');

    await sendEvent(actor, number, 'countRead', { moment: 'before', answer: 2 });
    const vanId = view.vans[0]?.id ?? '';
    expect(
      await chooseRoute(actor, {
        number,
        version: await versionOf(number),
        route: 'aklAdd',
        vanId,
        reason: '',
      }),
    ).toMatchObject({ ok: true });
    view = await viewOf(actor, number);
    expect(view.ring.tags[0]?.word).toBe('lost, still live');

    const offered = await offerQuote(actor, { number, version: view.job.version, option: 'shopAftermarket' });
    expect(offered).toMatchObject({ ok: true });

    const made = view.job.keys.find(({ madeHere }) => madeHere)?.id;
    expect(
      await sendEvent(actor, number, 'attemptRecorded', attemptContent('aklAdd', { learnedKeyIds: [made] })),
    ).toMatchObject({
      ok: false,
      problems: [{ message: expect.stringContaining('person, papers and plate') }],
    });
    expect(
      await recordAuthority(actor, { number, version: await versionOf(number), ...onSitePapers }),
    ).toMatchObject({ ok: true });
    expect(
      await sendEvent(actor, number, 'attemptRecorded', attemptContent('aklAdd', { learnedKeyIds: [made] })),
    ).toMatchObject({ ok: true });
    await recordFacts(actor, {
      number,
      version: await versionOf(number),
      facts: [{ kind: 'platform', value: 'Heddle 2' }],
    });

    const close = { number, outcome: 'done', reason: '' } as const;
    expect(await closeJob(actor, { ...close, version: await versionOf(number) })).toMatchObject({
      ok: false,
      problems: [{ message: expect.stringContaining('count again') }],
    });
    await sendEvent(actor, number, 'countRead', { moment: 'after', answer: 4 });
    expect(await closeJob(actor, { ...close, version: await versionOf(number) })).toMatchObject({
      ok: false,
      problems: [{ message: 'The car knows 4, the plan was 3. Write why they differ.' }],
    });
    await sendEvent(actor, number, 'countRead', { moment: 'after', answer: 3 });
    expect(await closeJob(actor, { ...close, version: await versionOf(number) })).toMatchObject({ ok: true });

    view = await viewOf(actor, number);
    expect(view.job.closed).toMatchObject({ outcome: 'done', by: 'Sunniva Aasgren' });
    expect(view.ring.tags[2]?.word).toBe('learned now');
    expect(
      await changeCall(actor, { number, version: view.job.version, call: emptyCall as never }),
    ).toMatchObject({
      ok: false,
      problems: [{ message: expect.stringContaining('closed') }],
    });
    expect(await sendEvent(actor, number, 'countRead', { moment: 'after', answer: 3 })).toMatchObject({
      ok: false,
    });

    const history = await database().query<{ section: string; text: string }>(
      `SELECT section, changes::text AS text FROM job_history h JOIN job j ON j.id = h.job_id WHERE j.number = $1 ORDER BY h.version`,
      [number],
    );
    expect(history.rows.map(({ section }) => section)).toEqual([
      'call',
      'candidate',
      'route',
      'quote',
      'authority',
      'facts',
      'close',
    ]);
    expect(JSON.stringify(history.rows)).not.toContain('Varga');
    expect((await checkAuditChain(database())).brokenAt).toBeUndefined();
  });
});

describe('two people on one job', () => {
  it('tells the second, shows both, and stores nothing of the second', async () => {
    const number = await openTestJob(actor, 'Pelmore', { year: 2012 });
    const version = await versionOf(number);
    const other = await actorOf('proprietor');
    const { call } = (await viewOf(actor, number)).job;
    const sent = { ...emptyCall, ...call, line: '' };
    const mine = await changeCall(other, { number, version, call: { ...sent, year: 2013 } as never });
    expect(mine).toMatchObject({ ok: true });
    const theirs = await changeCall(actor, { number, version, call: { ...sent, year: 2010 } as never });
    expect(theirs).toMatchObject({
      ok: false,
      stale: {
        version: version + 1,
        theirs: { year: 2013 },
        changes: [{ by: 'Imre Pellimoor', section: 'call' }],
      },
    });
    expect((await viewOf(actor, number)).job.call.year).toBe(2013);
  });

  it('shows both rings where the ring was changed meanwhile', async () => {
    const number = await openTestJob(actor, 'Pelmore', { why: 'spare', working: 1, wanted: 0 });
    const { job } = await viewOf(actor, number);
    const state = { rank: 'unknown', blade: 'good', madeHere: false, known: 'yes', cloneOf: null } as const;
    const key = { ...state, id: job.keys[0]?.id ?? '', name: 'Owner', faults: [] as never[] };
    const send = (presence: 'here' | 'lost') =>
      changeRing(actor, { number, version: job.version, keys: [{ ...key, presence }] });
    expect(await send('lost')).toMatchObject({ ok: true });
    expect(await send('here')).toMatchObject({
      ok: false,
      stale: { theirs: { 'key 1': 'lost, unknown, good, known: yes' } },
    });
  });

  it('lets exactly one of twenty at the same moment through', async () => {
    const number = await openTestJob(actor, 'Pelmore', { year: 2012 });
    const version = await versionOf(number);
    const { call } = (await viewOf(actor, number)).job;
    const answers = await Promise.all(
      Array.from({ length: 20 }, (_, at) =>
        changeCall(actor, {
          number,
          version,
          call: { ...emptyCall, ...call, line: '', year: 1990 + at } as never,
        }),
      ),
    );
    expect(answers.filter(({ ok }) => ok)).toHaveLength(1);
  });
});

describe('events', () => {
  it('are stored once, however often they are sent, and get the same answer', async () => {
    const number = await openTestJob(actor, 'Merrowdale');
    const id = uuid();
    const send = () => sendEvent(actor, number, 'countRead', { moment: 'before', answer: 2 }, id);
    const answers = await Promise.all(Array.from({ length: 10 }, send));
    expect(answers.every((answer) => answer.ok && answer.value.seq === 1)).toBe(true);
    expect(answers.filter((answer) => answer.ok && !answer.value.repeated)).toHaveLength(1);
    expect((await viewOf(actor, number)).job.lastSeq).toBe(1);
  });

  it('keep id, kind and reason of a refusal, not the content', async () => {
    const number = await openTestJob(actor, 'Merrowdale');
    const id = uuid();
    const refused = await sendEvent(
      actor,
      number,
      'attemptWithdrawn',
      { attemptId: uuid(), reason: 'canary-words' },
      id,
    );
    expect(refused).toMatchObject({
      ok: false,
      problems: [{ message: 'There is no such attempt to withdraw.' }],
    });
    expect(
      await sendEvent(actor, number, 'attemptWithdrawn', { attemptId: uuid(), reason: 'x' }, id),
    ).toEqual(refused);
    const kept = await database().query(
      'SELECT row_to_json(e)::text AS text FROM job_event_refused e WHERE id = $1',
      [id],
    );
    expect(kept.rows[0].text).toContain('no such attempt');
    expect(kept.rows[0].text).not.toContain('canary');
  });

  it.each([
    ['an unknown kind', 'keyEaten', {}],
    ['no content', 'countRead', null],
    ['an extra field', 'countRead', { moment: 'before', answer: 2, price: 1 }],
    ['a word for a count', 'countRead', { moment: 'before', answer: 'two' }],
    ['a date that is none', 'attemptRecorded', attemptContent('repair', { from: 'soon' })],
  ])('refuse %s at the door', async (_what, kind, content) => {
    const number = await openTestJob(actor, 'Merrowdale');
    expect(await sendEvent(actor, number, kind, content as object)).toMatchObject({ ok: false });
    expect((await viewOf(actor, number)).job.lastSeq).toBe(0);
  });

  it.each([
    ['a key of another ring', { learnedKeyIds: [uuid()] }, /not on the ring/],
    ['an end in the future', { route: 'repair', to: '2027-03-03T15:40:00Z' }, /in the future/],
  ])('refuse %s', async (_what, more, reason) => {
    const number = await openTestJob(actor, 'Merrowdale');
    await recordAuthority(actor, { number, version: 1, ...onSitePapers });
    const answer = await sendEvent(actor, number, 'attemptRecorded', attemptContent('add', more));
    expect(answer).toMatchObject({ ok: false, problems: [{ message: expect.stringMatching(reason) }] });
    expect((await viewOf(actor, number)).job.lastSeq).toBe(0);
  });

  it('cannot be changed or removed by the serving role', async () => {
    await expect(database().query('UPDATE job_event SET kind = kind')).rejects.toThrow('permission denied');
    await expect(database().query('DELETE FROM job_event')).rejects.toThrow('permission denied');
    await expect(database().query('UPDATE quote SET total_minor = 1')).rejects.toThrow('permission denied');
  });
});

describe('choices', () => {
  it('refuse a candidate of another model, a refused route and an option that cannot be had', async () => {
    const number = await identified('Merrowdale', {
      year: 2018,
      ignition: 'push',
      why: 'lost',
      lost: 2,
      working: 0,
    });
    const other = await viewOf(actor, await openTestJob(actor, 'Pelmore'));
    const applicationId = other.candidates[0]?.application.id ?? '';
    const version = await versionOf(number);
    expect(await chooseCandidate(actor, { number, version, applicationId, reason: 'x' })).toMatchObject({
      ok: false,
    });
    const vanId = other.vans[0]?.id ?? '';
    expect(await chooseRoute(actor, { number, version, route: 'add', vanId, reason: 'x' })).toMatchObject({
      ok: false,
      problems: [{ message: expect.stringContaining('0 here') }],
    });
    expect(await offerQuote(actor, { number, version, option: 'shopRepair' })).toMatchObject({ ok: false });
    expect(await versionOf(number)).toBe(version);
  });

  it('send another van, and give up a route that its tools refuse', async () => {
    const number = await identified('Merrowdale', {
      year: 2022,
      ignition: 'push',
      why: 'lost',
      lost: 1,
      working: 0,
    });
    const view = await viewOf(actor, number);
    const [coracle, wherry] = view.vans;
    await chooseRoute(actor, {
      number,
      version: view.job.version,
      route: 'aklErase',
      vanId: coracle?.id ?? '',
      reason: '',
    });
    expect((await viewOf(actor, number)).job.route).toBe('aklErase');
    await chooseVan(actor, { number, version: await versionOf(number), vanId: wherry?.id ?? '' });
    const after = await viewOf(actor, number);
    expect(after.job).toMatchObject({ route: null, vanId: wherry?.id });
    expect(after.routes.find(({ kind }) => kind === 'aklErase')?.verdict).toMatchObject({
      feasible: false,
      fact: 'No tool on Wherry covers this for Heddle 3.',
    });
    const nobody = { number, version: await versionOf(number), vanId: uuid() };
    expect(await chooseVan(actor, nobody)).toMatchObject({ ok: false });
    expect((await viewOf(actor, number)).job.vanId).toBe(wherry?.id);
  });

  it('give up candidate and route when the car turns out to be another model', async () => {
    const number = await identified('Merrowdale', {
      year: 2018,
      ignition: 'push',
      why: 'lost',
      lost: 2,
      working: 0,
    });
    let view = await viewOf(actor, number);
    await chooseRoute(actor, {
      number,
      version: view.job.version,
      route: 'aklAdd',
      vanId: view.van?.id ?? '',
      reason: '',
    });
    view = await viewOf(actor, number);
    const other = (await readNames(actor)).models.find(({ name }) => name === 'Pelmore');
    const call = { ...emptyCall, ...view.job.call, line: '', makeId: other?.makeId, modelId: other?.id };
    expect(await changeCall(actor, { number, version: view.job.version, call: call as never })).toMatchObject(
      { ok: true },
    );
    expect((await viewOf(actor, number)).job).toMatchObject({
      applicationId: null,
      route: null,
      call: { model: 'Pelmore' },
    });
  });

  it('want a reason for another route than the advised one', async () => {
    const number = await identified('Brindlow', { year: 2012, ignition: 'turn', why: 'spare', working: 2 });
    const view = await viewOf(actor, number);
    const feasible = view.routes.filter(({ verdict }) => verdict.feasible).map(({ kind }) => kind);
    const other = feasible.find((kind) => kind !== view.advice?.kind);
    if (!other) throw new Error('expected two feasible routes');
    const choice = { number, version: view.job.version, route: other, vanId: view.van?.id ?? '' };
    expect(await chooseRoute(actor, { ...choice, reason: '' })).toMatchObject({
      ok: false,
      problems: [{ field: 'reason' }],
    });
    expect(
      await chooseRoute(actor, { ...choice, reason: 'The customer wants the others gone' }),
    ).toMatchObject({ ok: true });
  });

  it('keep the ring: a clone shares the identity of its original', async () => {
    const number = await openTestJob(actor, 'Merrowdale', { why: 'spare', working: 1, wanted: 0 });
    const view = await viewOf(actor, number);
    const [first] = view.job.keys;
    const base = {
      rank: 'unknown',
      blade: 'good',
      faults: [] as never[],
      madeHere: false,
      known: 'yes',
      presence: 'here',
    } as const;
    const ring = {
      number,
      version: view.job.version,
      keys: [
        { ...base, id: first?.id ?? '', name: "Owner's", cloneOf: null },
        { ...base, id: uuid(), name: 'Copy', cloneOf: first?.id ?? '' },
      ],
    };
    expect(await changeRing(actor, ring)).toMatchObject({ ok: true });
    const after = await viewOf(actor, number);
    expect(after.job.keys.map(({ identityId }) => identityId)).toEqual([
      first?.identityId,
      first?.identityId,
    ]);
    expect(after.ring.count.presentKnown).toBe(1);
  });

  it('freeze a quote: a later price changes nothing of it', async () => {
    const number = await identified('Dapplemere', { year: 2016, ignition: 'turn', why: 'spare', working: 1 });
    const version = await versionOf(number);
    await offerQuote(actor, { number, version, option: 'shopOriginal' });
    await offerQuote(actor, { number, version: version + 1, option: 'shopAftermarket' });
    const { quotes } = await viewOf(actor, number);
    expect(quotes.map((quote) => quote.version)).toEqual([2, 1]);
    expect(quotes[1]).toMatchObject({
      offered: 'shopOriginal',
      validUntil: '2027-03-17',
      paper: { car: 'Fenholt Dapplemere II, 2016', chosen: { kind: 'shopOriginal' } },
    });
    const frozen = await findFrozenQuote(database(), quotes[1]?.number ?? 0);
    if (!frozen) throw new Error('not frozen');
    // The same request and snapshot give the same options, whatever the shop charges by then.
    expect(quoteOf(frozen.request, frozen.snapshot)).toMatchObject({
      options: frozen.options,
      secondKey: frozen.secondKey,
    });
  });
});

describe('the close', () => {
  it('lets a repair through without papers, and nothing that touches the memory', async () => {
    const number = await identified('Dapplemere', {
      year: 2016,
      ignition: 'turn',
      why: 'flatCell',
      working: 1,
    });
    const view = await viewOf(actor, number);
    expect(view.advice?.kind).toBe('repair');
    await chooseRoute(actor, {
      number,
      version: view.job.version,
      route: 'repair',
      vanId: view.van?.id ?? '',
      reason: '',
    });
    expect(await sendEvent(actor, number, 'attemptRecorded', attemptContent('add'))).toMatchObject({
      ok: false,
    });
    expect(await sendEvent(actor, number, 'attemptRecorded', attemptContent('repair'))).toMatchObject({
      ok: true,
    });
    expect(
      await closeJob(actor, { number, version: await versionOf(number), outcome: 'done', reason: '' }),
    ).toMatchObject({ ok: true });
  });

  it('records a refusal with its reason', async () => {
    const number = await openTestJob(actor, 'Merrowdale');
    const version = await versionOf(number);
    expect(
      await recordAuthority(actor, { number, version, ...onSitePapers, rightDocument: 'none' }),
    ).toMatchObject({ ok: false });
    expect(await closeJob(actor, { number, version, outcome: 'refused', reason: ' ' })).toMatchObject({
      ok: false,
    });
    expect(
      await closeJob(actor, { number, version, outcome: 'refused', reason: 'No papers shown' }),
    ).toMatchObject({ ok: true });
  });
});

describe('the list', () => {
  it('finds by number, name, make and VIN, all words together', async () => {
    const number = await openTestJob(actor, 'Verrazel', {
      name: 'Quillemina Østberg',
      vin: '0ESVZ13A0DB000042',
    });
    const found = async (text: string) =>
      (await findJobs(actor, text, undefined)).jobs.map((job) => job.number);
    for (const text of [
      `K-${number}`,
      `${number}`,
      'quillemina',
      'ØSTBERG',
      'verrazel østberg',
      '0esvz13a',
    ]) {
      expect(await found(text)).toContain(number);
    }
    expect(await found('verrazel nobody')).toEqual([]);
    expect(await found(`'; DROP TABLE job; --`)).toEqual([]);
    expect(await found('%')).toEqual([]);
  });

  it('pages by key', async () => {
    for (let at = 0; at < 3; at += 1) await openTestJob(actor, 'Oakensby');
    const first = await findJobs(actor, 'oakensby', undefined);
    const rest = await findJobs(actor, 'oakensby', first.jobs[0]?.number);
    expect(rest.jobs.map(({ number }) => number)).toEqual(first.jobs.slice(1).map(({ number }) => number));
  });
});

it('a car outside the library is kept by the caller’s words, and a call without any car is refused', async () => {
  const number = await openTestJob(actor, 'no such model', { carWords: 'Zorbex Quintal' });
  expect((await viewOf(actor, number)).candidates).toEqual([]);
  await expect(openTestJob(actor, 'no such model')).rejects.toThrow('what the caller called the car');
});

describe('the list of jobs', () => {
  const rowOf = async (number: number, text = `K-${number}`) =>
    (await findJobs(actor, text, undefined)).jobs.find((job) => job.number === number);

  it('finds by phone however it is written, by a misspelt model, and by an article kept for the job', async () => {
    const number = await identified('Merrowdale', {
      year: 2018,
      ignition: 'push',
      why: 'spare',
      working: 1,
      name: 'Perpetua Quoyle',
      phone: '+1 (555) 014-7733',
    });
    for (const text of ['0147733', '014-7733', '555 7733'])
      expect((await rowOf(number, text))?.number, text).toBe(number);
    const misspelt = await findJobs(actor, 'merowdalle quoyle', undefined);
    expect(misspelt.readAs).toEqual(['Merrowdale']);
    expect(misspelt.jobs.map((job) => job.number)).toEqual([number]);
    expect((await findJobs(actor, 'merrowdale quoyle', undefined)).readAs).toEqual([]);
    await database().query(
      `INSERT INTO stock_reservation (id, job_id, van_id, article, state, grade, pieces, made_at)
       SELECT gen_random_uuid(), j.id, (SELECT id FROM van LIMIT 1), 'REM-9999-odd', 'new', 'original', 1, now()
       FROM job j WHERE j.number = $1`,
      [number],
    );
    expect((await rowOf(number, 'rem-9999-odd'))?.number).toBe(number);
    // A program finds by neither name nor phone.
    const program = { ...actor, kind: 'program', tokenId: actor.personId, makerId: actor.personId } as never;
    expect((await findJobs(program, '0147733', undefined)).jobs).toEqual([]);
  });

  it('says how a job stands from the call to the close, and lists it among the open or the closed', async () => {
    const number = await identified('Merrowdale', {
      year: 2018,
      ignition: 'push',
      why: 'lost',
      lost: 2,
      working: 0,
    });
    const stands = async () => {
      const row = await rowOf(number);
      return [row?.standing.state, row?.standing.next];
    };
    expect(await stands()).toEqual(['asked', 'quote']);
    const vanId = (await viewOf(actor, number)).vans[0]?.id ?? '';
    await sendEvent(actor, number, 'countRead', { moment: 'before', answer: 2 });
    await chooseRoute(actor, {
      number,
      version: await versionOf(number),
      route: 'aklAdd',
      vanId,
      reason: '',
    });
    await offerQuote(actor, { number, version: await versionOf(number), option: 'shopAftermarket' });
    expect(await stands()).toEqual(['quoted', 'customer']);
    const { quotes } = await viewOf(actor, number);
    const quote = quotes[0]?.number ?? 0;
    expect(await acceptByPhone(actor, { number, quote, option: 'shopAftermarket' })).toMatchObject({
      ok: true,
    });
    const accepted = await rowOf(number);
    const readyOn = accepted?.accepted?.readyOn ?? '';
    expect(readyOn).toBe(quotes[0]?.paper.chosen.earliestOn);
    expect(accepted?.standing.state).toBe(readyOn > '2027-03-03' ? 'parcel' : 'ready');
    await recordAuthority(actor, { number, version: await versionOf(number), ...onSitePapers });
    expect(await stands()).toEqual(['atCar', 'now']);
    const made = (await viewOf(actor, number)).job.keys.find(({ madeHere }) => madeHere)?.id;
    await sendEvent(actor, number, 'attemptRecorded', attemptContent('aklAdd', { learnedKeyIds: [made] }));
    expect(await stands()).toEqual(['worked', 'papers']);
    const inList = async (shown: 'open' | 'closed') =>
      (await findJobs(actor, '', undefined, shown)).jobs.some((job) => job.number === number);
    expect([await inList('open'), await inList('closed')]).toEqual([true, false]);
    await sendEvent(actor, number, 'countRead', { moment: 'after', answer: 3 });
    await closeJob(actor, { number, version: await versionOf(number), outcome: 'done', reason: '' });
    expect(await stands()).toEqual(['closed', null]);
    expect([await inList('open'), await inList('closed')]).toEqual([false, true]);
  });

  it('goes out as a file that a table program takes for words', async () => {
    const number = await openTestJob(actor, 'Pelmore', { name: '=HYPERLINK("x")' });
    const text = await exportJobs(actor, { query: `K-${number}`, shown: 'all', step: undefined });
    const [head, row] = text.split('\r\n');
    expect(head).toMatch(/^number,opened,make,model,.*,state,next,when,outcome,closed$/);
    expect(row).toMatch(new RegExp(`^K-${number},2027-03-03 09:20,Brevane,Pelmore`));
    expect(row).toContain(`"'=HYPERLINK(""x"")"`);
    expect(row).toContain('asked,To be quoted');
    const none = await exportJobs(actor, { query: `K-${number}`, shown: 'all', step: 'parcel' });
    expect(none.trim().split('\r\n')).toHaveLength(1);
  });
});
