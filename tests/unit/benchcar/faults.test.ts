import { describe, expect, it } from 'vitest';
import type { BenchPlatform } from '@/core/benchcar/document/bench-platform';
import { faultsOf, faultWords, type PlantedFault, plantedFaults } from '@/core/benchcar/start/planted-faults';
import type { MethodKind } from '@/core/catalogue/methods';
import { Operator, setupFor, waysOf } from '../../support/bench-operator';
import { worldBenchPlatforms } from '../../support/bench-platforms';

const platforms = worldBenchPlatforms();

/** What somebody sees who examines a car and then does a way: never what the memory holds. */
async function seen(
  platform: BenchPlatform,
  way: MethodKind,
  faults: readonly PlantedFault[],
): Promise<string> {
  const base = setupFor(platform, way);
  const operator = new Operator(platform, { ...base, knownKeys: Math.max(2, base.knownKeys), faults });
  const known = operator.car.state.keys.filter(({ identity }) => identity.startsWith('key'));
  const starts = known.map(({ tag }) => operator.starts(tag));
  if (platform.behaviour.link.kind !== 'none') {
    await operator.asks({ kind: 'identify' });
    await operator.asks({ kind: 'count', pin: operator.start.papers.pin });
    await operator.asks({ kind: 'leave' });
  }
  await operator.play(way);
  const after = operator.car.state.keys.map(({ tag }) => operator.starts(tag));
  const { signs } = operator.car;
  return JSON.stringify([
    starts,
    operator.results.map(({ ok, words, keyCount }) => [ok, words, keyCount]),
    signs.map(({ sign }) => sign),
    after,
    operator.tool.hasStopped,
    operator.start.papers.vin,
  ]);
}

describe('planted faults', () => {
  it('are twenty and more, each of which can befall a platform of the world', () => {
    expect(new Set(plantedFaults.map(faultWords)).size).toBe(plantedFaults.length);
    expect(plantedFaults.length).toBeGreaterThanOrEqual(16);
    const met = new Set(platforms.flatMap((platform) => faultsOf(platform, 2)));
    expect(plantedFaults.filter((fault) => !met.has(fault))).toEqual([]);
  });

  for (const platform of platforms) {
    const ways = waysOf(platform);
    const plain = new Map<MethodKind, Promise<string>>();
    const without = (way: MethodKind) => {
      const before = plain.get(way) ?? seen(platform, way, []);
      plain.set(way, before);
      return before;
    };
    for (const fault of faultsOf(platform, 2))
      it(`${platform.platform.name}: ${fault} changes what is seen`, async () => {
        const differs: MethodKind[] = [];
        for (const way of ways)
          if ((await seen(platform, way, [fault])) !== (await without(way))) differs.push(way);
        expect(differs).not.toEqual([]);
      });
  }
});
