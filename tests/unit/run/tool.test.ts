import 'fake-indexeddb/auto';
import { IDBFactory } from 'fake-indexeddb';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { noData } from '@/core/authority/run-secrets';
import type { TimedInput } from '@/core/benchcar/car/car-state';
import { startCar } from '@/core/benchcar/start/start-car';
import { playCar } from '@/core/benchcar/trace/play-car';
import { cameOf } from '@/core/run/ask-car';
import { RunTool, type StandWorker, type ToolShown } from '@/screens/program/run-tool';
import { type CarTransport, Refused, Unreachable } from '@/screens/program/run-transport';
import { DeviceStore } from '@/ui/device/device-store';
import type { RunCar, RunCarRead } from '@/usecases/benches/run-car';
import { RunStand } from '@/workers/run-stand';
import { benchSetup } from '../../support/bench-operator';
import { worldBenchPlatforms } from '../../support/bench-platforms';

const platform = worldBenchPlatforms().find((one) => one.platform.name === 'Weft');
if (!platform) throw new Error('the world has no Weft');
const setup = benchSetup(platform, { knownKeys: 1, blankKeys: 2 });
const car: RunCar = { platform: { ...platform, version: 1 }, setup, putMs: 0 };

/** What the server keeps of the car, with a line that may be cut before or after it has taken a part. */
class CarServer implements CarTransport {
  line: 'there' | 'cut' | 'answerLost' = 'there';
  readonly parts: (readonly TimedInput[])[] = [];
  private isPut = false;

  async read(): Promise<RunCarRead | null> {
    if (this.line !== 'there') throw new Unreachable('cut');
    return this.isPut ? this.all() : null;
  }

  async put(): Promise<RunCarRead> {
    if (this.line !== 'there') throw new Unreachable('cut');
    this.isPut = true;
    return this.all();
  }

  async keep(_device: string, part: number, inputs: readonly TimedInput[]): Promise<{ parts: number }> {
    if (this.line === 'cut') throw new Unreachable('cut');
    if (part > this.parts.length + 2) throw new Refused('A part is missing before this one.');
    if (part === this.parts.length + 2) this.parts.push(inputs);
    if (this.line === 'answerLost') throw new Unreachable('the answer was lost');
    return { parts: this.parts.length + 1 };
  }

  private all(): RunCarRead {
    return { ...car, inputs: this.parts.flat(), parts: this.parts.length + 1, held: noData };
  }
}

/** A worker in this thread: it holds one car, and is gone with its page. */
function standWorker(onStand: (stand: RunStand) => void): StandWorker {
  let stand: RunStand | undefined;
  const at = async (work: (stand: RunStand) => void) => {
    if (!stand) throw new Error('no car');
    work(stand);
    return stand.view();
  };
  return {
    holds: (held) => at((one) => one.bench.holds(held)),
    put: async (platform, setup, done) => {
      stand = new RunStand(platform, setup, done, 0);
      onStand(stand);
      return stand.view();
    },
    goesTo: async (untilUs) => {
      await stand?.goesTo(untilUs);
      return at(() => {});
    },
    hand: (input) => at((one) => one.hand(input)),
    does: (work) => at((one) => one.does(work)),
    tell: (act, command, hands) => at((one) => one.tell(act, command, hands)),
    ask: (act, command, tag) => at((one) => one.ask(act, command, tag)),
    speaksTo: (type) => at((one) => one.speaksTo(type)),
    inputsFrom: async (from) => stand?.inputsFrom(from) ?? [],
  };
}

/** A device with its own browser, which may be closed and opened. */
class Device {
  shown: ToolShown | null = null;
  stand: RunStand | undefined;
  tool: RunTool | undefined;
  private readonly factory = new IDBFactory();

  constructor(
    readonly server: CarServer,
    readonly nowMs: () => number,
  ) {}

  async opens(): Promise<boolean> {
    this.tool?.close();
    this.shown = null;
    globalThis.indexedDB = this.factory;
    const store = await DeviceStore.open('person');
    const worker = () =>
      standWorker((stand) => {
        this.stand = stand;
      });
    this.tool = new RunTool(
      'run',
      store,
      this.server,
      worker,
      () => new Date(this.nowMs()),
      (shown) => {
        this.shown = shown;
      },
    );
    return this.tool.takeUp();
  }
}

const hands = { way: 'aklErase', tag: 2, known: 1, tries: 0, pin: null } as const;
const pin = startCar(platform, setup).papers.pin;

type Move =
  | 'plug'
  | 'on'
  | 'off'
  | 'keyIn'
  | 'begin'
  | 'erase'
  | 'learn'
  | 'closes'
  | 'cut'
  | 'lose'
  | 'mend';
