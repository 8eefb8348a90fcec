import { v7 as uuid } from 'uuid';
import { beforeAll, describe, expect, it } from 'vitest';
import type { PersonActor } from '@/core/kinds/actor';
import type { RunEvent } from '@/core/run/events/run-events';
import { foldRun } from '@/core/run/events/run-events';
import { boundOf } from '@/core/run/run-basis';
import { piecesOf } from '@/core/run/run-log';
import { countPieces } from '@/data/stock';
import { database } from '@/usecases/database';
import { refuseJob } from '@/usecases/jobs/authority';
import { changeLease, readRightUses, readRun } from '@/usecases/jobs/read-run';
import { readKeyPieces } from '@/usecases/jobs/start-run';
import { moveStock } from '@/usecases/shop/stock';
import { viewOf } from '../support/jobs';
import { hangAnother, jobAtCar, RunDevice } from '../support/runs';
import { actorOf, testDatabase } from '../support/test-database';

testDatabase('world');

let locksmith: PersonActor;
let proprietor: PersonActor;
beforeAll(async () => {
  locksmith = await actorOf('locksmith');
  proprietor = await actorOf('proprietor');
});

/** A model whose keys are added with a licence that counts its uses. */
const creditModel = 'Kestlebrook';

async function creditsOf(vanId: string): Promise<number> {
  const found = await database().query<{ credits: number }>(
    "SELECT credits FROM tool_right WHERE van_id = $1 AND name = 'Heddle 3 credits'",
    [vanId],
  );
  return found.rows[0]?.credits ?? -1;
}

async function countOf(table: string, runId: string): Promise<number> {
  const found = await database().query<{ n: number }>(
    `SELECT count(*)::integer AS n FROM ${table} WHERE run_id = $1`,
    [runId],
  );
  return found.rows[0]?.n ?? 0;
}

const isCommand = (device: RunDevice) => async () => {
  const { goesOn } = await device.state();
  return goesOn[0]?.kind === 'commanded';
};

/** Goes on until the next thing is a command. */
async function toCommand(device: RunDevice): Promise<RunEvent> {
  for (let turn = 0; turn < 60; turn += 1) {
    const { goesOn } = await device.state();
    if (await isCommand(device)()) return goesOn[0] as RunEvent;
    await device.sends(goesOn);
  }
  throw new Error('no command comes');
}

