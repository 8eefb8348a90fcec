import { describe, expect, it } from 'vitest';
import { voltsAt } from '@/core/benchcar/car/electrics';
import { lampOf } from '@/core/benchcar/car/lamp';
import { waitLengthUs } from '@/core/benchcar/course/wait-length';
import type { BenchPlatform } from '@/core/benchcar/document/bench-platform';
import { Operator, setupFor } from '../../support/bench-operator';
import { worldBenchPlatforms } from '../../support/bench-platforms';

const platforms = worldBenchPlatforms();
const named = (name: string): BenchPlatform => {
  const found = platforms.find(({ platform }) => platform.name === name);
  if (!found) throw new Error(`no platform ${name}`);
  return found;
};

/** Somebody at a car whose hands do what the lines say: 'ignition on 3', a part, its state, and seconds after it. */
async function atCar(name: string, way: Parameters<typeof setupFor>[1], more = {}) {
  const operator = new Operator(named(name), setupFor(named(name), way, more));
  const { car } = operator;
  const hands = async (...lines: readonly string[]) => {
    for (const line of lines) {
      const [part = '', to = '', seconds = '0'] = line.split(' ');
      if (part === 'key') car.hand({ kind: 'move', tag: Number(to), to: seconds as never });
      else if (part === 'press') car.hand({ kind: 'press', tag: Number(to), button: seconds });
      else car.hand({ kind: 'part', part, to });
      await operator.wait(part === 'key' || part === 'press' ? 0.2 : Number(seconds));
    }
  };
  return { operator, car, hands };
}

describe('timed sequences', () => {
  const first = ['boot open', 'key 1 lock'];
  const toSecond = ['boot shut', 'key 1 outside', 'key 2 lock', 'ignition on'];
  const last = ['key 2 outside', 'key 3 lock', 'ignition on 1'];
  const played = async (heldFirst: number, heldSecond: number) => {
    const { car, hands } = await atCar('Weft', 'onBoard');
    await hands(...first, `ignition on ${heldFirst}`, 'ignition off', ...toSecond);
    await hands(`lights off ${heldSecond}`, 'ignition off', ...last);
    return car.state.memory.identities.includes('blank 3');
  };

  it('take a key whose beats were kept', async () => {
    expect(await played(9, 4)).toBe(true);
  });
  it('take none where a hold was too short or too long', async () => {
    expect(await played(7, 4)).toBe(false);
    expect(await played(12, 4)).toBe(false);
    expect(await played(9, 2)).toBe(false);
    expect(await played(9, 6)).toBe(false);
  });
  it('begin anew after a failure, from the first step', async () => {
    const { car, hands } = await atCar('Weft', 'onBoard');
    await hands(...first, 'ignition on 5', 'ignition off 1', 'ignition on 9', 'ignition off', ...toSecond);
    await hands('lights off 4', 'ignition off', ...last);
    expect(car.state.memory.identities).toContain('blank 3');
  });
  it('take no copy for a second known key', async () => {
    const { car, hands } = await atCar('Weft', 'onBoard', { faults: ['copiedKey'] });
    await hands(
      ...first,
      'ignition on 9',
      'ignition off',
      ...toSecond,
      'lights off 4',
      'ignition off',
      ...last,
    );
    expect(car.state.memory.identities).not.toContain('blank 3');
  });
  it('want what has to stay until a wait is over', async () => {
    const { operator, car, hands } = await atCar('Treadle', 'onBoard');
    await hands('lights sidelights', 'key 1 lock', 'ignition on');
    await operator.wait(60);
    expect(car.state.courses.map(({ way, at }) => [way, at])).toEqual([['onBoard', 1]]);
    await hands('lights off');
    expect(car.state.courses).toEqual([]);
  });
});

describe('waits', () => {
  it('are as long as the platform says by the clock, and between nothing and their longest by a sign', () => {
    for (const platform of platforms)
      for (const { kind, waits } of platform.platform.methods)
        for (const [at, wait] of waits.entries()) {
          const { start } = new Operator(platform, setupFor(platform, kind));
          const seconds = waitLengthUs(platform, start.state, kind, at + 1) / 1_000_000;
          if (wait.by === 'clock') expect(seconds).toBe(wait.usualSeconds);
          else expect(seconds > 0 && seconds <= wait.longestSeconds).toBe(true);
        }
  });
  it('are longer than usual about as often as shorter', () => {
    const platform = named('Shuttle 4');
    const usual = 600;
    const longer = Array.from({ length: 400 }, (_, at) => {
      const { start } = new Operator(platform, setupFor(platform, 'aklErase', { seed: `seed ${at}` }));
      return waitLengthUs(platform, start.state, 'aklErase', 1) / 1_000_000 > usual;
    }).filter(Boolean).length;
    expect(longer).toBeGreaterThan(160);
    expect(longer).toBeLessThan(240);
  });
  it('are what a fact of the car makes them', () => {
    const platform = named('Heddle 3');
    const plain = new Operator(platform, setupFor(platform, 'aklErase')).start.state;
    const older = { ...plain, facts: { buildMonth: 'before March 2019' } };
    expect(waitLengthUs(platform, plain, 'aklErase', 1)).toBe(780_000_000);
    expect(waitLengthUs(platform, older, 'aklErase', 1)).toBe(897_000_000);
  });
});

