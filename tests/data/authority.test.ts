import { v7 as uuid } from 'uuid';
import { beforeAll, describe, expect, it } from 'vitest';
import type { PersonActor } from '@/core/kinds/actor';
import { withCheckDigit } from '@/core/vin/check-digit';
import { database } from '@/usecases/database';
import {
  declareDanger,
  endSecond,
  noteDoor,
  readPlateDoubts,
  recordAuthority,
  recordEmergency,
  refuseJob,
  signInSecond,
} from '@/usecases/jobs/authority';
import { findJobs, readJobHistory } from '@/usecases/jobs/list';
import { setRules } from '@/usecases/shop/shop';
import { attemptContent, openTestJob, sendEvent, viewOf } from '../support/jobs';
import { advancePapers, onSitePapers } from '../support/papers';
import { actorOf, testDatabase } from '../support/test-database';

testDatabase('world');

let locksmith: PersonActor;
let trainee: PersonActor;
let proprietor: PersonActor;
beforeAll(async () => {
  locksmith = await actorOf('locksmith');
  trainee = await actorOf('trainee');
  proprietor = await actorOf('proprietor');
});

const edit = async (number: number) => ({
  number,
  version: (await viewOf(locksmith, number)).job.version,
});
const refusedWith = (words: RegExp) => ({ ok: false, problems: [{ message: expect.stringMatching(words) }] });
const door = (number: number, how: string, actor = locksmith) =>
  sendEvent(actor, number, 'doorOpened', { how, at: actor.at.toISOString(), conditions: 'Frameless glass' });

