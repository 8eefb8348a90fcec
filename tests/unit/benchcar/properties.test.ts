import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { padded } from '@/core/benchcar/can/frame';
import { service } from '@/core/benchcar/can/speech';
import { advanceCar, carDue, carTakes } from '@/core/benchcar/car/car';
import { partsOf } from '@/core/benchcar/car/car-parts';
import type { CarInput, CarState, TimedInput } from '@/core/benchcar/car/car-state';
import { lampOf } from '@/core/benchcar/car/lamp';
import { readRecord } from '@/core/benchcar/car/records';
import { type Place, places } from '@/core/benchcar/document/behaviour';
import type { BenchPlatform } from '@/core/benchcar/document/bench-platform';
import { requestHead, telegramOf } from '@/core/benchcar/serial/telegram';
import { faultsOf, type PlantedFault } from '@/core/benchcar/start/planted-faults';
import { startCar } from '@/core/benchcar/start/start-car';
import { playCar } from '@/core/benchcar/trace/play-car';
import { benchSetup } from '../../support/bench-operator';
import { worldBenchPlatforms } from '../../support/bench-platforms';

const platforms = worldBenchPlatforms();
const tags = fc.integer({ min: 1, max: 5 });
const byte = fc.integer({ min: 0, max: 255 });

/** Something that hands, a tool or a device do to a car of a platform, sensible or not. */
function anyInput({ behaviour }: BenchPlatform): fc.Arbitrary<CarInput> {
  const { link } = behaviour;
  const parts = partsOf(behaviour).flatMap(({ name, states }) => states.map((to) => ({ part: name, to })));
  const hands: fc.Arbitrary<CarInput>[] = [
    fc.constantFrom(...parts).map((part) => ({ kind: 'part', ...part })),
    fc.record({
      kind: fc.constant('move' as const),
      tag: tags,
      to: fc.constantFrom(...(Object.keys(places) as Place[])),
    }),
    fc.record({
      kind: fc.constant('press' as const),
      tag: tags,
      button: fc.constantFrom('lock', 'unlock', 'lock and boot'),
    }),
    fc.constant({ kind: 'release' as const }),
    fc.record({
      kind: fc.constant('cell' as const),
      tag: tags,
      to: fc.constantFrom('good' as const, 'flat' as const),
    }),
    fc.record({ kind: fc.constant('supply' as const), on: fc.boolean() }),
    fc.record({
      kind: fc.constant('device' as const),
      does: fc.constantFrom('backup', 'restore', 'clear', 'position', 'image', 'copy'),
      tag: tags,
      from: tags,
    }),
  ];
  if (link.kind === 'can') {
    const messages = [
      [service.session, 3],
      [service.session, 1],
      [service.testerPresent, 0x80],
      ...link.access.flatMap(({ level }) => [[service.access, level]]),
      ...link.records.map(({ id }) => [service.read, id >> 8, id & 0xff]),
      ...link.routines.map(({ id }) => [service.routine, 1, id >> 8, id & 0xff]),
    ];
    hands.push(
      fc.constantFrom(...messages).map((message) => ({
        kind: 'frame',
        frame: { id: link.address, data: padded([message.length, ...message]) },
      })),
      fc.record({
        kind: fc.constant('frame' as const),
        frame: fc.record({
          id: fc.constantFrom(link.address, 0x7df, 0x123),
          data: fc.array(byte, { minLength: 8, maxLength: 8 }),
        }),
      }),
    );
  }
  if (link.kind === 'serial') {
    const bodies = [
      [1],
      [2],
      [4, 0x31, 0x32, 0x33, 0x34],
      ...link.records.map(({ id }) => [3, id]),
      ...link.commands.map(({ id }) => [id]),
    ];
    hands.push(
      fc
        .constantFrom(...bodies)
        .map((body) => ({ kind: 'bytes', bytes: telegramOf(requestHead, { address: link.address, body }) })),
      fc.array(byte, { maxLength: 20 }).map((bytes) => ({ kind: 'bytes', bytes })),
    );
  }
  return fc.oneof(...hands);
}

const gaps = fc.oneof(
  fc.integer({ min: 0, max: 50_000 }),
  fc.integer({ min: 0, max: 8_000_000 }),
  fc.integer({ min: 0, max: 900_000_000 }),
);

/** A car of some platform with some faults, and what is done to it. */
const lives = fc.constantFrom(...platforms).chain((platform) =>
  fc.record({
    platform: fc.constant(platform),
    faults: fc.subarray([...faultsOf(platform, 2)] as PlantedFault[]).map((faults) => faults.slice(0, 3)),
    inputs: fc.array(fc.record({ gap: gaps, input: anyInput(platform) }), { maxLength: 40 }).map((steps) => {
      let atUs = 0;
      return steps.map(({ gap, input }): TimedInput => {
        atUs += gap;
        return { atUs, input };
      });
    }),
  }),
);

