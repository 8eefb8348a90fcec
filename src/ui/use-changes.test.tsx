import { act, renderHook } from '@testing-library/react';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { useChanges } from './use-changes';

class Stream extends EventTarget {
  static readonly open = new Set<Stream>();
  onopen: (() => void) | null = null;
  constructor(readonly address: string) {
    super();
    Stream.open.add(this);
  }
  say(kind: string, data = '') {
    this.dispatchEvent(Object.assign(new Event(kind), { data }));
  }
  close() {
    Stream.open.delete(this);
  }
}

/** The channel between tabs, within this page. */
class Channel {
  static readonly all = new Set<Channel>();
  onmessage: ((event: { data: unknown }) => void) | null = null;
  constructor() {
    Channel.all.add(this);
  }
  postMessage(data: unknown) {
    for (const other of Channel.all) if (other !== this) other.onmessage?.({ data });
  }
  close() {
    Channel.all.delete(this);
  }
}

/** Locks as a browser has them: one holder, the next when it lets go. */
function locks() {
  let held: Promise<unknown> = Promise.resolve();
  return {
    request: (_: string, work: () => unknown) => {
      held = held.then(work);
      return held;
    },
  };
}

beforeEach(() => {
  Stream.open.clear();
  Channel.all.clear();
  vi.stubGlobal('EventSource', Stream);
  vi.stubGlobal('BroadcastChannel', Channel);
  vi.stubGlobal('navigator', { locks: locks() });
});

const settled = () => act(async () => {});
/** Long enough for the stream to be opened anew. */
const moved = () => act(async () => void (await new Promise((resolve) => setTimeout(resolve, 150))));

describe('useChanges', () => {
  it('shares one stream of the jobs that the tabs show, and each hears of its own', async () => {
    const [one, other] = [vi.fn(), vi.fn()];
    const third = vi.fn();
    renderHook(() => useChanges(1048, one));
    renderHook(() => useChanges(1048, other));
    const { unmount } = renderHook(() => useChanges(7, third));
    await settled();
    await moved();
    for (const one of [...Stream.open]) one.onopen?.();
    const [stream] = Stream.open;
    expect([...Stream.open].map(({ address }) => address)).toEqual(['/api/live?jobs=7,1048']);
    stream?.say('job', '1048');
    expect(one.mock.calls).toEqual([[{ kind: 'job', number: 1048 }]]);
    expect(other.mock.calls).toEqual(one.mock.calls);
    expect(third).not.toHaveBeenCalled();
    // Whoever leaves is no longer heard for; the old stream goes when the new one stands.
    unmount();
    await moved();
    expect([...Stream.open].map(({ address }) => address)).toEqual([
      '/api/live?jobs=7,1048',
      '/api/live?jobs=1048',
    ]);
    [...Stream.open].at(-1)?.onopen?.();
    expect([...Stream.open].map(({ address }) => address)).toEqual(['/api/live?jobs=1048']);
    expect(one).toHaveBeenCalledTimes(1);
  });

  it('hands the stream on when the tab that holds it is closed', async () => {
    const other = vi.fn();
    const first = renderHook(() => useChanges(7, vi.fn()));
    renderHook(() => useChanges(7, other));
    await settled();
    first.unmount();
    await settled();
    expect(Stream.open.size).toBe(1);
    for (const stream of Stream.open) stream.say('job', '7');
    expect(other).toHaveBeenCalledWith({ kind: 'job', number: 7 });
  });

  it('tells everybody to look again after an interruption, and not at the first connection', async () => {
    const heard = vi.fn();
    renderHook(() => useChanges(7, heard));
    await settled();
    const [stream] = Stream.open;
    stream?.onopen?.();
    expect(heard).not.toHaveBeenCalled();
    stream?.onopen?.();
    expect(heard).toHaveBeenCalledWith({ kind: 'missed' });
  });

  it('tells a page that it was made before the job changed, and not one that shows it as it stands', async () => {
    const [behind, right, unknown] = [vi.fn(), vi.fn(), vi.fn()];
    renderHook(() => useChanges(7, behind, '3 11'));
    renderHook(() => useChanges(7, right, '3 12'));
    renderHook(() => useChanges(7, unknown));
    await settled();
    for (const stream of Stream.open) stream.say('stands', '7 3 12');
    expect(behind).toHaveBeenCalledWith({ kind: 'job', number: 7 });
    expect(right).not.toHaveBeenCalled();
    expect(unknown).not.toHaveBeenCalled();
  });

  it('tells a tab that comes to a stream what changed while its page was made', async () => {
    renderHook(() => useChanges(7, vi.fn(), '3 11'));
    await settled();
    for (const stream of Stream.open) stream.say('job', '7');
    const late = vi.fn();
    renderHook(() => useChanges(7, late, '3 11'));
    await settled();
    expect(late).toHaveBeenCalledWith({ kind: 'job', number: 7 });
  });

  it('opens a stream of its own where the page has no locks, and closes it', async () => {
    vi.stubGlobal('navigator', {});
    const { unmount } = renderHook(() => useChanges(7, vi.fn()));
    expect(Stream.open.size).toBe(1);
    unmount();
    expect(Stream.open.size).toBe(0);
  });

  it('hears of news on the one stream that the jobs are on, and jobs are told nothing of it', async () => {
    const [news, job] = [vi.fn(), vi.fn()];
    const shell = renderHook(() => useChanges(null, news));
    await settled();
    // Nothing is opened before it is known what the page shows.
    expect(Stream.open.size).toBe(0);
    const page = renderHook(() => useChanges(7, job));
    await moved();
    expect([...Stream.open].map(({ address }) => address)).toEqual(['/api/live?jobs=7']);
    const [stream] = Stream.open;
    act(() => stream?.say('news'));
    expect(news).toHaveBeenCalledWith({ kind: 'news' });
    expect(job).not.toHaveBeenCalled();
    act(() => stream?.say('job', '7'));
    expect(job).toHaveBeenCalledWith({ kind: 'job', number: 7 });
    expect(news).toHaveBeenCalledTimes(1);
    page.unmount();
    await moved();
    // The one before is kept until the next one is open.
    act(() => [...Stream.open].at(-1)?.onopen?.());
    expect([...Stream.open].map(({ address }) => address)).toEqual(['/api/live?jobs=']);
    shell.unmount();
    await settled();
    expect(Stream.open.size).toBe(0);
  });
});
