import { v7 as uuid } from 'uuid';
import type { PersonActor } from '@/core/kinds/actor';
import { knownOf, type PhysicalKey } from '@/core/programming/keys';
import { foldRun, type RunEvent } from '@/core/run/events/run-events';
import { boundOf } from '@/core/run/run-basis';
import type { RunLog } from '@/core/run/run-log';
import { findRun } from '@/data/runs';
import { ChangeRingInput } from '@/inputs/job-inputs';
import { parseInput } from '@/inputs/parse';
import { RunEventsInput, StartRunInput } from '@/inputs/run-inputs';
import { database } from '@/usecases/database';
import { recordAuthority } from '@/usecases/jobs/authority';
import { changeRing, chooseCandidate, chooseRoute } from '@/usecases/jobs/decide';
import { readRun } from '@/usecases/jobs/read-run';
import { recordRunEvents } from '@/usecases/jobs/run-events';
import { draftRun, startRunOf } from '@/usecases/jobs/start-run';
import { openTestJob, viewOf } from './jobs';
import { advancePapers, onSitePapers } from './papers';
import { nextEvents } from './world-runs';

export interface CarForRun {
  readonly route?: string;
  readonly papers?: boolean;
  readonly model?: string;
  readonly year?: number;
  readonly ignition?: string;
  /** The candidate of this platform is taken; the likeliest where none is named. */
  readonly platform?: string;
  /** How many keys that the car knows are here; those that are not are lost. */
  readonly known?: number;
}

/** A job at the car: the model chosen, keys that work and a new one on the ring, and the right to the car shown. */
export async function jobAtCar(
  actor: PersonActor,
  {
    route = 'add',
    papers = true,
    model = 'Merrowdale',
    year = 2018,
    ignition = 'push',
    platform,
    known = 2,
  }: CarForRun = {},
): Promise<number> {
  const number = await openTestJob(actor, model, { year, ignition, why: 'spare' });
  const edit = async () => ({ number, version: (await viewOf(actor, number)).job.version });
  const view = await viewOf(actor, number);
  const candidate = view.candidates.find(({ application }) => !platform || application.platform === platform);
  const applicationId = candidate?.application.id ?? '';
  await right(chooseCandidate(actor, { ...(await edit()), applicationId, reason: 'likeliest' }));
  await hangKeys(actor, number, known);
  const { van } = await viewOf(actor, number);
  await right(
    chooseRoute(actor, {
      ...(await edit()),
      vanId: van?.id ?? '',
      route: route as 'add',
      reason: 'as the test wants',
    }),
  );
  if (papers) {
    await right(recordAuthority(actor, { ...(await edit()), ...advancePapers }));
    await right(recordAuthority(actor, { ...(await edit()), ...onSitePapers }));
  }
  return number;
}

/** Makes a job with its car chosen ready for a run: keys that work and a new one on the ring, and the route. */
export async function hangForRun(actor: PersonActor, number: number, name: string): Promise<void> {
  await hangKeys(actor, number, 2, name);
  const { job, van } = await viewOf(actor, number);
  await right(
    chooseRoute(actor, {
      number,
      version: job.version,
      vanId: van?.id ?? '',
      route: 'add',
      reason: 'as the test wants',
    }),
  );
}

const key = { presence: 'here', rank: 'unknown', blade: 'good', faults: [], cloneOf: null };

function hangKeys(actor: PersonActor, number: number, known: number, name = 'New one'): Promise<void> {
  const olds = ['Old one', 'Second old one'].map((name, at) => ({
    ...{ ...key, id: uuid(), name, madeHere: false },
    ...(at < known ? { known: 'yes' } : { presence: 'lost', known: 'untested' }),
  }));
  return hang(actor, number, [...olds, { ...key, id: uuid(), name, madeHere: true, known: 'no' }]);
}

/** Hangs one more new key beside those that hang there. */
export async function hangAnother(actor: PersonActor, number: number): Promise<PhysicalKey> {
  const { job } = await viewOf(actor, number);
  const there = job.keys.map((one) => {
    const { tag: _, identityId: __, ...rest } = one;
    return { ...rest, known: knownOf(one, job.identities), cloneOf: null };
  });
  await hang(actor, number, [
    ...there,
    { ...key, id: uuid(), name: 'Next one', madeHere: true, known: 'no' },
  ]);
  const hung = (await viewOf(actor, number)).job.keys.at(-1);
  if (!hung) throw new Error('no key hangs there');
  return hung;
}

