import { setTimeout as sleep } from 'node:timers/promises';
import { seededRandom } from '@/core/kinds/random';
import type { RemoteWriter } from './remote-writer';

/** Seconds that writing and reading back take. */
const least = 1.2;
const most = 2.8;

/**
 * A stand-in for a writer of universal remotes. Without a fresh cell a remote falls asleep in mid-write; with one it does so now and then,
 * and now and then what is read back is not what was written.
 * @param waits what lets so many seconds go by
 */
export function simulatedRemoteWriter(
  waits: (seconds: number) => Promise<unknown> = (seconds) => sleep(1000 * seconds),
): RemoteWriter {
  // Each try is one of its own: what fell asleep once does not always.
  let tries = 0;
  return {
    async write({ name, hasFreshCell }, profile) {
      tries += 1;
      const random = seededRandom(`remote writer ${name} ${profile} ${tries}`);
      await waits(least + random() * (most - least));
      if (!hasFreshCell || random() < 0.04)
        return { ok: false, reason: 'It fell asleep while it was written: a fresh cell, and once more.' };
      const readBack = random() < 0.04 ? `${profile}?` : profile;
      return { ok: true, value: { readBack } };
    },
  };
}
