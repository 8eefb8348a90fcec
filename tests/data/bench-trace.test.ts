import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, describe, expect, it } from 'vitest';
import type { BenchPlatform } from '@/core/benchcar/document/bench-platform';
import { MessageReader, type TimedFrame } from '@/core/benchcar/trace/can-messages';
import { canWords } from '@/core/benchcar/trace/can-words';
import { candumpOf, readCandump } from '@/formats/candump';
import { Operator, setupFor, waysOf } from '../support/bench-operator';
import { worldBenchPlatforms } from '../support/bench-platforms';
import { type ReadMessage, readByTshark } from '../support/tshark';

const folder = mkdtempSync(join(tmpdir(), 'trace-'));
afterAll(() => rmSync(folder, { recursive: true, force: true }));

/** What our own view makes of it. */
function readByUs({ behaviour: { link } }: BenchPlatform, frames: readonly TimedFrame[]): ReadMessage[] {
  if (link.kind !== 'can') throw new Error('a platform on CAN');
  const messages = new MessageReader();
  return frames.flatMap((frame) => {
    const message = messages.take(frame);
    if (!message) return [];
    const { service, sub, identifier, refusal } = canWords(link, message);
    // The one sub-function of this service is told in no field.
    return [{ frame: message.frame, service, sub: service === 0x3e ? null : sub, identifier, refusal }];
  });
}

describe('a log of frames', () => {
  for (const platform of worldBenchPlatforms().filter(({ behaviour }) => behaviour.link.kind === 'can'))
    it(`of ${platform.platform.name} is read alike by an independent reader`, async () => {
      const frames: TimedFrame[] = [];
      for (const [at, way] of waysOf(platform).entries()) {
        const operator = new Operator(platform, setupFor(platform, way, { seed: `log ${at}` }));
        await operator.asks({ kind: 'identify' });
        await operator.asks({ kind: 'count', pin: operator.start.papers.pin });
        await operator.asks({ kind: 'readPin' });
        // A wrong PIN, so that refusals stand in the log too.
        await operator.asks({ kind: 'begin', way, pin: '0000000' });
        await operator.wait(10);
        operator.tool.restart();
        await operator.play(way);
        await operator.asks({ kind: 'clearFaults' });
        const from = frames.at(-1)?.atUs ?? 0;
        frames.push(
          ...operator.car.said.flatMap(({ atUs, said }) =>
            said.kind === 'frame' ? [{ atUs: from + atUs, ...said.frame }] : [],
          ),
        );
      }
      const log = candumpOf(frames);
      expect(frames.every(({ atUs }, at) => at === 0 || atUs >= (frames[at - 1]?.atUs ?? 0))).toBe(true);
      expect(
        log
          .split('\n')
          .slice(0, -1)
          .every((line) => form.test(line)),
      ).toBe(true);
      const back = readCandump(log);
      expect(back.ok && back.frames).toEqual(frames);
      const ours = readByUs(platform, frames);
      const file = join(folder, 'trace.log');
      writeFileSync(file, log);
      const theirs = readByTshark(file);
      expect(ours.length).toBeGreaterThan(30);
      expect(theirs).toEqual(ours);
    });
});

const form = /^\(\d+\.\d{6}\) can0 [0-9A-F]{3}#(?:[0-9A-F]{2}){5,8}$/;
