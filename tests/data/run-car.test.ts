import { v7 as uuid } from 'uuid';
import { beforeAll, describe, expect, it } from 'vitest';
import { startCar } from '@/core/benchcar/start/start-car';
import { playCar } from '@/core/benchcar/trace/play-car';
import type { PersonActor } from '@/core/kinds/actor';
import { traceText } from '@/formats/trace-file';
import { parseInput } from '@/inputs/parse';
import { PutCarInput, RunPartInput } from '@/inputs/run-inputs';
import { exportRunTrace, keepRunCar, putRunCar, readRunCar } from '@/usecases/benches/run-car';
import { database } from '@/usecases/database';
import { RunStand } from '@/workers/run-stand';
import { jobAtCar, RunDevice } from '../support/runs';
import { actorOf, testDatabase } from '../support/test-database';

testDatabase('world');

let locksmith: PersonActor;
beforeAll(async () => {
  locksmith = await actorOf('locksmith');
});

function input<Input extends object>(Class: new () => Input, data: unknown): Input {
  const parsed = parseInput(Class, data);
  if (!parsed.ok) throw new Error(JSON.stringify(parsed.problems));
  return parsed.value;
}

async function right<Value>(
  work: Promise<{ readonly ok: true; readonly value: Value } | { readonly ok: false }>,
): Promise<Value> {
  const done = await work;
  if (!done.ok) throw new Error(JSON.stringify(done));
  return done.value;
}

async function begun() {
  const run = await RunDevice.starts(locksmith, await jobAtCar(locksmith));
  const { runId, device } = run;
  const put = (by = device, wrong = 'nothing') =>
    putRunCar(locksmith, runId, input(PutCarInput, { device: by, wrong }));
  const keep = (part: number, inputs: readonly unknown[], by = device) =>
    keepRunCar(locksmith, runId, input(RunPartInput, { device: by, part, inputs, untilUs: 9_000_000 }));
  return { runId, device, put, keep };
}

const plugged = { atUs: 1_000_000, input: { kind: 'part', part: 'lead', to: 'plugged' } } as const;
const on = { atUs: 2_000_000, input: { kind: 'part', part: 'ignition', to: 'on' } } as const;

describe('the car at the other end of a run’s line', () => {
  it('is put there once, with the keys of the run by their numbers', async () => {
    const { put } = await begun();
    const car = await right(put());
    expect(car.setup).toMatchObject({ knownKeys: 2, blankKeys: 1, faults: [] });
    const { state } = startCar(car.platform, car.setup);
    expect(state.keys.map(({ tag }) => tag)).toEqual(car.setup.tags);
    expect(state.keys.filter(({ identity }) => identity.startsWith('blank'))).toHaveLength(1);
    // Asked once more, whatever is wanted then, the same car stands there.
    expect(await right(put(undefined, 'surprise'))).toEqual(car);
  });

  it('refuses a fault that cannot befall it, by its words', async () => {
    const { put } = await begun();
    expect(await put(undefined, 'sameRing')).toMatchObject({
      ok: false,
      problems: [{ field: 'wrong', message: expect.stringMatching(/cannot befall/) }],
    });
  });

  it('keeps each part once and none out of its order, sealed, and stands elsewhere as it stood', async () => {
    const { runId, device, put, keep } = await begun();
    expect(await keep(2, [plugged])).toMatchObject({ ok: false });
    await right(put());
    expect(await right(keep(2, [plugged]))).toEqual({ parts: 2 });
    expect(await right(keep(2, [on]))).toEqual({ parts: 2 });
    expect(await keep(4, [on])).toMatchObject({ ok: false, problems: [{ field: 'part' }] });
    expect(await right(keep(3, [on]))).toEqual({ parts: 3 });
    const read = await right(readRunCar(locksmith, runId, device));
    expect(read?.inputs).toEqual([plugged, on]);
    const bodies = await database().query<{ body: Buffer }>(
      'SELECT b.body FROM trace_batch b JOIN trace t ON t.id = b.trace_id WHERE t.run_id = $1',
      [runId],
    );
    expect(bodies.rows).toHaveLength(3);
    for (const { body } of bodies.rows) expect(body.toString('latin1')).not.toMatch(/ignition|plugged|seed/);
    const audit = await database().query<{ action: string }>(
      "SELECT action FROM audit_line WHERE details->>'run' = $1 AND action LIKE 'run.car%' ORDER BY seq",
      [runId],
    );
    expect(audit.rows.map(({ action }) => action)).toEqual(['run.carPut', 'run.carTakenOver']);
  });

  it('is moved by the device that drives alone', async () => {
    const { runId, put, keep } = await begun();
    await right(put());
    const other = uuid();
    for (const answer of [
      await put(other),
      await keep(2, [plugged], other),
      await readRunCar(locksmith, runId, other),
    ])
      expect(answer).toMatchObject({ ok: false, problems: [{ message: expect.stringMatching(/drives/) }] });
  });

  it('gives what was said on its line as a file, and nothing once the job’s key is destroyed', async () => {
    const { runId, device, put, keep } = await begun();
    expect((await exportRunTrace(locksmith, { runId })).ok).toBe(false);
    const car = await right(put());
    const stand = new RunStand(car.platform, car.setup);
    stand.hand(plugged.input);
    stand.hand(on.input);
    await stand.goesTo(1_000_000);
    stand.tell('first', 'identify', { way: 'add', tag: 3, known: 1, tries: 0, pin: null });
    await stand.goesTo(9_000_000);
    expect(stand.came).toBe('done');
    const inputs = stand.inputsFrom(0);
    await right(keep(2, inputs));
    const file = await right(exportRunTrace(locksmith, { runId }));
    const { lines } = playCar(car.platform, startCar(car.platform, car.setup).state, inputs);
    const { link } = car.platform.behaviour;
    expect(file.text).toBe(traceText(link.kind, lines, true));
    expect(file.text.split('\n').length).toBeGreaterThan(5);

    await database().query(
      `UPDATE data_key SET wrapped = NULL, destroyed_at = now()
       WHERE job_id = (SELECT job_id FROM run WHERE id = $1)`,
      [runId],
    );
    expect((await exportRunTrace(locksmith, { runId })).ok).toBe(false);
    expect(await readRunCar(locksmith, runId, device)).toMatchObject({
      ok: false,
      problems: [{ message: expect.stringMatching(/period of this job is over/) }],
    });
  });
});