async function hang(actor: PersonActor, number: number, keys: readonly object[]): Promise<void> {
  const { job } = await viewOf(actor, number);
  const ring = parseInput(ChangeRingInput, { number, version: job.version, keys });
  if (!ring.ok) throw new Error(JSON.stringify(ring.problems));
  await right(changeRing(actor, ring.value));
}

async function right(edited: Promise<{ ok: boolean }>): Promise<void> {
  const answer = await edited;
  if (!answer.ok) throw new Error(JSON.stringify(answer));
}

/** A device that sends what happens in a run, as a tablet does. */
export class RunDevice {
  readonly device = uuid();
  lastSeq = 0;

  constructor(
    readonly actor: PersonActor,
    readonly runId: string,
  ) {}

  /** Begins a run with the keys that are proposed. */
  static async starts(actor: PersonActor, number: number): Promise<RunDevice> {
    const { keys, refused } = await draftRun(await viewOf(actor, number));
    if (refused !== null) throw new Error(refused);
    const device = new RunDevice(actor, uuid());
    const input = parseInput(StartRunInput, {
      id: device.runId,
      device: device.device,
      known: keys.known.map(({ id }) => id),
      learn: keys.learn.map(({ id }) => id),
    });
    if (!input.ok) throw new Error(JSON.stringify(input.problems));
    await right(startRunOf(actor, number, input.value));
    return device;
  }

  async sends(events: readonly RunEvent[], { basedOn = this.lastSeq, ids = events.map(() => uuid()) } = {}) {
    const input = parseInput(RunEventsInput, {
      device: this.device,
      events: events.map((event, at) => ({
        id: ids[at],
        deviceAt: this.actor.at.toISOString(),
        basedOn: basedOn + at,
        event,
      })),
    });
    if (!input.ok) throw new Error(JSON.stringify(input.problems));
    const sent = await recordRunEvents(this.actor, this.runId, input.value);
    if (!sent.ok) throw new Error(JSON.stringify(sent.problems));
    this.lastSeq = sent.value.lastSeq;
    return sent.value;
  }

  async state(): Promise<{ log: RunLog; goesOn: readonly RunEvent[] }> {
    const read = await readRun(this.actor, this.runId, 0);
    if (!read?.basis) throw new Error('no such run');
    const { findRun } = await import('@/data/runs');
    const { database } = await import('@/usecases/database');
    const row = await findRun(database(), this.runId);
    if (!row) throw new Error('no such run');
    // A wait takes an hour there, and is over now.
    const atMs = this.actor.at.getTime() - 3_600_000;
    return {
      log: row.state,
      goesOn: nextEvents({ basis: read.basis, bound: boundOf(read.basis) }, row.state, atMs),
    };
  }

  /** Goes on by what goes well, one message for each step, until the end. @returns how many events there were */
  async goesToEnd(until: (log: RunLog) => boolean = () => false): Promise<number> {
    for (let turn = 0; turn < 300; turn += 1) {
      const { log, goesOn } = await this.state();
      if (goesOn.length === 0 || until(log)) return this.lastSeq;
      const { answers } = await this.sends(goesOn);
      const bad = answers.find((answer) => !('seq' in answer));
      if (bad) throw new Error(JSON.stringify(bad));
    }
    throw new Error('the run does not end');
  }
}

/** What happened in a run, apart from times. */
export async function eventsApartFromTimes(actor: PersonActor, runId: string): Promise<unknown[]> {
  const read = await readRun(actor, runId, 0);
  return (read?.events ?? []).map(({ event: { atMs: _, ...event } }) => event);
}

/** The state that a run's row keeps, and the fold of all that happened in it. */
export async function keptAndFolded(
  actor: PersonActor,
  runId: string,
): Promise<{ readonly kept: RunLog; readonly folded: RunLog }> {
  const [read, row] = [await readRun(actor, runId, 0), await findRun(database(), runId)];
  if (!read?.basis || !row) throw new Error('no run');
  const ground = { basis: read.basis, bound: boundOf(read.basis) };
  const events = read.events.map(({ event }) => event);
  return { kept: row.state, folded: foldRun(ground, row.startedAt.getTime(), events) };
}