describe('a run of a job', () => {
  it('goes from its start to its end, which is an attempt with its count; the checkpoint is the fold', async () => {
    const number = await jobAtCar(locksmith);
    const device = await RunDevice.starts(locksmith, number);
    await device.goesToEnd();
    const atMs = locksmith.at.getTime();
    const refused = await device.sends([{ kind: 'ended', count: null, reason: '', atMs }]);
    expect(refused.answers[0]).toMatchObject({ refused: expect.stringMatching(/how many keys/) });
    const { answers } = await device.sends([{ kind: 'ended', count: 3, reason: '', atMs }]);
    expect(answers[0]).toHaveProperty('seq');

    const read = await readRun(locksmith, device.runId, 0);
    if (!read?.basis) throw new Error('no run');
    const ground = { basis: read.basis, bound: boundOf(read.basis) };
    const events = read.events.map(({ event }) => event);
    const { log } = await device.state();
    expect(log).toEqual(foldRun(ground, locksmith.at.getTime(), events));
    expect(log.ended?.result).toBe('worked');

    const { job } = await viewOf(locksmith, number);
    const made = job.keys.find(({ madeHere }) => madeHere);
    expect(job.log.attempts).toMatchObject([
      { attemptId: device.runId, route: 'add', result: 'worked', learnedKeyIds: [made?.id] },
    ]);
    expect(job.log.countAfter).toBe(3);
    const audit = await database().query<{ action: string }>(
      "SELECT action FROM audit_line WHERE details->>'run' = $1 ORDER BY seq",
      [device.runId],
    );
    const actions = audit.rows.map(({ action }) => action);
    expect(actions[0]).toBe('run.started');
    expect(actions.at(-1)).toBe('run.ended');
    expect(actions).toContain('run.commanded');
  });

  it('lets the next key that is hung take the place of one that is no good, and learns that', async () => {
    const number = await jobAtCar(locksmith);
    const device = await RunDevice.starts(locksmith, number);
    const [spoiled] = (await viewOf(locksmith, number)).job.keys.filter(({ madeHere }) => madeHere);
    const next = await hangAnother(locksmith, number);
    const atMs = locksmith.at.getTime();
    const { answers } = await device.sends([
      { kind: 'exchanged', from: spoiled?.tag ?? 0, to: next.tag, atMs },
    ]);
    expect(answers[0]).toHaveProperty('seq');
    await device.goesToEnd();
    await device.sends([{ kind: 'ended', count: 3, reason: '', atMs }]);
    const [attempt] = (await viewOf(locksmith, number)).job.log.attempts;
    expect(attempt).toMatchObject({ result: 'worked', learnedKeyIds: [next.id] });
  });

  it('takes the same events once, whoever sends them again and however they are cut', async () => {
    const number = await jobAtCar(locksmith);
    const device = await RunDevice.starts(locksmith, number);
    const { goesOn } = await device.state();
    const ids = goesOn.map(() => uuid());
    const first = await device.sends(goesOn, { basedOn: 0, ids });
    const again = await device.sends(goesOn, { basedOn: 0, ids });
    expect(again.answers).toEqual(first.answers);
    expect(await countOf('run_event', device.runId)).toBe(goesOn.length);
    // Sent by six at once, each event stands once.
    const next = (await device.state()).goesOn;
    const nextIds = next.map(() => uuid());
    const basedOn = device.lastSeq;
    await Promise.all(Array.from({ length: 6 }, () => device.sends(next, { basedOn, ids: nextIds })));
    expect(await countOf('run_event', device.runId)).toBe(goesOn.length + next.length);
  });

  it('takes nothing that was made on another state than the one it has come to', async () => {
    const number = await jobAtCar(locksmith);
    const device = await RunDevice.starts(locksmith, number);
    const { goesOn } = await device.state();
    await device.sends(goesOn);
    const stale = await device.sends((await device.state()).goesOn, { basedOn: 0 });
    expect(stale.answers).toEqual([{ id: expect.any(String), conflict: 'cameFurther' }]);
    expect(await countOf('run_event', device.runId)).toBe(goesOn.length);
  });

  it('starts no gated command without the right to the car, by a direct call of any role; a refusal made meanwhile wins', async () => {
    const number = await jobAtCar(locksmith, { papers: false });
    const device = await RunDevice.starts(locksmith, number);
    const command = await toCommand(device);
    // The id of a device is no secret, and takes nobody the wheel.
    const byId = await new RunDeviceOf(proprietor, device).sends([command]);
    expect(byId.answers[0]).toMatchObject({ conflict: 'driven' });
    for (const actor of [locksmith, proprietor, await actorOf('trainee')]) {
      const sent = await new RunDeviceOf(actor, device).sends([command]);
      expect(sent.answers[0]).toMatchObject({
        refused: expect.stringMatching(/right to the car|On site|second person/),
      });
      await changeLease(actor, device.runId, { device: device.device, want: 'leave' });
    }
    expect(await countOf('run_event_refused', device.runId)).toBe(3);

    const shown = await jobAtCar(locksmith);
    const other = await RunDevice.starts(locksmith, shown);
    const gated = await toCommand(other);
    const { job } = await viewOf(locksmith, shown);
    await refuseJob(locksmith, { number: shown, version: job.version, reason: 'The plate is another one.' });
    expect((await other.sends([gated])).answers[0]).toMatchObject({ refused: expect.any(String) });
  });

  it('is driven by one device: others are told so, ask, and are let in or not', async () => {
    const number = await jobAtCar(locksmith);
    const device = await RunDevice.starts(locksmith, number);
    const second = new RunDevice(proprietor, device.runId);
    const { goesOn } = await device.state();
    expect((await second.sends(goesOn)).answers).toEqual([{ id: expect.any(String), conflict: 'driven' }]);

    const ask = await changeLease(proprietor, device.runId, { device: second.device, want: 'ask' });
    expect(ask.ok && ask.value).toMatchObject({ drives: false, askedName: proprietor.name });
    const kept = await changeLease(locksmith, device.runId, { device: device.device, want: 'keep' });
    expect(kept.ok && kept.value).toMatchObject({ drives: true, askedName: null });
    await changeLease(proprietor, device.runId, { device: second.device, want: 'ask' });
    await changeLease(locksmith, device.runId, { device: device.device, want: 'give' });
    const now = await changeLease(proprietor, device.runId, { device: second.device, want: 'drive' });
    expect(now.ok && now.value).toMatchObject({ drives: true, driverName: proprietor.name });
    expect((await device.sends(goesOn)).answers).toEqual([{ id: expect.any(String), conflict: 'driven' }]);
    expect((await second.sends(goesOn)).answers[0]).toHaveProperty('seq');
    await changeLease(proprietor, device.runId, { device: second.device, want: 'leave' });
    device.lastSeq = second.lastSeq;
    expect((await device.sends((await device.state()).goesOn)).answers[0]).toHaveProperty('seq');
  });

  it('takes a piece of the stock and a use of the licence at the act, once, spoiled ones too', async () => {
    const number = await jobAtCar(locksmith, { model: creditModel, year: 2022 });
    const view = await viewOf(locksmith, number);
    const vanId = view.van?.id ?? '';
    const article = view.application?.chip?.article ?? '';
    const arrived = await moveStock(locksmith, {
      article,
      state: 'new',
      grade: 'original',
      vanId,
      reason: 'arrived',
      pieces: 1,
    });
    expect(arrived.ok).toBe(true);
    const piece = { vanId, article, state: 'new', grade: 'original' } as const;
    expect(await readKeyPieces(view)).toContainEqual(piece);
    const lie = () => countPieces(database(), piece);
    const before = await lie();
    const credits = await creditsOf(vanId);

    const device = await RunDevice.starts(locksmith, number);
    const { job } = await viewOf(locksmith, number);
    const tag = job.keys.find(({ madeHere }) => madeHere)?.tag ?? 0;
    const atMs = locksmith.at.getTime();
    const id = uuid();
    const taken: RunEvent = { kind: 'keyTaken', tag, piece, atMs };
    const first = await device.sends([taken], { basedOn: 0, ids: [id] });
    expect(first.answers[0]).toHaveProperty('seq');
    await Promise.all([1, 2, 3].map(() => device.sends([taken], { basedOn: 0, ids: [id] })));
    expect(await lie()).toBe(before - 1);
    device.lastSeq = 1;
    expect((await device.sends([taken])).answers[0]).toMatchObject({
      refused: expect.stringMatching(/already/),
    });

    await device.goesToEnd(({ rightUses }) => rightUses > 0);
    expect(await creditsOf(vanId)).toBe(credits - 1);
    await device.sends([{ kind: 'keySpoiled', tag, atMs }]);
    expect(await lie()).toBe(before - 1);
    const { runs } = await viewOf(locksmith, number);
    expect(runs.flatMap(({ state }) => piecesOf(state))).toEqual([piece]);
    const uses = await readRightUses(locksmith, view.job.id);
    expect(uses).toEqual([{ name: 'Heddle 3 credits', uses: 1 }]);

    // With nothing left, the command is refused and nothing is told to the car.
    const next = await jobAtCar(locksmith, { model: creditModel, year: 2022 });
    const poor = await RunDevice.starts(locksmith, next);
    await database().query("UPDATE tool_right SET credits = 0 WHERE name = 'Heddle 3 credits'");
    await expect(poor.goesToEnd()).rejects.toThrow(/No use of Heddle 3 credits is left/);
    expect((await poor.state()).log.command).toBeNull();
    const empty = { ...piece, state: 'faulty' } as const;
    const none = await poor.sends([{ kind: 'keyTaken', tag, piece: empty, atMs }]);
    expect(none.answers[0]).toMatchObject({ refused: expect.stringMatching(/ledger has no|already/) });
  });

  it('leaves the ring as it left the car, also where it was stopped', async () => {
    const number = await jobAtCar(locksmith);
    const device = await RunDevice.starts(locksmith, number);
    await device.goesToEnd(({ walk }) => walk.taken.includes(3));
    const atMs = locksmith.at.getTime();
    await device.sends([{ kind: 'ended', count: null, reason: 'The customer has no time', atMs }]);
    const { job, ring } = await viewOf(locksmith, number);
    expect(job.log.attempts).toMatchObject([{ result: 'stopped', learnedKeyIds: [] }]);
    expect(ring.tags.find(({ tag }) => tag === 3)?.word).toMatch(/learned/);
    expect(ring.tags.find(({ tag }) => tag === 1)?.word).not.toMatch(/learned/);
  });

  it('begins once for each job, with keys that are here and known to work', async () => {
    const number = await jobAtCar(locksmith);
    await RunDevice.starts(locksmith, number);
    await expect(RunDevice.starts(locksmith, number)).rejects.toThrow(/open/);
  });
});

/** Another person at the same device. */
class RunDeviceOf extends RunDevice {
  override readonly device: string;
  constructor(actor: PersonActor, { runId, device, lastSeq }: RunDevice) {
    super(actor, runId);
    this.device = device;
    this.lastSeq = lastSeq;
  }
}
