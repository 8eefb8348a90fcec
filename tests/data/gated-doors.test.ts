import fc from 'fast-check';
import { v7 as uuid } from 'uuid';
import { afterAll, beforeAll, describe, expect, it, vi } from 'vitest';
import type { PersonActor } from '@/core/kinds/actor';
import type { Purpose } from '@/core/kinds/purpose';
import { keepRunCar, putRunCar } from '@/usecases/benches/run-car';
import { database } from '@/usecases/database';
import { refuseJob } from '@/usecases/jobs/authority';
import { takePhotograph } from '@/usecases/jobs/photographs';
import { startSession } from '@/usecases/people/sessions';
import { closePool } from '@/usecases/pool/lane';
import { keepSecret } from '@/usecases/secrets/secrets';
import { isAnswer, listActions, listHandlers, namesOf, requestTo } from '../support/doors';
import { fittingInputsOf } from '../support/hostile';
import { viewOf } from '../support/jobs';
import { somePicture } from '../support/picture';
import { jobAtCar, RunDevice } from '../support/runs';
import { actorOf, testDatabase } from '../support/test-database';

// Whatever is asked at the address of a job names what it asks the gate for; and where it names a purpose, nobody gets through who may
// not: nobody without papers, no trainee alone, nobody at all once the job was refused.

testDatabase('world');

const seen = vi.hoisted(() => ({ cookie: '', Class: undefined as undefined | (new () => object) }));
vi.mock('next/headers', () => ({
  cookies: async () => ({
    get: (name: string) => (name === 'kilnsman_session' ? { name, value: seen.cookie } : undefined),
    set: () => {},
    delete: () => {},
  }),
  headers: async () => new Headers({ host: '127.0.0.1:3000', 'user-agent': 'doors' }),
}));
vi.mock('next/cache', () => ({ revalidatePath: () => {} }));
vi.mock('@/inputs/parse', async (original) => {
  const own = await original<typeof import('@/inputs/parse')>();
  return {
    ...own,
    parseInput: (Class: new () => object, data: unknown) => {
      seen.Class = Class;
      return own.parseInput(Class, data);
    },
  };
});

/** Addresses of a job, and of what hangs on one. */
const ofAJob = /\/(jobs\/\[number\]|runs\/\[id\]|quotes\/\[number\]|receipts\/\[number\])/;

/** What each action of a job asks the gate for; `plain` where nothing that it answers opens a car. A new action needs a line. */
const actionPurposes: Readonly<Record<string, Purpose | 'plain'>> = {
  acceptByPhoneAction: 'plain',
  agreePriceAction: 'plain',
  answerQuestionAction: 'plain',
  askBureauAction: 'codeFromVin',
  bittingAction: 'codeToBitting',
  changeCallAction: 'plain',
  changeRingAction: 'plain',
  chooseCandidateAction: 'plain',
  chooseNetworkAction: 'plain',
  chooseRouteAction: 'plain',
  chooseVanAction: 'plain',
  closeJobAction: 'plain',
  correctWordsAction: 'plain',
  declareDangerAction: 'plain',
  endSecondAction: 'plain',
  keepSecretAction: 'plain',
  knownCarsAction: 'plain',
  makeChoiceAction: 'plain',
  makeHandoverLinkAction: 'plain',
  makeLinkAction: 'plain',
  makeReceiptAction: 'plain',
  namesAction: 'plain',
  noteDoorAction: 'plain',
  noteRivalAction: 'plain',
  offerQuoteAction: 'plain',
  openComebackAction: 'plain',
  openJobAction: 'plain',
  previewCallAction: 'plain',
  recordAuthorityAction: 'plain',
  recordEmergencyAction: 'plain',
  recordFactsAction: 'plain',
  refuseJobAction: 'plain',
  reopenJobAction: 'plain',
  reserveTimeAction: 'plain',
  revokeLinkAction: 'plain',
  setHandPriceAction: 'plain',
  setRankAction: 'plain',
  setTermsAction: 'plain',
  setWorksAction: 'plain',
  signInSecondAction: 'plain',
  takeBackAction: 'plain',
  takePaymentAction: 'plain',
  writeRemoteAction: 'plain',
  // Of benches, those that hang on a job.
  beginSheetAction: 'readLock',
  candidatesAction: 'readLock',
  checkCutAction: 'seeSecret',
  countKeysAction: 'plain',
  cutOnMachineAction: 'cutInWorkshop',
  examineVinAction: 'plain',
  findRoutesAction: 'plain',
  hangBittingAction: 'plain',
  identifyAction: 'plain',
  keepFoundCodeAction: 'searchCodes',
  keepTurnedAction: 'readLock',
  openSheetAction: 'readLock',
  readBenchCarAction: 'plain',
  readCutAction: 'seeSecret',
  readMeterAction: 'plain',
  readWithDeviceAction: 'plain',
  removeBenchTraceAction: 'plain',
  // Counts are for anybody; codes are told on a job alone, by its own gate (tests/data/blade).
  searchCodesAction: 'plain',
};

