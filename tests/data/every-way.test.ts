import { expect, it } from 'vitest';
import { database } from '@/usecases/database';
import { viewOf } from '../support/jobs';
import { jobAtCar, RunDevice } from '../support/runs';
import { actorOf, testDatabase } from '../support/test-database';

testDatabase('world');

interface Way {
  readonly platform: string;
  readonly kind: string;
  readonly model: string;
  readonly ignition: string;
  readonly year: number;
}

/** Every way of every platform that a procedure leads through, each with a car that has it. */
async function listWays(): Promise<readonly Way[]> {
  const found = await database().query<Way>(
    `SELECT DISTINCT ON (p.name, w.kind) p.name AS platform, w.kind, md.name AS model, a.ignition,
       greatest(a.from_year, least(a.to_year, 2020)) AS year
     FROM platform_method w JOIN platform p ON p.id = w.platform_id
     JOIN application a ON a.platform_id = p.id JOIN generation g ON g.id = a.generation_id JOIN model md ON md.id = g.model_id
     ORDER BY p.name, w.kind, a.weight DESC, a.id`,
  );
  return found.rows;
}

it('every way of the world that a van can go is gone through the use-cases, from its start to its count', async () => {
  const locksmith = await actorOf('locksmith');
  const went: string[] = [];
  const refused: string[] = [];
  for (const { platform, kind, model, ignition, year } of await listWays()) {
    const way = `${platform} ${kind}`;
    let number: number;
    try {
      number = await jobAtCar(locksmith, { route: kind, model, ignition, year, platform });
    } catch (error) {
      refused.push(`${way}: ${String(error)}`);
      continue;
    }
    const device = await RunDevice.starts(locksmith, number).catch((error: Error) => error.message);
    if (typeof device === 'string') {
      refused.push(`${way}: ${device}`);
      continue;
    }
    await device.goesToEnd();
    const { job, platform: of } = await viewOf(locksmith, number);
    const count = of?.count === 'cannotSay' ? 'cannotSay' : 3;
    const { answers } = await device.sends([
      { kind: 'ended', count, reason: '', atMs: locksmith.at.getTime() },
    ]);
    expect(answers[0], way).toHaveProperty('seq');
    const [attempt] = (await viewOf(locksmith, number)).job.log.attempts;
    expect(attempt, way).toMatchObject({ attemptId: device.runId, route: kind, result: 'worked' });
    expect(job.log.attempts, way).toHaveLength(0);
    went.push(way);
  }
  // What no van of the demo world can go, or what these keys rule out, is refused with its reason and begins no run.
  expect(refused.filter((one) => !/This route is refused|wants|no uses|No use/.test(one))).toEqual([]);
  expect(went.length).toBeGreaterThan(25);
}, 600_000);
