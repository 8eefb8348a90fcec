import { afterEach, describe, expect, it, vi } from 'vitest';
import { makeEvent, sendEvent } from './send-event';

const answer = (status: number, body: object) => new Response(JSON.stringify(body), { status });

function answering(...answers: (Response | Error)[]) {
  const fetched = vi.fn(async (_url: string, _init: RequestInit) => {
    const next = answers.shift();
    if (next === undefined || next instanceof Error) throw next ?? new Error('no more answers');
    return next;
  });
  vi.stubGlobal('fetch', fetched);
  vi.stubGlobal('setTimeout', (work: () => void) => queueMicrotask(work));
  return fetched;
}

afterEach(() => vi.unstubAllGlobals());

describe('sendEvent', () => {
  const event = makeEvent('countRead', { moment: 'before', answer: 2 }, 4);

  it('gives each event an id of its own, and says what the device saw', () => {
    expect(event).toMatchObject({ kind: 'countRead', basedOn: 4 });
    expect(makeEvent('countRead', {}, 4).id).not.toBe(event.id);
  });

  it('gives the sequence the server gave', async () => {
    const fetched = answering(answer(201, { seq: 5 }));
    expect(await sendEvent(1001, event)).toEqual({ ok: true, value: { seq: 5 } });
    expect(fetched.mock.calls[0]?.[0]).toBe('/api/v1/jobs/1001/events');
  });

  it('sends the same event again after a lost connection and while the database is away', async () => {
    const fetched = answering(new Error('lost'), answer(503, {}), answer(200, { seq: 5, repeated: true }));
    expect(await sendEvent(1001, event)).toEqual({ ok: true, value: { seq: 5 } });
    const ids = fetched.mock.calls.map(([, init]) => JSON.parse(String(init.body)).id);
    expect(new Set(ids)).toEqual(new Set([event.id]));
    expect(ids).toHaveLength(3);
  });

  it('gives up after three tries and says that it was not confirmed', async () => {
    answering(new Error('lost'), new Error('lost'), new Error('lost'));
    const result = await sendEvent(1001, event);
    expect(result).toMatchObject({
      ok: false,
      unconfirmed: true,
      problems: [{ message: expect.stringContaining('not confirmed') }],
    });
  });

  it('does not repeat what was refused', async () => {
    const fetched = answering(answer(409, { detail: 'K-1001 is closed.' }));
    expect(await sendEvent(1001, event)).toEqual({ ok: false, problems: [{ message: 'K-1001 is closed.' }] });
    expect(fetched).toHaveBeenCalledTimes(1);
    // A refusal that happens to speak of confirming is a refusal all the same.
    answering(answer(409, { detail: 'This was not confirmed by the customer.' }));
    expect(await sendEvent(1001, event)).not.toHaveProperty('unconfirmed');
    answering(
      answer(400, { errors: [{ field: 'content.answer', message: 'Type a whole number of keys.' }] }),
    );
    expect(await sendEvent(1001, event)).toMatchObject({ problems: [{ field: 'content.answer' }] });
  });
});