const canary = 'QX88429';
interface Job {
  readonly number: number;
  readonly runId: string;
  readonly device: string;
  readonly secretId: string;
  readonly photographId: string;
}

let locksmith: PersonActor;
let bare: Job;
let shown: Job;
let refused: Job;
beforeAll(async () => {
  locksmith = await actorOf('locksmith');
  shown = await jobWithAll(true);
  refused = await jobWithAll(true);
  bare = await jobWithAll(false);
  const { job } = await viewOf(locksmith, refused.number);
  await refuseJob(locksmith, {
    number: job.number,
    version: job.version,
    reason: 'The plate is another one.',
  });
});
afterAll(closePool);

/** A job with a PIN, a photograph, and a run on whose line something was said. */
async function jobWithAll(papers: boolean): Promise<Job> {
  const number = await jobAtCar(locksmith, { papers });
  const { job } = await viewOf(locksmith, number);
  await keepSecret(locksmith, {
    number,
    version: job.version,
    kind: 'pin',
    source: 'customer',
    value: canary,
  });
  const run = await RunDevice.starts(locksmith, number);
  await putRunCar(locksmith, run.runId, { device: run.device, wrong: 'nothing' });
  const inputs = [
    { atUs: 1, input: { kind: 'frame', frame: { id: 0x7e0, data: [...Buffer.from(canary)] } } },
  ] as const;
  const kept = await keepRunCar(locksmith, run.runId, { device: run.device, part: 2, inputs, untilUs: 9 });
  expect(kept).toMatchObject({ ok: true });
  const photographId = uuid();
  await takePhotograph(locksmith, number, { id: photographId, runId: null, of: '' }, await somePicture());
  const secret = await database().query<{ id: string }>('SELECT id FROM envelope WHERE job_id = $1', [
    job.id,
  ]);
  const { device, runId } = run;
  return { number, runId, device, secretId: secret.rows[0]?.id ?? '', photographId };
}

const signInAs = async (role: 'locksmith' | 'trainee') => {
  seen.cookie = await startSession((await actorOf(role)).personId, 'doors');
};

const paramsFor = (job: Job, path: string) =>
  Object.fromEntries(
    namesOf(path).map((name) => [
      name,
      name === 'number'
        ? String(job.number)
        : path.includes('runs/')
          ? job.runId
          : path.includes('photographs')
            ? job.photographId
            : job.secretId,
    ]),
  );

const bodies: Readonly<Record<string, (job: Job) => object>> = {
  '/api/v1/jobs/[number]/cutting-list': ({ secretId }) => ({
    bittingId: secretId,
    where: 'workshop',
    format: 'json',
  }),
  '/api/v1/jobs/[number]/secrets/[id]': () => ({}),
  '/api/v1/runs/[id]/car': ({ device }) => ({ device, wrong: 'nothing' }),
};

