import { act, renderHook } from '@testing-library/react';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { done, failed, type Result } from '@/core/kinds/result';
import { useAsked } from './use-asked';

beforeEach(() => {
  vi.useFakeTimers();
});

/** A server whose answers are given by hand, in any order. */
function server() {
  const open: { readonly data: unknown; readonly answer: (result: Result<string>) => void }[] = [];
  const ask = (data: unknown) =>
    new Promise<Result<string>>((answer) => {
      open.push({ data, answer });
    });
  return { open, ask };
}

describe('useAsked', () => {
  it('asks once after a pause in typing, with the last words', async () => {
    const { open, ask } = server();
    const { rerender, result } = renderHook(({ line }) => useAsked({ line }, ask), {
      initialProps: { line: 'm' },
    });
    rerender({ line: 'me' });
    await act(() => vi.advanceTimersByTimeAsync(100));
    rerender({ line: 'mer' });
    await act(() => vi.advanceTimersByTimeAsync(139));
    expect(open).toHaveLength(0);
    expect(result.current.pending).toBe(true);
    await act(() => vi.advanceTimersByTimeAsync(1));
    expect(open.map(({ data }) => data)).toEqual([{ line: 'mer' }]);
  });

  it('shows the answer to what was asked last, whichever comes last', async () => {
    const { open, ask } = server();
    const { rerender, result } = renderHook(({ line }) => useAsked({ line }, ask), {
      initialProps: { line: 'a' },
    });
    await act(() => vi.advanceTimersByTimeAsync(200));
    rerender({ line: 'b' });
    await act(() => vi.advanceTimersByTimeAsync(200));
    await act(async () => open[1]?.answer(done('of b')));
    await act(async () => open[0]?.answer(done('of a')));
    expect(result.current).toMatchObject({ answer: 'of b', pending: false, problems: [] });
  });

  it('keeps the last answer beside a problem, and forgets both where nothing is asked', async () => {
    const { open, ask } = server();
    const { rerender, result } = renderHook(({ line }) => useAsked(line === '' ? null : { line }, ask), {
      initialProps: { line: 'a' },
    });
    await act(() => vi.advanceTimersByTimeAsync(200));
    await act(async () => open[0]?.answer(done('of a')));
    rerender({ line: 'b' });
    await act(() => vi.advanceTimersByTimeAsync(200));
    await act(async () => open[1]?.answer(failed('No such car.', 'line')));
    expect(result.current).toMatchObject({ answer: 'of a', problems: [{ message: 'No such car.' }] });
    rerender({ line: '' });
    expect(result.current).toEqual({ answer: undefined, problems: [], pending: false });
  });

  it('says that the server cannot be reached', async () => {
    const ask = () => Promise.reject(new TypeError('fetch failed'));
    const { result } = renderHook(() => useAsked({ line: 'a' }, ask));
    await act(() => vi.advanceTimersByTimeAsync(200));
    expect(result.current.problems).toEqual([{ message: 'The server cannot be reached.' }]);
  });

  it('asks again by itself, less and less often, after what passes, until something else is asked', async () => {
    const { open, ask } = server();
    const { rerender, result } = renderHook(({ line }) => useAsked({ line }, ask), {
      initialProps: { line: 'a' },
    });
    await act(() => vi.advanceTimersByTimeAsync(200));
    await act(async () => open[0]?.answer({ ...failed('Too much is being worked on.'), retrySeconds: 2 }));
    expect(result.current.problems).toHaveLength(1);
    await act(() => vi.advanceTimersByTimeAsync(2_000));
    await act(async () => open[1]?.answer({ ...failed('Too much is being worked on.'), retrySeconds: 2 }));
    await act(() => vi.advanceTimersByTimeAsync(3_999));
    expect(open).toHaveLength(2);
    await act(() => vi.advanceTimersByTimeAsync(1));
    await act(async () => open[2]?.answer(done('of a')));
    expect(result.current).toMatchObject({ answer: 'of a', problems: [] });
    rerender({ line: 'b' });
    await act(() => vi.advanceTimersByTimeAsync(200));
    await act(async () => open[3]?.answer({ ...failed('Too much is being worked on.'), retrySeconds: 2 }));
    rerender({ line: 'c' });
    await act(() => vi.advanceTimersByTimeAsync(10_000));
    expect(open.map(({ data }) => data)).toEqual(['a', 'a', 'a', 'b', 'c'].map((line) => ({ line })));
  });
});
