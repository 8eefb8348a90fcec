// `npm run bench-car -- 'Platform' [port]`: a car of a platform of the library on a port of this machine, so that another program can
// be the tool. Each one that comes finds a car of its own; docs/formats.md says how it talks.
import { once } from 'node:events';
import { startCar } from '@/core/benchcar/start/start-car';
import { SimulatedCar } from '@/outside/link/simulated-car';
import { serveCar } from '@/outside/link/tcp-link';
import { listBenchCars, readBenchCar } from '@/usecases/benches/bench-car';
import { systemActor } from '@/usecases/people/sessions';
import { runCommand } from './run-command';

const [name = '', port = '0', seed = '4711'] = process.argv.slice(2);

await runCommand(async () => {
  const actor = systemActor('command');
  const found = await readBenchCar(actor, name);
  if (!found.ok || !/^\d{1,5}$/.test(port) || Number(port) > 65_535) {
    const names = (await listBenchCars(actor)).map((one) => one.name).join(', ');
    console.log(`kilnsman: expected a platform of the library and a port of 0 to 65535. Platforms: ${names}`);
    return false;
  }
  const platform = found.value;
  const start = () =>
    startCar(platform, {
      seed,
      ignition: platform.behaviour.ignition[0] ?? 'turn',
      knownKeys: 1,
      lostKeys: 0,
      blankKeys: 2,
      facts: {},
      faults: [],
      byChance: false,
    });
  const server = await serveCar(() => new SimulatedCar(platform, start().state), Number(port));
  const address = server.address();
  const at = typeof address === 'object' && address ? address.port : 0;
  console.log(`kilnsman: a car of ${name} waits on 127.0.0.1:${at}; its papers say ${start().papers.vin}`);
  await Promise.race([once(process, 'SIGINT'), once(process, 'SIGTERM')]);
  server.close();
  return true;
});
