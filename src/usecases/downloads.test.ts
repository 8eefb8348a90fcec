import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { Actor } from '@/core/kinds/actor';
import { openDownload } from './downloads';
import { PoolFull } from './pool-full';

beforeEach(() => void vi.useFakeTimers());
afterEach(() => void vi.useRealTimers());

const by = (tokenId: string): Actor => ({
  kind: 'program',
  tokenId,
  makerId: 'm',
  role: 'locksmith',
  device: 'test',
  at: new Date(0),
});

/** Parts of a file, and whether they were ended. */
function parts(count = 100) {
  const state = { ended: false };
  async function* all() {
    try {
      for (let at = 0; at < count; at += 1) yield `part ${at}`;
    } finally {
      state.ended = true;
    }
  }
  return { state, all: all() };
}

describe('a download', () => {
  it('is read part by part to its end, and gives its place free', async () => {
    for (let times = 0; times < 5; times += 1) {
      const { state, all } = parts(2);
      const download = openDownload(by('a'), all);
      expect(await download.next()).toBe('part 0');
      expect(await download.next()).toBe('part 1');
      expect(await download.next()).toBeUndefined();
      expect(state.ended).toBe(true);
    }
  });

  it('ends by itself when its reader takes nothing for twenty seconds', async () => {
    const { state, all } = parts();
    const download = openDownload(by('a'), all);
    await download.next();
    await vi.advanceTimersByTimeAsync(19_000);
    expect(state.ended).toBe(false);
    expect(await download.next()).toBe('part 1');
    await vi.advanceTimersByTimeAsync(20_001);
    expect(state.ended).toBe(true);
    await expect(download.next()).rejects.toThrow('took too long');
  });

  it('ends ten minutes after it began, however busily it is read', async () => {
    const { state, all } = parts(10_000);
    const download = openDownload(by('a'), all);
    for (let seconds = 0; seconds < 600; seconds += 10) {
      await download.next();
      await vi.advanceTimersByTimeAsync(10_000);
    }
    await vi.advanceTimersByTimeAsync(10);
    await expect(download.next()).rejects.toThrow('took too long');
    expect(state.ended).toBe(true);
  });

  it('has two places for one and four for all; one whose parts fail gives its place free', async () => {
    const own = [openDownload(by('a'), parts().all), openDownload(by('a'), parts().all)];
    expect(() => openDownload(by('a'), parts().all)).toThrow(PoolFull);
    const others = [openDownload(by('b'), parts().all), openDownload(by('c'), parts().all)];
    expect(() => openDownload(by('d'), parts().all)).toThrow(PoolFull);
    for (const one of [...own, ...others]) await one.end();
    async function* broken(): AsyncGenerator<string> {
      yield 'one';
      throw new Error('the database went away');
    }
    for (let times = 0; times < 5; times += 1) {
      const download = openDownload(by('a'), broken());
      await download.next();
      await expect(download.next()).rejects.toThrow('went away');
    }
  });
});
