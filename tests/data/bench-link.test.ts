import type { Server } from 'node:net';
import { connect } from 'node:net';
import { createInterface } from 'node:readline';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { BenchPlatform } from '@/core/benchcar/document/bench-platform';
import { startCar } from '@/core/benchcar/start/start-car';
import { playCar } from '@/core/benchcar/trace/play-car';
import { SimulatedCar } from '@/outside/link/simulated-car';
import { openTcpLink, serveCar } from '@/outside/link/tcp-link';
import { drive } from '@/outside/vci/drive';
import { SimulatedTool } from '@/outside/vci/simulated-tool';
import { setupFor } from '../support/bench-operator';
import { worldBenchPlatforms } from '../support/bench-platforms';

const platforms = worldBenchPlatforms();
const named = (name: string) => platforms.find(({ platform }) => platform.name === name) as BenchPlatform;

/** The cars that tools found at the other end of the line. */
const cars: SimulatedCar[] = [];
const servers: Server[] = [];
const portOf = new Map<string, number>();

beforeAll(async () => {
  for (const name of ['Heddle 3', 'Weft']) {
    const platform = named(name);
    const server = await serveCar(() => {
      const car = new SimulatedCar(platform, startCar(platform, setupFor(platform, 'add')).state);
      cars.push(car);
      return car;
    }, 0);
    servers.push(server);
    const address = server.address();
    portOf.set(name, typeof address === 'object' && address ? address.port : 0);
  }
});
afterAll(() => {
  for (const server of servers) server.close();
});

/** A tool on a line until its function has come to an end. */
async function ask(name: string, task: Parameters<SimulatedTool['start']>[0]) {
  const link = await openTcpLink(portOf.get(name) ?? 0);
  const tool = new SimulatedTool(named(name), null, false);
  for (const said of tool.start(task, 0)) link.send(said, 0);
  let now = 0;
  while (tool.isBusy && now < 3_600_000_000) now = await drive(tool, link, now, 3_600_000_000);
  link.close();
  return tool.result;
}

describe('a car at the other end of a line', () => {
  it('says over TCP what it says beside the tool, on either kind of line', async () => {
    for (const name of ['Heddle 3', 'Weft']) {
      cars.length = 0;
      const result = await ask(name, { kind: 'identify' });
      const start = startCar(named(name), setupFor(named(name), 'add'));
      expect(result?.vin).toBe(start.papers.vin);
      const [car] = cars;
      // The same inputs give the same car anywhere.
      const again = playCar(named(name), start.state, car?.inputs ?? [], car?.state.nowUs);
      expect(again.state).toEqual(car?.state);
      expect(again.lines.map(({ atUs, by }) => [atUs, by])).toEqual(
        car?.said.map(({ atUs, by }) => [atUs, by]),
      );
    }
  });

  it('is a car of its own for each tool', async () => {
    cars.length = 0;
    await Promise.all([ask('Heddle 3', { kind: 'identify' }), ask('Heddle 3', { kind: 'count', pin: null })]);
    expect(cars.length).toBe(2);
    expect(cars[0]).not.toBe(cars[1]);
  });

  it('answers what it does not understand by a word, and goes on', async () => {
    const socket = connect({ host: '127.0.0.1', port: portOf.get('Heddle 3') ?? 0 });
    const lines = createInterface({ input: socket })[Symbol.asyncIterator]();
    const said = async (line: string) => {
      socket.write(`${line}\n`);
      return JSON.parse((await lines.next()).value as string) as Record<string, unknown>;
    };
    for (const wrong of [
      'nothing',
      '[]',
      '{"advance":-1}',
      '{"say":{"kind":"frame","frame":{"id":1,"data":[999]}},"atUs":0}',
      `{"x":"${'y'.repeat(70_000)}"}`,
    ])
      expect(await said(wrong)).toMatchObject({ error: expect.stringMatching(/^Expected/) });
    expect(await said('{"advance":100}')).toEqual({ nowUs: 100, heard: [] });
    socket.destroy();
  });

  it('is said to have gone where it goes in the middle', async () => {
    const link = await openTcpLink(portOf.get('Weft') ?? 0);
    const waits = link.advance(10);
    await waits;
    link.close();
    await expect(link.advance(20)).rejects.toThrow('the line is closed');
    await expect(openTcpLink(1)).rejects.toThrow();
  });
});
