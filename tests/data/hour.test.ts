import sharp from 'sharp';
import { v7 as uuid } from 'uuid';
import { beforeAll, describe, expect, it } from 'vitest';
import { noArrival } from '@/core/job/arrival';
import type { PersonActor } from '@/core/kinds/actor';
import { database } from '@/usecases/database';
import { refuseJob } from '@/usecases/jobs/authority';
import { readHandover } from '@/usecases/jobs/handover';
import { readPhotographs, seePhotograph, takePhotograph } from '@/usecases/jobs/photographs';
import { readRunMarks } from '@/usecases/jobs/read-run';
import { closeJob } from '@/usecases/jobs/record';
import { readOpenMarks, settleRunMark } from '@/usecases/library/run-marks';
import { openOffer, readHandedOver, readOffer } from '@/usecases/quote/customer';
import { makeHandoverLink, revokeLink } from '@/usecases/quote/links';
import { keepRunSecret } from '@/usecases/secrets/run-secrets';
import { keepSecret, lookAtSecret, readSecrets } from '@/usecases/secrets/secrets';
import { attemptContent, sendEvent, viewOf } from '../support/jobs';
import { somePicture } from '../support/picture';
import { applyRetentionTwice } from '../support/retention';
import { jobAtCar, RunDevice } from '../support/runs';
import { actorOf, testDatabase } from '../support/test-database';

testDatabase('world');

let locksmith: PersonActor;
let trainee: PersonActor;
beforeAll(async () => {
  locksmith = await actorOf('locksmith');
  trainee = await actorOf('trainee');
});

const close = async (actor: PersonActor, number: number, more: object = {}) => {
  const { job } = await viewOf(actor, number);
  return closeJob(actor, { number, version: job.version, outcome: 'done', reason: '', ...more });
};

/** A job whose run has worked, with a count that fits. */
async function learned(): Promise<{ readonly number: number; readonly device: RunDevice }> {
  const number = await jobAtCar(locksmith);
  await sendEvent(locksmith, number, 'countRead', { moment: 'before', answer: 2 });
  const device = await RunDevice.starts(locksmith, number);
  await device.goesToEnd();
  await device.sends([{ kind: 'ended', count: 3, reason: '', atMs: locksmith.at.getTime() }]);
  return { number, device };
}

describe('proving', () => {
  it('lists what is tried of each key, keeps what came of it, and leaves a failed check open at the close', async () => {
    const { number } = await learned();
    const { proof, stations } = await viewOf(locksmith, number);
    const made = proof.find(({ key }) => key.role === 'made');
    expect(made?.checks.map(({ name }) => name)).toContain('startAgain');
    expect(proof.some(({ key }) => key.role === 'stays')).toBe(true);
    expect(stations.find(({ name }) => name === 'prove')?.line).toMatch(/^0 of \d+ checks$/);

    const tell = (check: string, result: string, keyId = made?.key.keyId) =>
      sendEvent(locksmith, number, 'keyProved', { keyId, check, result, at: locksmith.at });
    expect(await tell('start', 'fails')).toMatchObject({ ok: true });
    expect(await tell('start', 'works', uuid())).toMatchObject({ ok: false });
    const refused = await close(locksmith, number);
    expect(refused.ok ? '' : refused.problems[0]?.message).toMatch(/failed at Prove: key \d/);
    expect(await tell('start', 'works')).toMatchObject({ ok: true });
    expect(await close(locksmith, number)).toMatchObject({ ok: true });
  });

  it('counts nothing of it once the car was worked on again', async () => {
    const { number } = await learned();
    const of = async () =>
      (await viewOf(locksmith, number)).proof[0]?.checks.find(({ name }) => name === 'start');
    const keyId = (await of())?.keyId;
    await sendEvent(locksmith, number, 'keyProved', {
      keyId,
      check: 'start',
      result: 'works',
      at: locksmith.at,
    });
    expect((await of())?.proof?.result).toBe('works');
    await sendEvent(
      locksmith,
      number,
      'attemptRecorded',
      attemptContent('add', {
        from: locksmith.at,
        to: new Date(locksmith.at.getTime() + 60_000),
        result: 'failed',
        reason: 'Once more',
      }),
    );
    expect((await of())?.proof).toBeUndefined();
  });
});