function startOf(platform: BenchPlatform, faults: readonly PlantedFault[]): CarState {
  return startCar(platform, benchSetup(platform, { knownKeys: 2, faults, byChance: true })).state;
}

describe('a car on the bench, whatever is done to it', () => {
  it('is a whole car at every moment: slots, identities, lamp and what is due', () => {
    fc.assert(
      fc.property(lives, ({ platform, faults, inputs }) => {
        let state = startOf(platform, faults);
        const { slotsMaximum } = platform.platform;
        const most = Math.max(slotsMaximum, state.memory.identities.length);
        for (const { atUs, input } of inputs) {
          const { state: next, outputs } = carTakes(platform, state, input, atUs);
          expect(next.nowUs).toBe(Math.max(state.nowUs, atUs));
          expect(outputs.every((output) => output.atUs >= state.nowUs && output.atUs <= next.nowUs)).toBe(
            true,
          );
          state = next;
          expect(state.memory.identities.length).toBeLessThanOrEqual(most);
          expect(new Set(state.memory.identities).size).toBe(state.memory.identities.length);
          expect(readRecord(platform, state, 'keyCount')).toEqual([state.memory.identities.length]);
          expect(carDue(platform, state) ?? state.nowUs + 1).toBeGreaterThan(state.nowUs - 1);
          expect(typeof lampOf(platform, state)).toBe('string');
          expect(JSON.parse(JSON.stringify(state))).toEqual(state);
        }
      }),
      { numRuns: 400 },
    );
  });

  it('is the same car when the same is done to it, in one go or step by step', () => {
    fc.assert(
      fc.property(lives, fc.nat(), ({ platform, faults, inputs }, cut) => {
        const start = startOf(platform, faults);
        const whole = playCar(platform, start, inputs);
        const at = inputs.length === 0 ? 0 : cut % inputs.length;
        const first = playCar(platform, start, inputs.slice(0, at));
        const rest = playCar(platform, JSON.parse(JSON.stringify(first.state)), inputs.slice(at));
        expect(rest.state).toEqual(whole.state);
        expect([...first.outputs, ...rest.outputs]).toEqual(whole.outputs);
      }),
      { numRuns: 200 },
    );
  });

  it('is the same car when its time goes on in one go or in small parts', () => {
    fc.assert(
      fc.property(lives, fc.integer({ min: 1, max: 9 }), ({ platform, faults, inputs }, parts) => {
        const before = playCar(platform, startOf(platform, faults), inputs).state;
        const until = before.nowUs + 40_000_000;
        const once = advanceCar(platform, before, until);
        let state = before;
        const outputs = [];
        for (let part = 1; part <= parts; part += 1) {
          const turn = advanceCar(platform, state, before.nowUs + Math.round((40_000_000 * part) / parts));
          state = turn.state;
          outputs.push(...turn.outputs);
        }
        expect(state).toEqual(once.state);
        expect(outputs).toEqual(once.outputs);
      }),
      { numRuns: 100 },
    );
  });

  it('learns and erases nothing by frames while its module is locked', () => {
    fc.assert(
      fc.property(lives, ({ platform, faults, inputs }) => {
        const { link } = platform.behaviour;
        fc.pre(link.kind === 'can');
        // No key to a seed is ever right here, so what stands behind a level stays shut.
        const byFrames = inputs.filter(({ input }) => input.kind === 'frame');
        const start = startOf(platform, faults);
        const { state, outputs } = playCar(platform, start, byFrames);
        const guarded = platform.platform.methods
          .filter(
            ({ kind }) =>
              link.kind === 'can' &&
              link.routines.some(({ does, level }) => does === `begin ${kind}` && level !== null),
          )
          .map(({ kind }) => kind);
        expect(state.courses.some(({ way, byTool }) => byTool && guarded.includes(way))).toBe(false);
        expect(state.memory).toEqual(start.memory);
        const pin = link.kind === 'can' ? link.records.find(({ holds }) => holds === 'pin') : undefined;
        const told = outputs.some(
          (output) =>
            output.kind === 'frame' &&
            pin !== undefined &&
            output.frame.data[1] === 0x62 &&
            output.frame.data[2] === pin.id >> 8 &&
            output.frame.data[3] === (pin.id & 0xff),
        );
        expect(told).toBe(false);
      }),
      { numRuns: 300 },
    );
  });
});
