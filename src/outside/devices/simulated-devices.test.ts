import { describe, expect, it } from 'vitest';
import type { BenchPlatform } from '@/core/benchcar/document/bench-platform';
import { type CarSetup, startCar } from '@/core/benchcar/start/start-car';
import { benchSetup } from '../../../tests/support/bench-operator';
import { worldBenchPlatforms } from '../../../tests/support/bench-platforms';
import { SimulatedCar } from '../link/simulated-car';
import { benchOf } from './bench-of';
import { simulatedDevices } from './simulated-devices';

const platforms = worldBenchPlatforms();
const platformOf = (name: string): BenchPlatform => {
  const found = platforms.find(({ platform }) => platform.name === name);
  if (!found) throw new Error(`no platform ${name}`);
  return found;
};

function bench(name: string, more: Partial<CarSetup> = {}, failing = 0) {
  const platform = platformOf(name);
  const car = new SimulatedCar(platform, startCar(platform, benchSetup(platform, more)).state);
  const lay = (tag: number) => car.hand({ kind: 'move', tag, to: 'bench' });
  return { car, lay, devices: simulatedDevices(benchOf(car), 'seed', failing) };
}

describe('the devices beside the car', () => {
  it('read a chip for what it is: blank, wrong, bound elsewhere, learned', () => {
    const { devices, lay } = bench('Heddle 3');
    expect(devices.chip.read(2).ends()).toMatchObject({ ok: false });
    lay(2);
    expect(devices.chip.read(2).ends()).toMatchObject({
      ok: true,
      value: { isBlank: true, isBoundElsewhere: false },
    });
    const bound = bench('Heddle 3', { faults: ['notReset'] });
    bound.lay(2);
    expect(bound.devices.chip.read(2).ends()).toMatchObject({
      ok: true,
      value: { isBlank: false, isBoundElsewhere: true },
    });
    const wrong = bench('Heddle 3', { faults: ['wrongChip'] });
    wrong.lay(2);
    expect(wrong.devices.chip.read(2).ends()).toMatchObject({
      ok: true,
      value: { article: 'another article' },
    });
    lay(1);
    expect(devices.chip.read(1).ends()).toMatchObject({
      ok: true,
      value: { isBlank: false, isBoundElsewhere: false },
    });
  });

  it('copy onto a blank, and not onto a chip that was bound', () => {
    const { devices, lay, car } = bench('Weft');
    lay(2);
    expect(devices.chip.copy(1, 2).ends().ok).toBe(true);
    expect(car.state.keys[1]?.identity).toBe(car.state.keys[0]?.identity);
    const bound = bench('Heddle 3', { faults: ['notReset'] });
    bound.lay(2);
    expect(bound.devices.chip.copy(1, 2).ends()).toMatchObject({ ok: false, reason: /bound/ });
  });

  it('work out what was heard at the ring after a few tries', () => {
    const { devices } = bench('Selvedge');
    expect(devices.ring.fetch(1, 2).ends()).toMatchObject({ ok: false, reason: /it takes 3/ });
    expect(devices.ring.fetch(1, 3).ends().ok).toBe(true);
    expect(devices.ring.workOut(3).ends().ok).toBe(true);
    expect(devices.ring.workOut(1).ends().ok).toBe(false);
  });

  it('read boards of some months only, and restore a backup onto its own board', () => {
    const { devices, lay } = bench('Twill 2');
    lay(1);
    const until = { from: null, to: '2016-05' };
    expect(devices.board.read(1, '2016-06', until).ends()).toMatchObject({ ok: false, reason: /2016-06/ });
    const read = devices.board.read(1, '2016-05', until).ends();
    expect(read.ok).toBe(true);
    if (!read.ok) return;
    expect(devices.board.restore(1, read.value.backup).ends().ok).toBe(true);
    expect(devices.board.restore(2, read.value.backup).ends()).toMatchObject({
      ok: false,
      reason: /another board/,
    });
  });

  it('write an image that a server worked out; the same data again is free', () => {
    const { devices, lay, car } = bench('Damask');
    lay(2);
    expect(devices.cartridge.read(2).ends()).toMatchObject({ ok: true, value: { isReset: true } });
    const first = devices.server.workOut('data of a car');
    const told = first.ends();
    const again = devices.server.workOut('data of a car');
    expect(told).toMatchObject({ ok: true, chargedMinor: devices.server.terms.priceMinor });
    expect(again.ends()).toEqual({ ...told, chargedMinor: 0 });
    expect(first.seconds).toBeGreaterThan(again.seconds);
    expect(devices.cartridge.write(2, 'image').ends().ok).toBe(true);
    expect(car.state.keys[1]?.written).toBe(true);
  });

  it('charge for a calculation that fails as the terms say, and nothing where the server is not reached', () => {
    const { devices } = bench('Damask', {}, 0.3);
    const answers = Array.from({ length: 60 }, (_, at) => devices.server.workOut(`data ${at}`).ends());
    const reasons = new Set(answers.flatMap((answer) => (answer.ok ? [] : [answer.reason])));
    expect(reasons.size).toBe(2);
    for (const answer of answers)
      expect(answer.chargedMinor).toBe(
        !answer.ok && answer.reason.includes('not to be reached') ? 0 : devices.server.terms.priceMinor,
      );
  });

  it('back a module up, clear it, write positions and restore it, while it is out', () => {
    const { devices, lay, car } = bench('Fustian');
    expect(devices.module.backUp().ends().ok).toBe(false);
    car.hand({ kind: 'part', part: 'module', to: 'out' });
    lay(2);
    expect(devices.module.restore().ends()).toMatchObject({ ok: false, reason: /No backup/ });
    const before = car.state.memory;
    expect(devices.module.backUp().ends().ok).toBe(true);
    expect(devices.module.clear().ends().ok).toBe(true);
    expect(devices.module.writePosition(2).ends().ok).toBe(true);
    expect(car.state.memory.identities).toEqual(['blank 2']);
    expect(devices.module.restore().ends().ok).toBe(true);
    expect(car.state.memory).toEqual(before);
  });

  it('fail now and then where nothing is wrong, and answer the same seed alike, never in no time', () => {
    const run = (failing: number) => {
      const { devices, lay } = bench('Heddle 3', {}, failing);
      lay(2);
      return Array.from({ length: 200 }, () => {
        const work = devices.chip.read(2);
        return { seconds: work.seconds, answer: work.ends() };
      });
    };
    const replies = run(0.04);
    expect(replies).toEqual(run(0.04));
    const failed = replies.filter(({ answer }) => !answer.ok).length;
    expect(failed).toBeGreaterThan(1);
    expect(failed).toBeLessThan(25);
    const seconds = replies.map((reply) => reply.seconds).sort((a, b) => a - b);
    expect(seconds[100]).toBeGreaterThanOrEqual(0.8);
  });
});