describe('hands and car', () => {
  it('turns no key that is not cut, and holds one while the ignition is on', async () => {
    const { car, hands } = await atCar('Weft', 'add');
    const uncut = car.state.keys.map((key) => ({ ...key, cut: false }));
    car.state = { ...car.state, keys: uncut };
    await hands('key 1 lock', 'ignition on');
    expect(car.state.parts.ignition).toBe('off');
    car.state = { ...car.state, keys: car.state.keys.map((key) => ({ ...key, cut: true })) };
    await hands('ignition on', 'key 1 outside');
    expect(car.state.parts.ignition).toBe('on');
    expect(car.state.keys[0]?.place).toBe('lock');
    expect(car.signs.map(({ sign }) => sign)).toEqual([
      'the key does not turn',
      'the key is held while the ignition is on',
    ]);
  });
  it('stores a fault where a key is not known, and forgets it where it is told to', async () => {
    const { operator, car, hands } = await atCar('Batten', 'add');
    await hands('key 2 lock', 'ignition on 1', 'ignition off', 'key 2 outside');
    expect(car.state.faults).toEqual([0x9a1301]);
    expect((await operator.asks({ kind: 'identify' })).words.join(' ')).toContain('Stored faults: 9A1301.');
    await operator.asks({ kind: 'clearFaults' });
    expect(car.state.faults).toEqual([]);
  });
  it('loses charge while it waits and wins it back on a supply', async () => {
    const { operator, car, hands } = await atCar('Raddle', 'aklErase');
    await hands('ignition forced');
    const before = voltsAt(operator.platform, car.state, car.state.nowUs);
    await operator.wait(1800);
    const after = voltsAt(operator.platform, car.state, car.state.nowUs);
    expect(after).toBeLessThan(before - 0.2);
    car.hand({ kind: 'supply', on: true });
    await operator.wait(120);
    expect(voltsAt(operator.platform, car.state, car.state.nowUs)).toBeGreaterThan(13);
  });
  it('tells a master from a valet by its lamp', async () => {
    const lamps = async (faults: readonly 'valetAsMaster'[]) => {
      const { operator, car, hands } = await atCar('Weft', 'add', { faults });
      await hands('key 1 lock', 'ignition on');
      const seen = [lampOf(operator.platform, car.state)];
      await operator.wait(3.5);
      seen.push(lampOf(operator.platform, car.state));
      await hands('ignition off');
      return [...seen, lampOf(operator.platform, car.state)];
    };
    expect(await lamps([])).toEqual(['short light', 'off', 'off']);
    expect(await lamps(['valetAsMaster'])).toEqual(['short light', 'slow blink', 'fast blink']);
  });
  it('answers the remote that it learned and no other', async () => {
    const { car, hands } = await atCar('Warp 5', 'add');
    await hands('press 1 unlock', 'press 2 lock');
    expect(car.signs.map(({ sign }) => sign)).toEqual(['the car answers: unlock']);
  });
  it('falls back where nobody speaks: what the tool began is over', async () => {
    const { operator, car } = await atCar('Heddle 2', 'add');
    car.hand({ kind: 'move', tag: 1, to: 'cabin' });
    await operator.asks({ kind: 'begin', way: 'add', pin: null });
    expect(car.state.courses.length).toBe(1);
    await car.advance(car.state.nowUs + 6_000_000);
    for (let at = 0; at < 20; at += 1) await car.advance(car.state.nowUs + 1_000_000);
    expect(car.state.courses).toEqual([]);
  });
});

describe('PIN', () => {
  it('shuts the module after so many wrong ones, whichever line', async () => {
    for (const name of ['Heddle 1', 'Warp 5']) {
      const { operator, car, hands } = await atCar(name, 'aklErase', { knownKeys: 1 });
      await hands('key 1 lock', 'ignition on');
      const { tries = 3, lockoutSeconds = 0 } = operator.platform.behaviour.pin ?? {};
      const right = operator.start.papers.pin ?? '';
      const wrong = [...right].map((digit) => String((Number(digit) + 1) % 10)).join('');
      const way = name === 'Heddle 1' ? 'aklErase' : 'add';
      for (let time = 0; time < tries; time += 1)
        expect((await operator.asks({ kind: 'begin', way, pin: wrong })).ok).toBe(false);
      expect((await operator.asks({ kind: 'begin', way, pin: right }, 5)).ok).toBe(false);
      operator.tool.restart();
      await operator.wait(lockoutSeconds + 1);
      expect((await operator.asks({ kind: 'begin', way, pin: right })).ok).toBe(true);
      expect(car.state.courses.length).toBe(1);
    }
  });
  it('is read by the OBD socket where it can be, and stands in no word', async () => {
    const { operator } = await atCar('Heddle 3', 'add');
    const result = await operator.asks({ kind: 'readPin' });
    expect(result.pin).toBe(operator.start.papers.pin);
    expect(result.words.join(' ')).not.toContain(operator.start.papers.pin);
  });
});
