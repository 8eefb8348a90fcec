import 'fake-indexeddb/auto';
import { IDBFactory } from 'fake-indexeddb';
import fc from 'fast-check';
import { beforeEach, describe, expect, it } from 'vitest';
import { foldRun, type RunEvent } from '@/core/run/events/run-events';
import { serverWants } from '@/core/run/needs-server';
import { nodeAt } from '@/core/run/run-log';
import { RunEngine } from '@/screens/program/run-engine';
import type { RunShown } from '@/screens/program/run-shown';
import { DeviceStore, dropFromDevice } from '@/ui/device/device-store';
import { cutTransport, type Line, RunServer } from '../../support/run-server';
import { worldProcedures, worldWays } from '../../support/world-procedures';
import { nextEvents, runGround } from '../../support/world-runs';

const procedures = worldProcedures();
const way = worldWays().find(
  ({ platform, method }) => method.kind === 'add' && platform.behaviour.link.kind === 'can',
);
if (!way) throw new Error('the world has no such way');
const ground = runGround(procedures, way);

beforeEach(() => {
  globalThis.indexedDB = new IDBFactory();
});

/** A tablet or laptop with somebody at it: its browser may be closed and opened, its line cut. */
class Device {
  line: Line = 'there';
  shown: RunShown | undefined;
  engine: RunEngine | undefined;
  private factory = new IDBFactory();

  constructor(
    readonly server: RunServer,
    readonly personId: string,
  ) {}

  async opens(): Promise<void> {
    this.engine?.close();
    this.shown = undefined;
    await this.own(async () => {
      const store = await DeviceStore.open(this.personId);
      const engine = new RunEngine(
        'run',
        store,
        cutTransport(this.server, this.personId, () => this.line),
        (shown) => {
          this.shown = shown;
        },
      );
      this.engine = engine;
      await engine.open();
    });
  }

  /** Does what comes next; false where it cannot be done now. */
  async taps(): Promise<boolean> {
    const { shown, engine } = this;
    if (!shown || !engine || shown.conflict) return false;
    const [event] = nextEvents(ground, shown.log, this.server.nowMs);
    if (!event) return false;
    const node = nodeAt(ground.bound, shown.log);
    const gated = node && serverWants(ground.bound, node) !== undefined;
    const withServer = gated && (event.kind === 'commanded' || event.kind === 'pinEntered');
    return this.own(() => (withServer ? engine.takeWithServer(event) : engine.take(event)));
  }

  /** Browsers of different devices share no storage. */
  async own<Value>(work: () => Promise<Value>): Promise<Value> {
    const before = globalThis.indexedDB;
    globalThis.indexedDB = this.factory;
    try {
      return await work();
    } finally {
      globalThis.indexedDB = before;
    }
  }
}

const eventsOf = ({ events }: RunServer): RunEvent[] => events.map(({ event }) => event);

