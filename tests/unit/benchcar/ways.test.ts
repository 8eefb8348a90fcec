import { describe, expect, it } from 'vitest';
import { methods } from '@/core/catalogue/methods';
import { Operator, setupFor, waysOf } from '../../support/bench-operator';
import { worldBenchPlatforms } from '../../support/bench-platforms';

const platforms = worldBenchPlatforms();

describe('every way of every platform, done as its document has it', () => {
  for (const platform of platforms)
    for (const way of waysOf(platform))
      it(`${platform.platform.name}: ${methods[way].name}`, async () => {
        const operator = new Operator(platform, setupFor(platform, way));
        const { slotsMinimum, remoteLearned } = platform.platform;
        const tags = operator.blanks.slice(0, Math.max(1, slotsMinimum));
        const before = operator.car.state;
        expect(await operator.play(way, tags), JSON.stringify(operator.results)).toBe(true);
        const { memory, keys } = operator.car.state;
        const identity = (tag: number) => keys.find((key) => key.tag === tag)?.identity ?? '';
        if (methods[way].makes === 'remote') {
          expect(memory.identities).toEqual(before.memory.identities);
          expect(memory.remotes.length).toBe(before.memory.remotes.length + 1);
          return;
        }
        for (const tag of tags) {
          expect(memory.identities).toContain(identity(tag));
          expect(operator.starts(tag)).toBe(true);
        }
        const erases = platform.platform.methods.find(({ kind }) => kind === way)?.others === 'erase';
        const old = before.memory.identities.filter((one) => memory.identities.includes(one));
        expect(old).toEqual(erases ? [] : before.memory.identities);
        if (remoteLearned === 'with') expect(memory.remotes.length).toBeGreaterThanOrEqual(tags.length);
      });
});