const moves: readonly Move[] = 'plug on off keyIn begin erase learn closes cut lose mend'.split(
  ' ',
) as Move[];

async function does(device: Device, move: Move, act: string): Promise<void> {
  const tool = device.tool as RunTool;
  switch (move) {
    case 'plug':
      return tool.hand({ kind: 'part', part: 'lead', to: 'plugged' });
    case 'on':
    case 'off':
      return tool.hand({ kind: 'part', part: 'ignition', to: move });
    case 'keyIn':
      return tool.hand({ kind: 'move', tag: 2, to: 'lock' });
    case 'begin':
    case 'erase':
    case 'learn':
      return tool.tell(act, move, { ...hands, pin });
    case 'closes':
      await device.opens();
      return;
    case 'cut':
    case 'lose':
    case 'mend':
      device.server.line = ({ cut: 'cut', lose: 'answerLost', mend: 'there' } as const)[move];
  }
}

describe('the tool of the device that drives', () => {
  it('finds the car as it left it, whenever its browser was closed, and another device finds it so too', async () => {
    await fc.assert(
      fc.asyncProperty(
        fc.array(fc.tuple(fc.constantFrom(...moves), fc.integer({ min: 0, max: 9000 })), {
          minLength: 1,
          maxLength: 25,
        }),
        async (played) => {
          let nowMs = 0;
          const server = new CarServer();
          const first = new Device(server, () => nowMs);
          expect(await first.opens()).toBe(false);
          expect(await first.tool?.put('nothing')).toBeUndefined();
          let at = 0;
          for (const [move, ms] of played) {
            at += 1;
            // The page's own clock ticks whenever it likes.
            const ticks = [first.tool?.goes(), does(first, move, `act ${at}`), first.tool?.goes()];
            await Promise.all(ticks);
            nowMs += ms;
            await first.tool?.goes();
            // What hands, tool and time made of it is what its inputs make of it anywhere.
            const inputs = first.stand?.inputsFrom(0) ?? [];
            const again = playCar(platform, startCar(platform, setup).state, inputs, nowMs * 1000);
            expect(first.stand?.bench.car.state).toEqual(again.state);
          }
          server.line = 'there';
          await first.opens();
          nowMs += 60_000;
          await first.tool?.goes();
          await sentAll(first);
          expect(server.parts.flat()).toEqual(first.stand?.inputsFrom(0));
          first.tool?.close();
          const second = new Device(server, () => nowMs);
          expect(await second.opens()).toBe(true);
          expect(second.stand?.bench.car.state).toEqual(first.stand?.bench.car.state);
          second.tool?.close();
        },
      ),
      { numRuns: 60 },
    );
  }, 120_000);

  it('sends what is left at the end of its run, and keeps nothing of the car then', async () => {
    let nowMs = 0;
    const server = new CarServer();
    const device = new Device(server, () => nowMs);
    await device.opens();
    await device.tool?.put('nothing');
    await does(device, 'plug', '');
    server.line = 'cut';
    await does(device, 'on', '');
    await device.tool?.ends();
    // What the server does not have stays here until it has it.
    server.line = 'there';
    await device.opens();
    nowMs += 1000;
    await device.tool?.ends();
    expect(server.parts.flat().map(({ input }) => input)).toEqual([
      { kind: 'part', part: 'lead', to: 'plugged' },
      { kind: 'part', part: 'ignition', to: 'on' },
    ]);
    server.line = 'cut';
    expect(await device.opens()).toBe(false);
  });

  it('is asked what came of a command that its page did not see, and says what the car did', async () => {
    let nowMs = 0;
    const device = new Device(new CarServer(), () => nowMs);
    await device.opens();
    await device.tool?.put('nothing');
    const goes = async (seconds: number) => {
      nowMs += seconds * 1000;
      await device.tool?.goes();
    };
    const asked = async (command: 'begin' | 'erase') => {
      await device.opens();
      await device.tool?.ask('again', command, 2);
      await goes(10);
      const standing = device.shown?.view.stands?.standing;
      return standing && cameOf(command, [], standing);
    };
    await does(device, 'plug', '');
    await does(device, 'keyIn', '');
    await does(device, 'on', '');
    await goes(2);
    // Its page is closed before the tool was told at all.
    expect(await asked('begin')).toBe('notDone');
    await does(device, 'begin', 'first');
    await goes(4);
    expect(await asked('begin')).toBe('done');
    expect(await asked('erase')).toBe('notDone');
  });
});

/** Waits until all parts are with the server: they are sent every few seconds of this thread's own clock. */
async function sentAll(device: Device): Promise<void> {
  const own = Date.now;
  try {
    Date.now = () => own() + 60_000;
    await device.tool?.goes();
  } finally {
    Date.now = own;
  }
}