describe('the right to a car', () => {
  it('is kept with the last characters of the papers only, and never in the history', async () => {
    const number = await openTestJob(locksmith, 'Merrowdale');
    expect(await recordAuthority(locksmith, { ...(await edit(number)), ...onSitePapers })).toMatchObject({
      ok: true,
    });
    const { job } = await viewOf(locksmith, number);
    expect(job.authority[0]).toMatchObject({
      stage: 'onSite',
      identityLast: '1902',
      rightLast: '123',
      personFits: true,
    });
    const dump = await database().query(
      'SELECT row_to_json(a)::text AS row FROM job_authority a WHERE job_id = $1',
      [job.id],
    );
    expect(JSON.stringify(dump.rows)).not.toMatch(/4471|88123/);
    const history = JSON.stringify(await readJobHistory(locksmith, job));
    expect(history).not.toMatch(/Odile|902|weighbridge/);
  });

  it('is shown by the car itself: its VIN is the job’s from then on, its plate finds it, and another car is refused', async () => {
    const vin = withCheckDigit('0HVMD42K4KH012734');
    const number = await openTestJob(locksmith, 'Merrowdale');
    const record = async (more: object, one = number) =>
      recordAuthority(locksmith, { ...(await edit(one)), ...onSitePapers, ...more });
    expect(await record({ carVin: vin, carPlate: 'lo-27 klm' })).toMatchObject({ ok: true });
    const { job } = await viewOf(locksmith, number);
    expect(job.call.vin).toBe(vin);
    expect(job.authority[0]).toMatchObject({ carVin: vin, carPlate: 'LO27KLM' });
    expect(JSON.stringify(await readJobHistory(locksmith, job))).not.toMatch(/LO27KLM/);
    expect((await findJobs(locksmith, 'lo27', undefined)).jobs.map((one) => one.number)).toEqual([number]);
    expect(await record({ carVin: vin.replace('KH', 'HK') })).toMatchObject({
      problems: [{ field: 'carVin' }],
    });

    // The same plate on another car is told, not refused: plates go from car to car.
    const other = await openTestJob(locksmith, 'Merrowdale');
    const another = withCheckDigit('0HVMD42K4KH099999');
    expect(await record({ carVin: another, carPlate: 'LO 27 KLM' }, other)).toMatchObject({ ok: true });
    expect(await readPlateDoubts(locksmith, (await viewOf(locksmith, other)).job)).toEqual([
      expect.stringMatching(new RegExp(`^In K-${number} this plate was on another car, VIN 0HV`)),
    ]);
    // What was noted at the door holds too.
    const locked = await openTestJob(locksmith, 'Merrowdale');
    await noteDoor(locksmith, {
      ...(await edit(locked)),
      askedBy: 'Odile Varga',
      plate: 'XX 1',
      said: 'Papers inside',
    });
    expect(await record({ carPlate: 'LO27KLM' }, locked)).toMatchObject({
      problems: [{ field: 'carPlate' }],
    });
  });

  it('carries the ends of the papers’ numbers over from those seen in advance', async () => {
    const number = await openTestJob(locksmith, 'Merrowdale');
    await recordAuthority(locksmith, { ...(await edit(number)), ...advancePapers });
    const empty = { identityNumber: '', rightNumber: '' };
    await recordAuthority(locksmith, { ...(await edit(number)), ...onSitePapers, ...empty });
    const { authority } = (await viewOf(locksmith, number)).job;
    expect(authority.find(({ stage }) => stage === 'onSite')).toMatchObject({
      identityLast: '1902',
      rightLast: '123',
    });
    // Another document has another number.
    const passport = { ...empty, identityDocument: 'passport' as const };
    await recordAuthority(locksmith, { ...(await edit(number)), ...onSitePapers, ...passport });
    expect(
      (await viewOf(locksmith, number)).job.authority.find(({ stage }) => stage === 'onSite')?.identityLast,
    ).toBe('');
  });

  it.each([
    ['no identity document', { identityDocument: 'none' }, 'identityDocument'],
    ['no right', { rightDocument: 'none' }, 'rightDocument'],
    ['another person', { personFits: false }, 'personFits'],
    ['another plate', { plateFits: false }, 'plateFits'],
    ['a picture at the car', { howSeen: 'picture' }, 'howSeen'],
    ['a call at the car', { howSeen: 'accountHolder' }, 'howSeen'],
    ['no signature', { signature: '' }, 'signature'],
  ] as const)('is refused with %s, and nothing is stored', async (_what, more, field) => {
    const number = await openTestJob(locksmith, 'Merrowdale');
    const answer = await recordAuthority(locksmith, { ...(await edit(number)), ...onSitePapers, ...more });
    expect(answer).toMatchObject({ ok: false, problems: [{ field }] });
    expect((await viewOf(locksmith, number)).job.authority).toEqual([]);
  });

  it('follows the rules of the shop', async () => {
    const rules = {
      licence: 'ML-07',
      identityAccepted: ['passport'],
      rightAccepted: ['registration'],
      witness: 'always',
      plainCopy: 'papers',
      freePrice: 'secondPerson',
      forms: '',
      secretDays: 90,
      personalDays: 730,
    } as const;
    expect(await setRules(locksmith, rules as never)).toMatchObject(refusedWith(/for the proprietor/));
    expect(await setRules(proprietor, rules as never)).toEqual({ ok: true, value: null });
    const number = await openTestJob(locksmith, 'Merrowdale');
    const record = async (more: object) =>
      recordAuthority(locksmith, { ...(await edit(number)), ...onSitePapers, ...more });
    expect(await record({})).toMatchObject({
      ok: false,
      problems: [{ field: 'identityDocument' }, { field: 'witness' }],
    });
    expect(await record({ identityDocument: 'passport' })).toMatchObject({
      ok: false,
      problems: [{ field: 'witness' }],
    });
    expect(await record({ identityDocument: 'passport', witness: 'Ivo Marchetta' })).toMatchObject({
      ok: true,
    });
    await setRules(proprietor, {
      ...rules,
      identityAccepted: ['license', 'passport'],
      rightAccepted: ['registration', 'fleetLetter'],
      witness: 'never',
    } as never);
  });

  it('in advance does not open the memory; on site does; a refusal made meanwhile wins', async () => {
    const number = await openTestJob(locksmith, 'Merrowdale');
    await recordAuthority(locksmith, { ...(await edit(number)), ...advancePapers });
    expect(await sendEvent(locksmith, number, 'attemptRecorded', attemptContent('add'))).toMatchObject(
      refusedWith(/Learn a key: record at On site/),
    );
    await recordAuthority(locksmith, { ...(await edit(number)), ...onSitePapers });
    const seen = await edit(number);
    const [refusal, ...attempts] = await Promise.all([
      refuseJob(locksmith, { ...seen, reason: 'The papers name somebody else' }),
      ...Array.from({ length: 6 }, () =>
        sendEvent(locksmith, number, 'attemptRecorded', attemptContent('add')),
      ),
    ]);
    expect(refusal).toMatchObject({ ok: true });
    const { job } = await viewOf(locksmith, number);
    expect(job.closed).toMatchObject({ outcome: 'refused', reason: 'The papers name somebody else' });
    expect(job.log.attempts).toHaveLength(attempts.filter(({ ok }) => ok).length);
    expect(await sendEvent(locksmith, number, 'attemptRecorded', attemptContent('add'))).toMatchObject(
      refusedWith(/closed/),
    );
  });

  it.each(['cloneDirect', 'cloneRing', 'image', 'bench', 'replace', 'remote', 'onBoard', 'aklErase'])(
    'closes an attempt of %s by direct call',
    async (route) => {
      const number = await openTestJob(locksmith, 'Merrowdale');
      expect(await sendEvent(locksmith, number, 'attemptRecorded', attemptContent(route))).toMatchObject(
        refusedWith(/record at On site/),
      );
    },
  );
});

