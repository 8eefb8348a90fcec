import { act, renderHook } from '@testing-library/react';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { router } from '../../tests/support/dom';
import { useEvent } from './use-event';

const job = { number: 1048, lastSeq: 3 };
const sent: { readonly id: string; readonly basedOn: number }[] = [];

/** A server that answers in this order; 'lost' is a connection that breaks. */
function answers(...all: ('lost' | { readonly status: number; readonly body: object })[]) {
  sent.length = 0;
  vi.stubGlobal('fetch', async (_: string, { body }: { body: string }) => {
    sent.push(JSON.parse(body));
    const next = all[Math.min(sent.length, all.length) - 1];
    if (next === 'lost' || next === undefined) throw new TypeError('fetch failed');
    return new Response(JSON.stringify(next.body), { status: next.status });
  });
}

beforeEach(() => {
  vi.useFakeTimers({ shouldAdvanceTime: true, advanceTimeDelta: 200 });
});

const content = { moment: 'before', answer: 2 };

describe('useEvent', () => {
  it('records, shows the job anew and says so', async () => {
    answers({ status: 201, body: { seq: 4 } });
    const onDone = vi.fn();
    const { result } = renderHook(() => useEvent(job));
    await act(() => result.current.record('countRead', content, onDone));
    expect(sent).toMatchObject([{ kind: 'countRead', content, basedOn: 3 }]);
    expect(router.refresh).toHaveBeenCalledOnce();
    expect(onDone).toHaveBeenCalledOnce();
    expect(result.current.pending).toBe(false);
  });

  it('sends the same event again at the next press where its answer was lost', async () => {
    answers('lost');
    const { result } = renderHook(() => useEvent(job));
    await act(() => result.current.record('countRead', content));
    expect(result.current.problems[0]?.message).toContain('not confirmed');
    expect(router.refresh).not.toHaveBeenCalled();
    const [first] = sent;
    answers({ status: 200, body: { seq: 4 } });
    await act(() => result.current.record('countRead', content));
    expect(sent[0]?.id).toBe(first?.id);
    expect(result.current.problems).toEqual([]);
  });

  it('sends an event whose answer was lost again by itself, under its own id, until there is an answer', async () => {
    answers('lost');
    const onDone = vi.fn();
    const { result } = renderHook(() => useEvent(job));
    await act(() => result.current.record('countRead', content, onDone));
    const id = sent[0]?.id;
    answers('lost', 'lost', 'lost', { status: 201, body: { seq: 4 } });
    await act(() => vi.advanceTimersByTimeAsync(20_000));
    expect(sent.length).toBeGreaterThanOrEqual(4);
    expect(new Set(sent.map((one) => one.id))).toEqual(new Set([id]));
    expect(onDone).toHaveBeenCalledOnce();
    expect(result.current.problems).toEqual([]);
    const count = sent.length;
    await act(() => vi.advanceTimersByTimeAsync(20_000));
    expect(sent).toHaveLength(count);
  });

  it('makes a new event of other words, and of words that were refused', async () => {
    answers('lost');
    const { result } = renderHook(() => useEvent(job));
    await act(() => result.current.record('countRead', content));
    const lost = sent[0]?.id;
    answers({ status: 409, body: { detail: 'The job is closed.' } });
    await act(() => result.current.record('countRead', { ...content, answer: 3 }));
    const refused = sent[0]?.id;
    expect(refused).not.toBe(lost);
    expect(result.current.problems).toEqual([{ message: 'The job is closed.' }]);
    answers({ status: 201, body: { seq: 5 } });
    await act(() => result.current.record('countRead', { ...content, answer: 3 }));
    expect(sent[0]?.id).not.toBe(refused);
  });

  it('tells a problem beside its field', async () => {
    answers({ status: 400, body: { errors: [{ field: 'content.answer', message: 'A whole number.' }] } });
    const { result } = renderHook(() => useEvent(job));
    await act(() => result.current.record('countRead', content));
    expect(result.current.problemOf('answer')).toBe('A whole number.');
  });
});