describe('the handover note', () => {
  it('is a draft until the close, frozen then, and read by link once', async () => {
    const { number } = await learned();
    expect((await readHandover(locksmith, number))?.isDraft).toBe(true);
    expect(await makeHandoverLink(locksmith, { number })).toMatchObject({ ok: false });
    await close(locksmith, number);
    const handed = await readHandover(locksmith, number);
    expect(handed?.isDraft).toBe(false);
    expect(handed?.note.keys.some(({ says }) => says.join(' ').includes('Not tried today'))).toBe(true);

    const made = await makeHandoverLink(locksmith, { number });
    if (!made.ok) throw new Error('no link');
    const opened = await openOffer(made.value.token, 'a phone');
    if (!opened.ok) throw new Error('it did not open');
    expect(await openOffer(made.value.token, 'a phone')).toMatchObject({ ok: false });
    expect(await readOffer(opened.value.cookie)).toBeUndefined();
    expect((await readHandedOver(opened.value.cookie))?.note).toEqual(handed?.note);
    const links = await database().query<{ id: string }>('SELECT id FROM quote_link WHERE quote_id IS NULL');
    expect(await revokeLink(locksmith, { number, linkId: links.rows[0]?.id ?? '' })).toMatchObject({
      ok: true,
    });
    expect(await readHandedOver(opened.value.cookie)).toBeUndefined();
  });

  it('is not made for a job that was not done', async () => {
    const number = await jobAtCar(locksmith);
    await close(locksmith, number, { outcome: 'notDone', reason: 'The customer left' });
    expect(await makeHandoverLink(locksmith, { number })).toMatchObject({ ok: false });
  });
});

describe('a reason at the close', () => {
  it('is not taken of a trainee alone', async () => {
    const number = await jobAtCar(locksmith);
    const device = await RunDevice.starts(locksmith, number);
    await device.goesToEnd();
    await device.sends([{ kind: 'ended', count: 7, reason: '', atMs: locksmith.at.getTime() }]);
    const refused = await close(trainee, number, { reason: 'It says so' });
    expect(refused.ok ? '' : refused.problems[0]?.message).toMatch(/proprietor or a locksmith/);
    expect(await close(locksmith, number, { reason: 'Two more were made elsewhere' })).toMatchObject({
      ok: true,
    });
  });
});

describe('before the first command', () => {
  it('a module VIN that is not the plate’s keeps a run from beginning until it is explained', async () => {
    const number = await jobAtCar(locksmith);
    const note = (more: object) => sendEvent(locksmith, number, 'arrivalNoted', { ...noArrival, ...more });
    expect(await note({ vin: 'anotherCar', vinPlaces: 8 })).toMatchObject({ ok: true });
    await expect(RunDevice.starts(locksmith, number)).rejects.toThrow(/VIN of the module/);
    expect(await note({ vin: 'anotherCar', ticks: ['vinExplained'] })).toMatchObject({ ok: true });
    await RunDevice.starts(locksmith, number);
  });
});

describe('marks of a run', () => {
  it('are kept with it, and what says that a text is wrong comes to the library until it is seen to', async () => {
    const number = await jobAtCar(locksmith);
    const device = await RunDevice.starts(locksmith, number);
    const { log } = await device.state();
    const atMs = locksmith.at.getTime();
    const mark = (mark: 'textWrong' | 'volts' | 'note', words: string, volts: number | null = null) =>
      device.sends([{ kind: 'marked', node: log.walk.at, mark, words, volts, atMs }]);
    expect((await mark('textWrong', 'The socket is on the left')).answers[0]).toHaveProperty('seq');
    expect((await mark('volts', '', 12.4)).answers[0]).toHaveProperty('seq');
    expect((await mark('note', '')).answers[0]).toHaveProperty('refused');
    const view = await viewOf(locksmith, number);
    expect(await readRunMarks(locksmith, view.runs)).toMatchObject([
      { mark: 'textWrong', words: 'The socket is on the left', step: expect.any(String) },
      { mark: 'volts', volts: 12.4 },
    ]);
    const [open] = (await readOpenMarks(locksmith)).filter(({ jobNumber }) => jobNumber === number);
    expect(open).toMatchObject({ mark: 'textWrong', procedure: expect.any(String) });
    const settled = { runId: open?.runId ?? '', eventId: open?.eventId ?? '' };
    expect(await settleRunMark(locksmith, settled)).toMatchObject({ ok: true });
    expect(await settleRunMark(locksmith, settled)).toMatchObject({ ok: false });
    expect((await readOpenMarks(locksmith)).some(({ jobNumber }) => jobNumber === number)).toBe(false);
  });

  it('hold no secret of the job', async () => {
    const number = await jobAtCar(locksmith);
    const { job } = await viewOf(locksmith, number);
    await keepSecret(locksmith, {
      number,
      version: job.version,
      kind: 'pin',
      source: 'customer',
      value: '48213',
    });
    const device = await RunDevice.starts(locksmith, number);
    const { log } = await device.state();
    const sent = await device.sends([
      { kind: 'marked', node: log.walk.at, mark: 'note', words: 'PIN is 48213', volts: null, atMs: 0 },
    ]);
    expect(sent.answers[0]).toMatchObject({ refused: expect.stringMatching(/holds PIN/) });
  });
});