describe('a locked car', () => {
  it('is opened on an agreed note where the papers are inside, and no other lock is', async () => {
    const number = await openTestJob(locksmith, 'Merrowdale');
    expect(await door(number, 'papersInside')).toMatchObject(refusedWith(/note at On site who asks/));
    await noteDoor(locksmith, {
      ...(await edit(number)),
      askedBy: 'Farida Fjordby',
      plate: 'OH 4471',
      said: 'Papers in the glovebox',
    });
    expect(await door(number, 'papersInside')).toMatchObject({ ok: true });
    expect(await door(number, 'lock')).toMatchObject(refusedWith(/Open a lock: record at On site/));
    expect(await sendEvent(locksmith, number, 'attemptRecorded', attemptContent('add'))).toMatchObject({
      ok: false,
    });
    expect((await viewOf(locksmith, number)).job.log.doors).toHaveLength(1);
  });

  it('is opened at once where somebody is in danger, by anybody, written down first and recorded after', async () => {
    const number = await openTestJob(trainee, 'Merrowdale');
    expect(await door(number, 'danger', trainee)).toMatchObject({ ok: false });
    expect(await declareDanger(trainee, { number })).toMatchObject({ ok: true });
    expect(await declareDanger(trainee, { number })).toMatchObject({ ok: true });
    const line = await database().query(
      `SELECT count(*)::int AS lines FROM audit_line WHERE action = 'job.danger'`,
    );
    expect(line.rows[0]?.lines).toBe(2);
    expect(await door(number, 'danger', trainee)).toMatchObject({ ok: true });
    expect(await door(number, 'lock', trainee)).toMatchObject({ ok: false });
    const view = await viewOf(locksmith, number);
    expect(view.stations.find(({ name }) => name === 'on-site')?.line).toBe('Record the emergency');
    expect(
      await recordEmergency(trainee, {
        ...(await edit(number)),
        record: 'A child inside; the ambulance came at ten',
      }),
    ).toMatchObject({ ok: true });
    expect((await viewOf(locksmith, number)).job.danger?.recordedAt).not.toBeNull();
  });
});

describe('a trainee', () => {
  const second = (number: number, passcode: string, personId = locksmith.personId) =>
    signInSecond(trainee, { number, personId, passcode });

  it('is stopped behind the gates, and goes on with a second person on that job only, for some hours', async () => {
    const [number, other] = [
      await openTestJob(trainee, 'Merrowdale'),
      await openTestJob(trainee, 'Merrowdale'),
    ];
    const record = async (job: number) => recordAuthority(trainee, { ...(await edit(job)), ...onSitePapers });
    expect(await record(number)).toMatchObject(refusedWith(/with a second person/));
    expect(await second(number, 'wrong-passcode')).toMatchObject({
      ok: false,
      problems: [{ field: 'passcode' }],
    });
    expect(await second(number, 'clay-tag-63', trainee.personId)).toMatchObject({ ok: false });
    expect(await second(number, 'glaze-slip-27')).toMatchObject({
      ok: true,
      value: { name: 'Sunniva Aasgren' },
    });
    expect(await record(number)).toMatchObject({ ok: true });
    expect(await record(other)).toMatchObject(refusedWith(/with a second person/));
    expect(await sendEvent(trainee, number, 'attemptRecorded', attemptContent('add'))).toMatchObject({
      ok: true,
    });
    const later = { ...trainee, at: new Date(trainee.at.getTime() + 5 * 3_600_000) };
    expect(await sendEvent(later, number, 'attemptRecorded', attemptContent('add'))).toMatchObject(
      refusedWith(/a trainee needs a second person/),
    );
    await endSecond(trainee, { number });
    expect(await sendEvent(trainee, number, 'attemptRecorded', attemptContent('add'))).toMatchObject({
      ok: false,
    });
  });

  it('cannot name a secret or key of another job in an attempt', async () => {
    const number = await openTestJob(locksmith, 'Merrowdale');
    await recordAuthority(locksmith, { ...(await edit(number)), ...onSitePapers });
    expect(
      await sendEvent(locksmith, number, 'attemptRecorded', attemptContent('add', { secretIds: [uuid()] })),
    ).toMatchObject(refusedWith(/secret named in this attempt is not on this job/));
  });
});