describe('a door of a job', () => {
  it('names what it asks the gate for', async () => {
    const unnamed = (await listHandlers())
      .filter(({ path, handler }) => ofAJob.test(path) && handler.purpose === undefined)
      .map(({ method, path }) => `${method} ${path}`);
    expect(unnamed).toEqual([]);
    const actions = (await listActions())
      .filter(({ file }) => /\/(jobs|benches)\/actions\.ts$/.test(file))
      .map(({ name }) => name);
    expect(actions.filter((name) => !(name in actionPurposes))).toEqual([]);
    expect(Object.keys(actionPurposes).filter((name) => !actions.includes(name))).toEqual([]);
  });

  it('that names a purpose is shut without papers, to a trainee alone, and on a refused job', async () => {
    const gated = (await listHandlers()).filter(
      ({ handler }) => handler.purpose && !['plain', 'byContent'].includes(handler.purpose),
    );
    expect(gated.length).toBeGreaterThan(5);
    const open: string[] = [];
    const tried = [
      ['locksmith', bare],
      ['trainee', shown],
      ['locksmith', refused],
      ['trainee', refused],
    ] as const;
    for (const { method, path, handler } of gated)
      for (const [role, job] of tried) {
        await signInAs(role);
        const body = method === 'POST' ? JSON.stringify(bodies[path]?.(job) ?? {}) : undefined;
        const query = `device=${job.device}`;
        const asked = requestTo(path, paramsFor(job, path), { method, query, body });
        const response = await handler(...asked);
        const text = await response.text();
        if (response.status < 400 || text.includes(canary))
          open.push(`${method} ${path} ${role} ${job.number}`);
      }
    expect(open).toEqual([]);
  });

  it('lets through who may, so that the gate is what shut it', async () => {
    await signInAs('locksmith');
    const handlers = await listHandlers();
    const ask = async (method: string, path: string) => {
      const handler = handlers.find((one) => one.method === method && one.path === path)?.handler;
      const asked = requestTo(path, paramsFor(shown, path), {
        method,
        query: `device=${shown.device}`,
        body: method === 'POST' ? '{}' : undefined,
      });
      return (await handler?.(...asked))?.status;
    };
    expect(await ask('GET', '/api/v1/runs/[id]/trace')).toBe(200);
    expect(await ask('GET', '/api/v1/runs/[id]/car')).toBe(200);
    expect(await ask('GET', '/api/v1/jobs/[number]/photographs/[id]')).toBe(200);
    expect(await ask('POST', '/api/v1/jobs/[number]/secrets/[id]')).toBe(200);
    const looks = await database().query<{ action: string }>(
      `SELECT DISTINCT action FROM audit_line a JOIN job j ON j.id = a.subject_id WHERE j.number = $1`,
      [shown.number],
    );
    expect(looks.rows.map(({ action }) => action)).toEqual(
      expect.arrayContaining(['run.traceExported', 'run.carTakenOver', 'photograph.seen', 'secret.seen']),
    );
  });

  it('gives a car with what was said to it to its driver alone, whatever device is named', async () => {
    await signInAs('trainee');
    const handler = (await listHandlers()).find(
      ({ method, path }) => method === 'GET' && path === '/api/v1/runs/[id]/car',
    )?.handler;
    const asked = requestTo(
      '/api/v1/runs/[id]/car',
      { id: shown.runId },
      { query: `device=${shown.device}` },
    );
    const response = await handler?.(...asked);
    expect(response?.status).toBe(409);
    expect(await response?.text()).toContain('drives');
  });

  it('that is an action with a purpose answers nobody without papers, whatever it is sent', async () => {
    await signInAs('locksmith');
    const open: string[] = [];
    const known = {
      ids: [shown.secretId],
      idsFor: {},
      jobs: [bare.number, refused.number],
      words: ['13244', 'x'],
      isTame: true,
    };
    for (const { name, action } of await listActions()) {
      const purpose = actionPurposes[name];
      if (!purpose || purpose === 'plain') continue;
      seen.Class = undefined;
      await action({}).catch(() => {});
      if (!seen.Class) throw new Error(`no input of ${name}`);
      for (const input of fc.sample(fittingInputsOf(seen.Class, known), { numRuns: 12, seed: 7 })) {
        const answer = await action(input).catch((error) => (isAnswer(error) ? undefined : error));
        if ((answer as { ok?: boolean } | undefined)?.ok !== false) open.push(name);
      }
    }
    expect([...new Set(open)]).toEqual([]);
  });
});