describe('what a run seals', () => {
  it('is kept once, behind the gate, and found by its name', async () => {
    const number = await jobAtCar(locksmith);
    const device = await RunDevice.starts(locksmith, number);
    const told = { id: uuid(), device: device.device, of: 'pin', value: '7741' } as const;
    const first = await keepRunSecret(locksmith, device.runId, told);
    const again = await keepRunSecret(locksmith, device.runId, told);
    expect(first).toMatchObject({ ok: true });
    expect(first).toEqual(again);
    const view = await viewOf(locksmith, number);
    const { secrets } = await readSecrets(locksmith, view.job);
    expect(secrets).toMatchObject([{ kind: 'pin', source: 'obdSocket' }]);
    const id = secrets[0]?.id ?? '';
    expect(await lookAtSecret(locksmith, { number, id })).toMatchObject({
      ok: true,
      value: { value: '7741' },
    });

    const bare = await jobAtCar(locksmith, { papers: false });
    const other = await RunDevice.starts(locksmith, bare);
    expect(
      await keepRunSecret(locksmith, other.runId, { ...told, id: uuid(), device: other.device }),
    ).toMatchObject({
      ok: false,
    });
  });
});

describe('a photograph', () => {
  let jpeg: Buffer;
  beforeAll(async () => {
    jpeg = await somePicture();
  });
  it('is sealed with its job, once for its id, and each look is on record', async () => {
    const number = await jobAtCar(locksmith);
    const taken = { id: uuid(), runId: null, of: 'the board before it is opened' };
    expect(await takePhotograph(locksmith, number, taken, jpeg)).toMatchObject({ ok: true });
    expect(await takePhotograph(locksmith, number, taken, jpeg)).toMatchObject({ ok: true });
    const { job } = await viewOf(locksmith, number);
    expect(await readPhotographs(locksmith, job.id)).toMatchObject({
      shut: null,
      photographs: [{ of: taken.of }],
    });
    const seen = await seePhotograph(locksmith, number, taken.id);
    // Drawn anew: the picture is the same, the file is not.
    const drawn = seen.ok ? seen.value.bytes : Buffer.alloc(0);
    expect(await sharp(drawn).metadata()).toMatchObject({ format: 'jpeg', width: 120, height: 80 });
    expect(drawn.equals(jpeg)).toBe(false);
    const raw = await database().query<{ body: Buffer }>('SELECT body FROM job_photograph WHERE id = $1', [
      taken.id,
    ]);
    expect(raw.rows[0]?.body.includes(drawn)).toBe(false);
    const audit = await database().query(
      "SELECT 1 FROM audit_line WHERE action = 'photograph.seen' AND details->>'photograph' = $1",
      [taken.id],
    );
    expect(audit.rowCount).toBe(1);
  });

  it('is shut without papers, to a trainee alone, and on a refused job', async () => {
    const bare = await jobAtCar(locksmith, { papers: false });
    const id = uuid();
    const taken = { id, runId: null, of: '' };
    expect(await takePhotograph(locksmith, bare, taken, jpeg)).toMatchObject({ ok: true });
    expect(await seePhotograph(locksmith, bare, id)).toMatchObject({ ok: false });
    const shown = await jobAtCar(locksmith);
    const other = { ...taken, id: uuid() };
    expect(await takePhotograph(locksmith, shown, other, jpeg)).toMatchObject({ ok: true });
    expect(await seePhotograph(locksmith, shown, other.id)).toMatchObject({ ok: true });
    expect(await seePhotograph(await actorOf('trainee'), shown, other.id)).toMatchObject({ ok: false });
    const { job } = await viewOf(locksmith, shown);
    await refuseJob(locksmith, { number: shown, version: job.version, reason: 'The plate is another one.' });
    expect(await seePhotograph(locksmith, shown, other.id)).toMatchObject({ ok: false });
    expect((await readPhotographs(locksmith, job.id)).shut).toMatch(/stay sealed/);
  });

  it('that is none is refused, and one whose period is over cannot be read', async () => {
    const number = await jobAtCar(locksmith);
    const of = { runId: null, of: '' };
    expect(
      await takePhotograph(locksmith, number, { id: uuid(), ...of }, Buffer.from('<svg/>')),
    ).toMatchObject({
      ok: false,
    });
    const id = uuid();
    await takePhotograph(locksmith, number, { id, ...of }, jpeg);
    await close(locksmith, number, { outcome: 'notDone', reason: 'The customer left' });
    await applyRetentionTwice(new Date(locksmith.at.getTime() + 1000 * 86_400_000));
    expect(await seePhotograph(locksmith, number, id)).toMatchObject({ ok: false });
  });
});
