// What a car on the bench costs: its reducer, a long wait, many cars at once, and how far an independent reader agrees with our own.
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { carTakes } from '@/core/benchcar/car/car';
import type { CarState, TimedInput } from '@/core/benchcar/car/car-state';
import { MessageReader, type TimedFrame } from '@/core/benchcar/trace/can-messages';
import { canWords } from '@/core/benchcar/trace/can-words';
import { playCar } from '@/core/benchcar/trace/play-car';
import { candumpOf } from '@/formats/candump';
import { Operator, setupFor, waysOf } from '../../tests/support/bench-operator';
import { worldBenchPlatforms } from '../../tests/support/bench-platforms';
import { readByTshark } from '../../tests/support/tshark';
import type { Spread } from './spread';

interface Setting {
  readonly address: string;
  readonly cookie: string;
  readonly spread: (list: readonly number[]) => Spread;
  readonly say: (words: string) => void;
}

const platforms = worldBenchPlatforms();

/** Somebody does ways on one car until so many things were done to it. */
async function longRun(name: string, least: number) {
  const platform = platforms.find((one) => one.platform.name === name);
  if (!platform) throw new Error(`no platform ${name}`);
  const operator = new Operator(platform, setupFor(platform, 'aklErase'));
  while (operator.car.inputs.length < least) {
    await operator.play('aklErase');
    await operator.asks({ kind: 'identify' });
  }
  return { platform, start: operator.start.state, inputs: operator.car.inputs.slice(0, least) };
}

export async function measureBenchCar({ address, cookie, spread, say }: Setting) {
  say('a car on the bench');
  const { platform, start, inputs } = await longRun('Heddle 3', 2000);
  const times = Array.from({ length: 9 }, () => {
    const from = performance.now();
    playCar(platform, start, inputs);
    return performance.now() - from;
  });
  // The plain way to hold such a car on two sides: its state is written and read again with each input.
  const from = performance.now();
  let state: CarState = start;
  for (const { atUs, input } of inputs) {
    state = carTakes(platform, JSON.parse(JSON.stringify(state)), input, atUs).state;
  }
  const plainMs = performance.now() - from;
  const replayMs = spread(times);

  const again = performance.now();
  const once = new Operator(platform, setupFor(platform, 'aklErase'));
  await once.play('aklErase');
  const aklMs = performance.now() - again;

  return {
    inputs: inputs.length,
    replayMs,
    perSecond: Math.round((1000 * inputs.length) / replayMs.p50),
    plainTimes: Number((plainMs / replayMs.p50).toFixed(1)),
    akl: {
      ms: Math.round(aklMs),
      seconds: Math.round(once.car.state.nowUs / 1e6),
      messages: once.car.said.length,
    },
    many: await manyCars({ address, cookie, spread, say }, inputs.slice(0, 300)),
    agreement: await agreement(),
  };
}

/** Two hundred cars at once over HTTP; who is told to come later comes later. */
async function manyCars({ address, cookie, spread }: Setting, inputs: readonly TimedInput[]) {
  const body = (seed: string) =>
    JSON.stringify({
      platform: 'Heddle 3',
      setup: {
        seed,
        ignition: 'push',
        knownKeys: 0,
        lostKeys: 1,
        blankKeys: 2,
        facts: {},
        faults: [],
        byChance: false,
      },
      inputs,
    });
  let later = 0;
  const one = async (seed: string): Promise<number> => {
    const from = performance.now();
    for (;;) {
      const answer = await fetch(`${address}/api/v1/benchcar/step`, {
        method: 'POST',
        headers: { 'content-type': 'application/json', cookie, origin: address },
        body: body(seed),
      });
      await answer.arrayBuffer();
      if (answer.ok) return performance.now() - from;
      if (answer.status !== 503) throw new Error(`a step was answered ${answer.status}`);
      later += 1;
      await new Promise((resolve) => setTimeout(resolve, 200 + 300 * Math.random()));
    }
  };
  await one('warm');
  const from = performance.now();
  const all = await Promise.all(Array.from({ length: 200 }, (_, at) => one(`car ${at}`)));
  return {
    cars: all.length,
    inputs: inputs.length,
    allMs: Math.round(performance.now() - from),
    each: spread(all),
    later,
  };
}

/** Messages of every way of every platform on CAN, as our view and an independent reader have them. */
async function agreement() {
  const folder = mkdtempSync(join(tmpdir(), 'bench-trace-'));
  let ours = 0;
  let alike = 0;
  let read = 0;
  for (const platform of platforms) {
    const { link } = platform.behaviour;
    if (link.kind !== 'can') continue;
    for (const way of waysOf(platform)) {
      const operator = new Operator(platform, setupFor(platform, way));
      await operator.asks({ kind: 'identify' });
      await operator.play(way);
      const frames: TimedFrame[] = operator.car.said.flatMap(({ atUs, said }) =>
        said.kind === 'frame' ? [{ atUs, ...said.frame }] : [],
      );
      const file = join(folder, 'trace.log');
      writeFileSync(file, candumpOf(frames));
      const theirs = new Map(readByTshark(file).map((one) => [one.frame, one]));
      read += theirs.size;
      const messages = new MessageReader();
      for (const frame of frames) {
        const message = messages.take(frame);
        if (!message) continue;
        ours += 1;
        const mine = canWords(link, message);
        const other = theirs.get(message.frame);
        if (
          other?.service === mine.service &&
          other.refusal === mine.refusal &&
          other.identifier === mine.identifier
        )
          alike += 1;
      }
    }
  }
  rmSync(folder, { recursive: true, force: true });
  return { ours, theirs: read, alike };
}