describe('a run on a device', () => {
  it('goes on without the server through what hands do, and not through what is gated', async () => {
    const server = new RunServer(ground);
    const tablet = new Device(server, 'imre');
    await tablet.opens();
    await tablet.engine?.ask();
    tablet.line = 'away';
    let taps = 0;
    while (await tablet.taps()) taps += 1;
    expect(taps).toBeGreaterThan(2);
    expect(server.events).toHaveLength(0);
    expect(tablet.shown).toMatchObject({ online: false, waiting: taps });
    expect(tablet.shown?.problem).toMatch(/The server has to answer first/);
    // The browser is closed and opened in the dark: it stands where it was.
    const before = tablet.shown?.log;
    await tablet.opens();
    expect(tablet.shown?.log).toEqual(before);
    expect(tablet.shown?.waiting).toBe(taps);
    tablet.line = 'there';
    await tablet.own(async () => tablet.engine?.sync());
    expect(server.events).toHaveLength(taps);
    expect(tablet.shown).toMatchObject({ online: true, waiting: 0, problem: null });
    expect(tablet.shown?.log).toEqual(server.log);
    tablet.engine?.close();
  });

  it('says that the passcode is wanted, and keeps what happened until it was given', async () => {
    const server = new RunServer(ground);
    const tablet = new Device(server, 'imre');
    await tablet.opens();
    await tablet.engine?.ask();
    tablet.line = 'locked';
    await tablet.taps();
    await tablet.own(async () => tablet.engine?.sync());
    expect(tablet.shown).toMatchObject({ online: false, locked: true, waiting: 1 });
    tablet.line = 'there';
    await tablet.own(async () => tablet.engine?.sync());
    expect(tablet.shown).toMatchObject({ online: true, locked: false, waiting: 0 });
    tablet.engine?.close();
  });

  it('tells no command whose taking it does not know, and finds it when the server has it', async () => {
    const server = new RunServer(ground);
    const tablet = new Device(server, 'imre');
    await tablet.opens();
    await tablet.engine?.ask();
    while (nextEvents(ground, tablet.shown?.log ?? server.log, 0)[0]?.kind !== 'commanded')
      await tablet.taps();
    tablet.line = 'answersLost';
    expect(await tablet.taps()).toBe(false);
    tablet.line = 'there';
    await tablet.own(async () => tablet.engine?.sync());
    expect(eventsOf(server).filter(({ kind }) => kind === 'commanded')).toHaveLength(1);
    expect(tablet.shown?.log.command).not.toBeNull();
    tablet.engine?.close();
  });

  it('shows a conflict of two that were both without the server, and goes on by what is decided', async () => {
    for (const decision of ['drop', 'keep'] as const) {
      const server = new RunServer(ground);
      const [tablet, laptop] = [new Device(server, 'imre'), new Device(server, 'sunniva')];
      await tablet.opens();
      await tablet.engine?.ask();
      await laptop.opens();
      tablet.line = 'away';
      await tablet.taps();
      await tablet.taps();
      server.nowMs += 20_000;
      await laptop.own(async () => laptop.engine?.ask());
      await laptop.taps();
      tablet.line = 'there';
      await tablet.own(async () => tablet.engine?.sync());
      expect(tablet.shown?.conflict?.mine).toHaveLength(2);
      expect(tablet.shown?.drives).toBe(false);
      expect(server.events).toHaveLength(1);
      if (decision === 'drop') {
        await tablet.own(async () => tablet.engine?.dropMine());
        expect(tablet.shown).toMatchObject({ conflict: null, waiting: 0 });
        expect(server.events).toHaveLength(1);
      } else {
        // The other one let go: what still fits goes on from there, and what does not is said.
        server.nowMs += 20_000;
        const left = await tablet.own(async () => tablet.engine?.keepMine());
        expect(left).toBe(2);
        expect(tablet.shown).toMatchObject({ conflict: null, waiting: 0, drives: true });
      }
      expect(tablet.shown?.log).toEqual(server.log);
      for (const one of [tablet, laptop]) one.engine?.close();
    }
  });

  it('ends as the undisturbed run does, wherever line and browser break, with each event once', async () => {
    const undisturbed = new RunServer(ground);
    const calm = new Device(undisturbed, 'imre');
    await calm.opens();
    await calm.engine?.ask();
    while (await calm.taps());
    calm.engine?.close();
    const wanted = eventsOf(undisturbed);
    expect(wanted.length).toBeGreaterThan(8);

    const act = fc.constantFrom('tap', 'tap', 'tap', 'away', 'there', 'answersLost', 'reload', 'time');
    await fc.assert(
      fc.asyncProperty(fc.array(act, { maxLength: 50 }), async (acts) => {
        const server = new RunServer(ground);
        const tablet = new Device(server, 'imre');
        await tablet.opens();
        await tablet.engine?.ask();
        for (const one of acts) {
          if (one === 'tap') await tablet.taps();
          else if (one === 'reload') await tablet.opens();
          else if (one === 'time') server.nowMs += 9_000;
          else {
            tablet.line = one;
            if (one === 'there') await tablet.own(async () => tablet.engine?.sync());
          }
        }
        tablet.line = 'there';
        await tablet.own(async () => tablet.engine?.sync());
        for (let turn = 0; turn < 100 && (await tablet.taps()); turn += 1);
        await tablet.own(async () => tablet.engine?.sync());
        tablet.engine?.close();
        const plain = (events: RunEvent[]) => events.map(({ atMs: _, ...event }) => event);
        expect(plain(eventsOf(server))).toEqual(plain(wanted));
        expect(new Set(server.events.map(({ id }) => id)).size).toBe(server.events.length);
        expect(server.log).toEqual(foldRun(ground, server.log.startedMs, eventsOf(server)));
      }),
      { numRuns: 40 },
    );
  });
});

describe('what a device keeps', () => {
  it('is sealed, bound to the person, and gone when that person signs out', async () => {
    const store = await DeviceStore.open('imre');
    await store.write('outbox', 'run', [{ secret: '48151623' }]);
    expect(await store.read('outbox', 'run')).toEqual([{ secret: '48151623' }]);
    const other = await DeviceStore.open('sunniva');
    expect(other.device).toBe(store.device);
    expect(await other.read('outbox', 'run')).toBeUndefined();
    store.close();
    other.close();
    const raw = await rawOf('kilnsman');
    expect(raw.text).not.toContain('48151623');
    expect(raw.keys.every((key) => !key.extractable)).toBe(true);
    expect(raw.keys).toHaveLength(2);
    await expect(crypto.subtle.exportKey('raw', raw.keys[0] as CryptoKey)).rejects.toThrow();
    await dropFromDevice('imre');
    const again = await DeviceStore.open('imre');
    expect(await again.read('outbox', 'run')).toBeUndefined();
    again.close();
  });

  it('does not open what was put in the place of something else', async () => {
    const store = await DeviceStore.open('imre');
    await store.write('state', 'a', { step: 1 });
    store.close();
    await move('kilnsman', ['imre', 'state', 'a'], ['imre', 'state', 'b']);
    const again = await DeviceStore.open('imre');
    expect(await again.read('state', 'b')).toBeUndefined();
    again.close();
  });
});

function database(name: string): Promise<IDBDatabase> {
  return new Promise((resolve, reject) => {
    const request = indexedDB.open(name);
    request.onsuccess = () => resolve(request.result);
    request.onerror = () => reject(request.error);
  });
}

function asked<Value>(request: IDBRequest<Value>): Promise<Value> {
  return new Promise((resolve, reject) => {
    request.onsuccess = () => resolve(request.result);
    request.onerror = () => reject(request.error);
  });
}

async function rawOf(name: string): Promise<{ text: string; keys: CryptoKey[] }> {
  const db = await database(name);
  const sealed = await asked(db.transaction('sealed').objectStore('sealed').getAll());
  const own = await asked(db.transaction('own').objectStore('own').getAll());
  db.close();
  return {
    text: sealed.map(({ data }) => Buffer.from(data).toString('latin1')).join(),
    keys: own.filter((one) => typeof one !== 'string'),
  };
}

async function move(name: string, from: string[], to: string[]): Promise<void> {
  const db = await database(name);
  const store = () => db.transaction('sealed', 'readwrite').objectStore('sealed');
  const value = await asked(store().get(from));
  await asked(store().put(value, to));
  db.close();
}
