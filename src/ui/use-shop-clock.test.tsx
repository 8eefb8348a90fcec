import { act, renderHook } from '@testing-library/react';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { useShopClock, useTicking } from './use-shop-clock';

beforeEach(() => {
  vi.useFakeTimers();
});

const said = '2027-03-03T15:20:00Z';
const later = (seconds: number) => new Date(Date.parse(said) + seconds * 1000);

describe('the time by the server’s clock', () => {
  it('goes on from when the moment came to the page, also for a part that is shown later', () => {
    const now = new Date(said);
    const page = renderHook(() => useShopClock(now));
    act(() => vi.advanceTimersByTime(600_000));
    expect(page.result.current()).toEqual(later(600));
    const bar = renderHook(() => useTicking({ now, rate: 1 }));
    expect(bar.result.current).toEqual(later(600));
    act(() => vi.advanceTimersByTime(500));
    expect(bar.result.current).toEqual(later(600.5));
  });

  it('begins anew with each moment that the server says, and goes as fast as the shop’s', () => {
    const { result, rerender } = renderHook(({ now }) => useTicking({ now, rate: 30 }), {
      initialProps: { now: new Date(said) },
    });
    act(() => vi.advanceTimersByTime(1000));
    expect(result.current).toEqual(later(30));
    rerender({ now: later(90) });
    act(() => vi.advanceTimersByTime(500));
    expect(result.current).toEqual(later(105));
  });
});
