import { describe, expect, it } from 'vitest';
import { traceReader } from '@/core/benchcar/trace/trace-reader';
import { Operator, setupFor, waysOf } from '../../support/bench-operator';
import { worldBenchPlatforms } from '../../support/bench-platforms';

const hex = (bytes: readonly number[]) =>
  bytes.map((byte) => byte.toString(16).toUpperCase().padStart(2, '0')).join(' ');

/** Seeds and keys that went over a line of single frames, as their bytes. */
function secretsOf(operator: Operator): string[] {
  const pin = [...(operator.start.papers.pin ?? '')].map((digit) => digit.charCodeAt(0));
  const frames = operator.car.said.flatMap(({ said }) => (said.kind === 'frame' ? [said.frame.data] : []));
  const seeds = frames
    .filter(([length = 0, service = 0]) => length === 6 && (service === 0x67 || service === 0x27))
    .map((data) => hex(data.slice(3, 7)));
  return [...(pin.length > 0 ? [hex(pin)] : []), ...seeds.filter((seed) => !/^00/.test(seed))];
}

describe('what is shown of a line', () => {
  for (const platform of worldBenchPlatforms().filter(({ behaviour }) => behaviour.link.kind !== 'none'))
    it(`of ${platform.platform.name} hides seeds, keys and PIN, and says the rest in words`, async () => {
      for (const way of waysOf(platform)) {
        const operator = new Operator(platform, setupFor(platform, way));
        await operator.asks({ kind: 'identify' });
        await operator.asks({ kind: 'readPin' });
        await operator.play(way);
        const read = traceReader(platform.behaviour.link);
        const lines = operator.car.said.flatMap((line) => read(line) ?? []);
        expect(lines.length).toBeGreaterThan(4);
        expect(lines.every(({ words }) => words.length > 2)).toBe(true);
        const shown = lines.map(({ words, bytes }) => `${words} ${bytes}`).join('\n');
        const pin = operator.start.papers.pin;
        if (pin) expect(shown).not.toContain(pin);
        for (const secret of secretsOf(operator)) expect(shown).not.toContain(secret);
      }
    });
});
